import type { StringNumber } from '../instrument/index.ts';

/** A place on the neck; the fret counted from the capo. */
export interface StringPlace {
  readonly string: StringNumber;
  readonly fret: number;
}

/** One choice for each note, no string twice; as many notes as can be, then frets as low as can be. */
export function assignStrings(choices: readonly (readonly StringPlace[])[]): (StringPlace | undefined)[] {
  let best: { placed: (StringPlace | undefined)[]; missing: number; frets: number } | undefined;
  const chosen: (StringPlace | undefined)[] = [];
  const choose = (each: number, missing: number, frets: number): void => {
    if (best && (missing > best.missing || (missing === best.missing && frets >= best.frets))) return;
    if (each === choices.length) {
      best = { placed: [...chosen], missing, frets };
      return;
    }
    for (const place of choices[each] ?? []) {
      if (chosen.some((other) => other?.string === place.string)) continue;
      chosen[each] = place;
      choose(each + 1, missing, frets + place.fret);
      chosen.length = each;
    }
    chosen[each] = undefined;
    choose(each + 1, missing + 1, frets);
    chosen.length = each;
  };
  choose(0, 0, 0);
  return best?.placed ?? [];
}
