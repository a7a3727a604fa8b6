import { fail, ok, type Result } from '../../fault/index.ts';
import type { Voice } from '../../score/index.ts';
import type { LeftOutList } from '../reading/index.ts';
import { childrenOf, find, textOf, type XmlNode } from '../xml/index.ts';

/** The part of a score that is read: its measures, and which of its notes count. */
export interface ChosenPart {
  readonly measures: readonly XmlNode[];
  readonly reads: (note: XmlNode) => boolean;
  /** The hand a note belongs to, where the part tells by voices which is which. */
  readonly voiceOf: (note: XmlNode) => Voice | undefined;
}

interface Part {
  readonly name: string;
  readonly measures: readonly XmlNode[];
}

/** A timewise score says the same bar by bar: it is turned round. */
function partsOf(root: XmlNode): Part[] {
  const names = new Map(
    childrenOf(find(root, 'part-list'), 'score-part').map((each) => [
      each.attributes.id ?? '',
      textOf(each, 'part-name') ?? each.attributes.id ?? '',
    ]),
  );
  const byId = new Map<string, XmlNode[]>();
  if (root.name === 'score-timewise')
    for (const measure of childrenOf(root, 'measure'))
      for (const part of childrenOf(measure, 'part')) {
        const id = part.attributes.id ?? '';
        byId.set(id, [...(byId.get(id) ?? []), { ...part, name: 'measure', attributes: measure.attributes }]);
      }
  else
    for (const part of childrenOf(root, 'part'))
      byId.set(part.attributes.id ?? '', childrenOf(part, 'measure'));
  return [...byId].map(([id, measures]) => ({ name: names.get(id) ?? id, measures }));
}

const notesOf = ({ measures }: Pick<Part, 'measures'>): XmlNode[] =>
  measures.flatMap((measure) => childrenOf(measure, 'note'));

const isTabNote = (note: XmlNode): boolean =>
  childrenOf(note, 'notations').some((each) => find(each, 'technical', 'fret') !== undefined);

/** Chooses the first part with tab, else the first with notes; in a part that is written twice, notes and tab, its tab. */
export function choosePart(root: XmlNode, leftOut: LeftOutList): Result<ChosenPart> {
  if (root.name !== 'score-partwise' && root.name !== 'score-timewise')
    return fail(`The file is XML, but “${root.name}” is not a score`, 'Choose a MusicXML file');
  const parts = partsOf(root);
  const part =
    parts.find((each) => notesOf(each).some(isTabNote)) ??
    parts.find((each) => notesOf(each).some((note) => find(note, 'pitch'))) ??
    parts[0];
  if (!part) return fail('The score has no parts', 'Choose a file with a melody or a tab');
  for (const other of parts) if (other !== part) leftOut.add(`the part “${other.name}”`);
  const notes = notesOf(part);
  const staffOf = (note: XmlNode) => textOf(note, 'staff') ?? '1';
  const tabStaves = new Set(notes.filter(isTabNote).map(staffOf));
  const staves = new Set(notes.map(staffOf));
  const isDoubled = tabStaves.size > 0 && staves.size > tabStaves.size;
  if (isDoubled) leftOut.add('the staff in standard notation, which says the same as the tab');
  const read = notes.filter((note) => !isDoubled || tabStaves.has(staffOf(note)));
  const voices = [...new Set(read.map((note) => textOf(note, 'voice') ?? '1'))].sort();
  return ok({
    measures: part.measures,
    reads: (note) => !isDoubled || tabStaves.has(staffOf(note)),
    voiceOf: (note) => voiceOf(textOf(note, 'voice') ?? '1', voices, textOf(note, 'stem')),
  });
}

/** Two voices are the two hands: the first the melody, the second the thumb. One voice, or many, do not tell. */
function voiceOf(voice: string, voices: readonly string[], stem: string | undefined): Voice | undefined {
  if (voices.length === 2) return voice === voices[0] ? 'melody' : 'thumb';
  if (voices.length === 1 && voice === '2' && stem === 'down') return 'thumb';
  return undefined;
}
