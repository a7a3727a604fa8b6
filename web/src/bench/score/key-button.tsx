interface KeyButtonProps {
  readonly words: string;
  readonly shownKey: string;
  /** Whether what it does stands already; absent where it does not stay. */
  readonly isOn?: boolean;
  readonly act: () => void;
}

/** One thing a key does, to be pointed at instead; an item of a list. */
export const KeyButton = ({ words, shownKey, isOn, act }: KeyButtonProps) => (
  <li>
    <button
      type="button"
      aria-pressed={isOn}
      className={`narrow text-note flex min-h-8 w-full items-center justify-between gap-1 border-[1.2px] border-ink1 px-2 text-left leading-tight font-semibold ${isOn ? 'bg-ink1 text-paper' : 'bg-white hover:bg-ink1-12'}`}
      onClick={act}
    >
      {words}
      <kbd className="font-sans whitespace-nowrap opacity-80">{shownKey}</kbd>
    </button>
  </li>
);
