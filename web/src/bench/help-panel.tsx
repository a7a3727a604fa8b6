import { Panel } from '../ui/dialog.tsx';
import { barKeys } from './score/bar-keys.ts';
import { movingKeys } from './score/moving-keys.ts';
import { keyWords, noteKeys } from './score/note-keys.ts';
import { stretchKeys } from './score/stretch-keys.ts';

const moving = [
  ...movingKeys.map(({ shownKeys, words }) => [shownKeys, words]),
  ['with Shift', 'selects on the way; Ctrl A all, Esc lets go'],
  ['Shift T, Shift M', 'to the thumb, to the melody, the cursor stays'],
  ['G', 'slots: eighths, triplets, sixteenths'],
];
const writing = [
  ['0 – 9', 'fret; two digits quickly for 10 and up'],
  ['Enter', 'the fret of the grip'],
  ['.  and  ,', 'longer, shorter by a slot'],
  ...stretchKeys.map(({ shownKey, words }) => [shownKey, words]),
  ...barKeys.map(({ key, words }) => [key, words]),
];
const whole = [
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo; from anywhere'],
  ['Shift 1 – 8', 'the stages, from anywhere (Alt Shift where digits need Shift)'],
  ['Ctrl C, Ctrl X, Ctrl V', 'copy, cut what is selected, or else copy this bar; lay it down'],
  ['Ctrl Shift V', 'lay copied notes as a riff that follows those it comes from'],
  ['Ctrl Enter', 'new bar after this one'],
  ['Ctrl Backspace', 'take this bar out'],
  ['Space', 'play from this bar, stop'],
  ['L', 'loop this bar, loop off'],
  ['Shift D', 'hear the bass damped, ringing, as written'],
  ['Shift K', 'the call in time, large and spoken'],
  ['Q', 'to the queries; there 1 and 2 mend, 0 lets it stand, Enter goes to the place'],
  ['?', 'this page'],
];

const listening = [
  ['← →', 'from found note to found note'],
  ['Enter, Shift Enter', 'take it; take all sure ones'],
  ['Backspace', 'refuse it'],
  ['M', 'another string that has the pitch'],
  ['↑ ↓', 'an octave higher, lower'],
  ['L', 'loop only this note'],
  ['A', 'the recording, or the score in its time; from anywhere on Listen'],
];

/** Every key of the bench. */
export function HelpPanel({ onClose }: { onClose: () => void }) {
  return (
    <Panel title="Keys" open onClose={onClose} width={820}>
      <div className="grid gap-6 sm:grid-cols-2">
        <Keys title="Move on the score" keys={moving} />
        <Keys title="Write, on Melody and Thumb; what is selected goes together" keys={writing} />
        <Keys
          title="Mark the note under the cursor"
          keys={noteKeys.map(({ key, words }) => [keyWords(key), words])}
        />
        <Keys title="The whole piece" keys={whole} />
        <Keys title="On Listen, with the focus on the notes found" keys={listening} />
      </div>
    </Panel>
  );
}

const Keys = ({ title, keys }: { title: string; keys: readonly (readonly string[])[] }) => (
  <section>
    <h3 className="border-b-[1.5px] border-ink1 pb-1 text-base">{title}</h3>
    <dl>
      {keys.map(([key, words]) => (
        <div key={key} className="flex justify-between gap-4 border-b border-ink1-22 py-1">
          <dt className="font-semibold whitespace-nowrap">{key}</dt>
          <dd className="text-right">{words}</dd>
        </div>
      ))}
    </dl>
  </section>
);
