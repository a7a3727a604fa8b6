/** The brass triangle with an ink outline: something asks to be looked at. `mark` keys it to a note in the margin. */
export const QueryMark = ({ mark = '!', size = 18 }: { mark?: string; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 22 20" className="flex-none" aria-hidden>
    <path
      d="M11 1.4 L21 19 H1 Z"
      fill="var(--color-brass)"
      stroke="var(--color-ink1)"
      strokeWidth="1.3"
      strokeLinejoin="round"
    />
    <text
      x="11"
      y="16.4"
      textAnchor="middle"
      fontSize="12"
      fontWeight="700"
      fill="var(--color-ink1)"
      fontFamily="var(--font-sans)"
    >
      {mark}
    </text>
  </svg>
);
