import { Panel } from '../ui/dialog.tsx';
import { keyWords, noteKeys } from './score/note-keys.ts';

const moving = [
  ['← →', 'one slot'],
  ['↑ ↓', 'one string'],
  ['Shift ← →', 'one bar'],
  ['Page Up, Page Down', 'four bars'],
  ['Home, End', 'first and last slot of the bar'],
  ['G', 'slots: eighths, triplets, sixteenths'],
];
const writing = [
  ['0 – 9', 'fret; two digits quickly for 10 and up'],
  ['Delete', 'take the note out'],
  ['.  and  ,', 'longer, shorter by a slot'],
];
const whole = [
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Ctrl C, Ctrl V', 'copy this bar, lay it over another'],
  ['Ctrl Enter', 'new bar after this one'],
  ['Ctrl Backspace', 'take this bar out'],
  ['Space', 'play from this bar, stop'],
  ['L', 'loop this bar, loop off'],
  ['Q', 'to the queries; there 1 and 2 mend, 0 lets it stand, Enter goes to the place'],
  ['?', 'this page'],
];

/** Every key of the bench. */
export function HelpPanel({ onClose }: { onClose: () => void }) {
  return (
    <Panel title="Keys" open onClose={onClose} width={820}>
      <div className="grid gap-6 sm:grid-cols-2">
        <Keys title="Move on the score" keys={moving} />
        <Keys title="Write, on Melody and Thumb" keys={writing} />
        <Keys
          title="Mark the note under the cursor"
          keys={noteKeys.map(({ key, words }) => [keyWords(key), words])}
        />
        <Keys title="The whole piece" keys={whole} />
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
