import { usePlace } from './use-place.ts';

/** The place of the sound over what is drawn; it alone is drawn anew from picture to picture. */
export function Playhead({
  xOf,
  top = 0,
  height,
}: {
  /** Where a time lies, in px; undefined where it is not shown. */
  readonly xOf: (atS: number) => number | undefined;
  readonly top?: number;
  readonly height: number;
}) {
  const x = xOf(usePlace(0));
  if (x === undefined) return null;
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute w-[3px] border-x border-ink1-40 bg-brass"
      style={{ left: x - 1.5, top, height }}
    />
  );
}
