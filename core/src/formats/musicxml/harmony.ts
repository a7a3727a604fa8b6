import type { Element } from '../xml/index.ts';
import { parseNoteName } from '../../pitch/index.ts';
import { soundingFrets, type PlacedGrip, type Score } from '../../score/index.ts';
import { nameGrip, pressedRange } from '../../shapes/index.ts';

/** MusicXML `kind` values of our chord suffixes; a kind the format does not know is "other" with our text. */
export const chordKinds: Readonly<Record<string, string>> = {
  '': 'major',
  m: 'minor',
  '5': 'power',
  '7': 'dominant',
  m7: 'minor-seventh',
  maj7: 'major-seventh',
  dim7: 'diminished-seventh',
  dim: 'diminished',
  aug: 'augmented',
  '6': 'major-sixth',
  m6: 'minor-sixth',
  m7b5: 'half-diminished',
  sus4: 'suspended-fourth',
  sus2: 'suspended-second',
  '9': 'dominant-ninth',
  m9: 'minor-ninth',
  maj9: 'major-ninth',
  mmaj7: 'major-minor',
  '13': 'dominant-13th',
};

/** Adds a `harmony` with the grip's literal name and its frame; tones without a plain name give a frame alone. */
export function addHarmony(measure: Element, score: Score, grip: PlacedGrip): void {
  const { name, root, bass } = nameGrip(score.tuning, soundingFrets(grip), { key: score.key });
  const harmony = measure.ele('harmony');
  const rootName = parseNoteName(root);
  const rootElement = harmony.ele('root');
  if (rootName.ok) {
    rootElement.ele('root-step').txt(rootName.value.letter);
    if (rootName.value.alter !== 0) rootElement.ele('root-alter').txt(String(rootName.value.alter));
  }
  const suffix = name?.slice(root.length).replace(/\/[A-G][#b]*$/, '') ?? '';
  harmony
    .ele('kind', { text: suffix })
    .txt(name === null ? 'other' : (chordKinds[suffix.replace(/no.*$/, '')] ?? 'other'));
  const bassName = parseNoteName(bass);
  if (bass !== root && bassName.ok) {
    const bassElement = harmony.ele('bass');
    bassElement.ele('bass-step').txt(bassName.value.letter);
    if (bassName.value.alter !== 0) bassElement.ele('bass-alter').txt(String(bassName.value.alter));
  }
  addFrame(harmony, grip);
  if (grip.tick > 0) harmony.ele('offset').txt(String(grip.tick));
}

function addFrame(harmony: Element, { frets, fingers }: PlacedGrip): void {
  const range = pressedRange(frets);
  const first = !range || range.highest <= 4 ? 1 : range.lowest;
  const frame = harmony.ele('frame');
  frame.ele('frame-strings').txt('6');
  frame.ele('frame-frets').txt(String(Math.max(4, (range?.highest ?? 0) - first + 1)));
  if (first > 1) frame.ele('first-fret').txt(String(first));
  frets.forEach((fret, index) => {
    if (fret === null) return;
    const note = frame.ele('frame-note');
    note.ele('string').txt(String(6 - index));
    note.ele('fret').txt(String(fret));
    const finger = fingers?.[index];
    if (finger) note.ele('fingering').txt(String(finger));
  });
}
