import { techniquesOf, type Score, type TechniqueWord } from '../score/index.ts';

/** How each mark looks on the sheet, and what it is. */
const signs: Readonly<Record<TechniqueWord, string>> = {
  hammer: 'Bow with h: hammer-on',
  pull: 'Bow with p: pull-off',
  slide: 'Slanted line: slide',
  below: 'Short rising line before a note: slide in from below',
  above: 'Short falling line before a note: slide in from above',
  fall: 'Short falling line after a note: slide away below',
  rise: 'Short rising line after a note: slide away above',
  slow: '“slow”: the slide takes all its time',
  again: 'Stroke before a note: picked again',
  tied: 'Small ring: held over, not struck',
  bend: 'Arrow up: bend, in cents or toward the blue third',
  release: 'Arrow up and down: bend and release',
  prebend: 'Straight arrow: bent before it is picked',
  unbend: 'Straight arrow and down: bent before it is picked, then released',
  mordent: 'Zigzag: mordent',
  turn: 'hp under a bow: hammer-on and pull-off within the note',
  harmonic: 'Angle brackets: harmonic',
  dead: '×: muted stroke',
  slap: '“slap”: slap the strings',
  snap: 'Ring with a stroke: let the string snap',
  brush: 'Arrow up the strings: brush from the thick ones',
  brushback: 'Arrow down the strings: brush back from the thin ones',
  roll: 'Wave with an arrow up: roll from the thick strings',
  rollback: 'Wave with an arrow down: roll from the thin strings',
  drag: 'Bow beside notes: one finger drawn across them',
  drone: 'Dotted line: kept sounding',
  ring: '“ring” or a bow after a note: let it ring',
  stop: '“stop” or a small cross: stopped',
  palm: '“palm” or a small block: under the palm',
  lift: '“lift” or a small hat: ended by lifting the grip',
  accent: 'Wedge: accent',
  short: 'Dot: short',
  hold: 'Bow over a dot: held longer',
  grace: 'Small note: just before the beat',
  optional: 'Round brackets: may be left out',
  guess: '?: not sure that it was played so',
  mine: '*: the teacher’s own',
  glass: 'Bar over a note: bottleneck, ~ where it shakes',
  noise: 'Bar and dots over a note: bottleneck, its noise kept',
};

/** How to read a printed sheet: every sign that it uses, and no other; then the usual caution. Without tab there are stems for the voices, and marks are in the call line. */
export function sheetLegend(scores: readonly Pick<Score, 'capo' | 'bars'>[], hasTab = true): string {
  const bars = scores.flatMap((score) => score.bars);
  const notes = bars.flatMap((bar) => bar.notes);
  const has = (voice: 'thumb' | 'melody') => notes.some((note) => note.voice === voice);
  const isPinched = bars.some((bar) =>
    bar.notes.some(
      ({ voice, tick }) =>
        voice === 'thumb' && bar.notes.some((other) => other.voice === 'melody' && other.tick === tick),
    ),
  );
  const used = new Set(notes.flatMap((note) => techniquesOf(note).map(({ word }) => word)));
  const said = [
    ...(has('thumb') ? [hasTab ? 'Square: thumb' : 'Stems down: thumb'] : []),
    ...(has('melody') ? [hasTab ? 'Circle: melody' : 'Stems up: melody'] : []),
    ...(isPinched && hasTab ? ['Joined by a bar: pinch both'] : []),
    ...(has('melody') ? ['Letters: picking fingers'] : []),
    ...(hasTab
      ? [
          'Small numbers: fretting fingers',
          ...Object.entries(signs).flatMap(([word, sign]) => (used.has(word as TechniqueWord) ? [sign] : [])),
        ]
      : []),
    ...(bars.some(({ repeatTimes }) => repeatTimes !== undefined) ? ['Dots at a bar line: repeat'] : []),
    `Strings are numbered 1, thinnest, to 6; frets count from ${countedFrom(scores.map(({ capo }) => capo))}`,
    'Rest every 20 minutes; stop if anything hurts, tingles or goes numb',
  ];
  return `${said.join('. ')}.`;
}

function countedFrom(capos: readonly number[]): string {
  const [first = 0] = capos;
  if (capos.some((capo) => capo !== first)) return 'the capo of each piece';
  return first > 0 ? `the capo at fret ${first}` : 'the nut';
}
