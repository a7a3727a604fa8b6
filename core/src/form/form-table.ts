/** A form as its bars are counted: sections in the order they are played. */
export interface FormPlan {
  readonly id: string;
  readonly name: string;
  readonly sections: readonly { readonly name: string; readonly bars: number }[];
}

/** The usual lengths of the trade (common practice). What is held in their bars is written by the teacher. */
export const formTable: readonly FormPlan[] = [
  { id: '8-bar', name: '8 bars', sections: [{ name: 'A', bars: 8 }] },
  { id: '12-bar', name: '12 bars, blues', sections: [{ name: 'A', bars: 12 }] },
  {
    id: '16-bar',
    name: '16 bars, a song of four-bar phrases',
    sections: [{ name: 'A', bars: 16 }],
  },
  { id: '20-bar', name: '20 bars', sections: [{ name: 'A', bars: 20 }] },
  {
    id: 'strain',
    name: '32 bars, two ragtime strains',
    sections: [
      { name: 'A', bars: 16 },
      { name: 'B', bars: 16 },
    ],
  },
  {
    id: 'aaba',
    name: '32 bars, A A B A',
    sections: [
      { name: 'A', bars: 8 },
      { name: 'A 2', bars: 8 },
      { name: 'B', bars: 8 },
      { name: 'A 3', bars: 8 },
    ],
  },
];

export const barsOfForm = ({ sections }: FormPlan): number =>
  sections.reduce((sum, { bars }) => sum + bars, 0);
