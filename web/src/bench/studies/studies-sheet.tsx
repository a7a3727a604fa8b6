import { Choice } from '../../ui/choice.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { AfterPlayerPanel } from './after-player-panel.tsx';
import { AnchorList } from './anchor-list.tsx';
import { EasierPanel } from './easier-panel.tsx';
import { Ladder } from './ladder.tsx';
import { WordsView } from './words-view.tsx';

const views = [
  { value: 'ladder', label: 'Ladder' },
  { value: 'easier', label: 'Easier version' },
  { value: 'after', label: 'After a player' },
  { value: 'words', label: 'In words' },
  { value: 'grades', label: 'What the grades mean' },
] as const;
type View = (typeof views)[number]['value'];

/** The Studies stage: the ladder, an easier version of the piece, the piece in words, or the studies that pin the grades. */
export function StudiesSheet() {
  const { read, write } = useAddress();
  const view = views.find(({ value }) => value === read('view'))?.value ?? 'ladder';
  return (
    <>
      <div className="mx-4.5 mt-3">
        <Choice<View>
          label="What to see of the studies"
          value={view}
          options={views}
          onChange={(next) => write('view', next === 'ladder' ? '' : next)}
        />
      </div>
      {view === 'ladder' && <Ladder />}
      {view === 'easier' && <EasierPanel />}
      {view === 'after' && <AfterPlayerPanel />}
      {view === 'words' && <WordsView />}
      {view === 'grades' && <AnchorList />}
    </>
  );
}
