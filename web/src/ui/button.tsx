import { useState, type ButtonHTMLAttributes } from 'react';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** Solid for the one thing to do next; outline for the rest; plain for words in a list. */
  readonly look?: 'solid' | 'outline' | 'plain';
}

const looks = {
  solid: 'border-[1.2px] border-ink1 bg-ink1 text-paper hover:bg-ink1-80 px-3 min-h-8',
  outline:
    'border-[1.2px] border-ink1 bg-white text-ink1 hover:bg-ink1-12 hover:shadow-[inset_0_-3px_0_var(--color-ink1)] px-3 min-h-8',
  plain: 'border-b-[1.5px] border-ink1 hover:bg-ink1-12 min-h-6 py-0.5',
};

const offLooks =
  'disabled:cursor-not-allowed disabled:border-dashed disabled:bg-transparent disabled:text-ink1-65 disabled:hover:shadow-none aria-disabled:cursor-not-allowed aria-disabled:border-dashed aria-disabled:bg-transparent aria-disabled:text-ink1-65 aria-disabled:hover:shadow-none';

/** A button that is disabled while it has the keyboard keeps it, and only does nothing: else the keyboard would be lost to the page with the press that set something going. */
export function Button({
  look = 'outline',
  className = '',
  type = 'button',
  disabled = false,
  onFocus,
  onBlur,
  onClick,
  ...rest
}: ButtonProps) {
  const [hasKeyboard, setHasKeyboard] = useState(false);
  const isHeld = disabled && hasKeyboard;
  return (
    <button
      {...rest}
      type={type}
      disabled={disabled && !hasKeyboard}
      {...(isHeld && { 'aria-disabled': true })}
      className={`rounded-plate text-text font-semibold ${offLooks} ${looks[look]} ${className}`}
      onFocus={(event) => {
        setHasKeyboard(true);
        onFocus?.(event);
      }}
      onBlur={(event) => {
        setHasKeyboard(false);
        onBlur?.(event);
      }}
      onClick={isHeld ? (event) => event.preventDefault() : onClick}
    />
  );
}
