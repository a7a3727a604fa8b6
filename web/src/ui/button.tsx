import type { ButtonHTMLAttributes } from 'react';

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

export const Button = ({ look = 'outline', className = '', type = 'button', ...rest }: ButtonProps) => (
  <button
    type={type}
    className={`rounded-plate text-text font-semibold disabled:cursor-not-allowed disabled:border-dashed disabled:bg-transparent disabled:text-ink1-65 disabled:hover:shadow-none ${looks[look]} ${className}`}
    {...rest}
  />
);
