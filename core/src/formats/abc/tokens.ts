import type { TuneMarks } from '../../melody/index.ts';

/** Decorations with a mark of ours (ABC standard 2.1, 4.14). */
export const decorations: ReadonlyMap<string, TuneMarks> = new Map(
  Object.entries<TuneMarks>({
    '.': { staccato: true },
    L: { accent: true },
    H: { fermata: true },
    M: { ornament: 'mordent' },
    P: { ornament: 'mordent' },
    '>': { accent: true },
    accent: { accent: true },
    emphasis: { accent: true },
    fermata: { fermata: true },
    mordent: { ornament: 'mordent' },
    lowermordent: { ornament: 'mordent' },
    uppermordent: { ornament: 'mordent' },
    pralltriller: { ornament: 'mordent' },
    snap: { stroke: 'snap' },
    arpeggio: { stroke: 'roll' },
    slide: { slide: { from: 'below' } },
  }),
);

/** p notes in the time of q, by p; for 5, 7 and 9 by the metre (ABC standard 2.1, 4.13). */
export const tupletTimes = (notes: number, isCompound: boolean): number =>
  ({ 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 })[notes] ?? (isCompound ? 3 : 2);

/** Everything that can begin at a place of a line of music, longest first. */
export const token =
  /"([^"]*)"|!([^!\s]*)!|\+([a-z]+)\+|\[([A-Za-z]):([^\]]*)\]|\{\/?([^}]*)\}|\[(\d[\d,-]*)|(\|\]|\|\||\[\||\|:|:\|:|::|:\||\|)(\d[\d,-]*)?|\((\d)(?::(\d?))?(?::(\d?))?|(\[[^\]|]*\])(\d*\/*\d*)|([_^=]*[A-Ga-g][,']*)(\d*\/*\d*)|([zxZX])(\d*\/*\d*)|([<>]+)|(-)|([.~HLMOPSTuv])|(\s+|[()&y`\\*])/y;
