/** How to read the sheet: shape and place tell the voices apart as well as the ink. */
export const Legend = () => (
  <ul
    className="narrow text-note mx-4.5 mb-4 flex flex-wrap gap-x-5 gap-y-1 border-t border-ink1-22 pt-2"
    aria-label="How to read the sheet"
  >
    <li className="flex items-center gap-1.5">
      <span className="filled inline-block size-3 bg-ink1" aria-hidden /> thumb, stem down
    </li>
    <li className="flex items-center gap-1.5">
      <span className="inline-block size-3 rounded-full border-[1.7px] border-ink2" aria-hidden /> melody,
      stem up
    </li>
    <li className="flex items-center gap-1.5">
      <span className="filled inline-block h-4 w-1 bg-over" aria-hidden /> pinch, both at once
    </li>
    <li className="flex items-center gap-1.5">
      <span className="inline-block size-2 rounded-full border-[1.5px] border-ink2" aria-hidden /> tied on,
      not struck
    </li>
    <li>
      <i>h</i> hammer-on, <i>p</i> pull-off, line: slide
    </li>
    <li>arrow: bend in cents, zigzag: mordent, ‹ › harmonic, ( ) may be left out, ? a guess, * own</li>
  </ul>
);
