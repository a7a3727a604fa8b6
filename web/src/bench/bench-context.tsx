import { scoreFindings } from '@jocund/core/checking';
import type { Finding, Score } from '@jocund/core/score';
import {
  createContext,
  startTransition,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import type { SheetPlace } from '../score-view/place.ts';
import type { Player } from '../sound/player.ts';
import { fittingGrid } from './score/fitting-grid.ts';
import type { ScoreStore } from './score-store.ts';
import { useCheck, type Check } from './use-check.ts';

/** What every stage of the bench shares: the score under edit, the cursor on it, and the player. */
export interface Bench {
  readonly arrangementId: string;
  readonly score: Score;
  readonly edit: ScoreStore['edit'];
  readonly undo: () => void;
  readonly redo: () => void;
  readonly steps: { readonly undo: number; readonly redo: number };
  readonly cursor: SheetPlace;
  /** Goes to a place and lets the selection go. */
  readonly setCursor: (place: SheetPlace) => void;
  /** Where the selection began; undefined while nothing is selected. */
  readonly anchor: SheetPlace | undefined;
  /** Goes to a place and selects what lies between. */
  readonly extendTo: (place: SheetPlace) => void;
  /** Whether pointing at a place selects up to it: how a finger selects. */
  readonly pointingSelects: boolean;
  readonly setPointingSelects: (selects: boolean) => void;
  /** Whether a place was tapped that is written with the pad below the sheet. */
  readonly isTapping: boolean;
  readonly setTapping: (taps: boolean) => void;
  /** Ticks the cursor moves by: as chosen for this bar, else what its notes fall on. */
  readonly grid: number;
  readonly setGrid: (ticks: number) => void;
  /** Queries of the score, worked out a moment after the edit so that typing is not held up. */
  readonly findings: readonly Finding[];
  /** Both hands, as last worked out. */
  readonly check: Check;
  readonly player: Player;
}

const BenchContext = createContext<Bench | undefined>(undefined);

interface BenchNow {
  readonly bench: Bench;
  /** Whether the keyboard is where each key counts. */
  readonly setHasKeys: (has: boolean) => void;
}

const BenchNowContext = createContext<BenchNow | undefined>(undefined);

/** The bench. While notes are written by keyboard, what stands around the sheet follows when there is time: within {@link AtOnce} it is the bench as it is, elsewhere as it was a moment ago. */
export function useBench(): Bench {
  const bench = useContext(BenchContext);
  if (!bench) throw new Error('useBench outside of a bench');
  return bench;
}

/** What is under the fingers: drawn at each key press, before all else. */
export function AtOnce({ children }: { readonly children: ReactNode }) {
  const now = useContext(BenchNowContext);
  if (!now) throw new Error('AtOnce outside of a bench');
  const { bench, setHasKeys } = now;
  const isPressed = useRef(false);
  // What goes with the keyboard in it loses it without a word.
  useEffect(() => () => setHasKeys(false), [setHasKeys]);
  useEffect(() => {
    const onPointer = ({ type }: Event) => {
      isPressed.current = type === 'pointerdown';
    };
    const types = ['pointerdown', 'pointerup', 'pointercancel'] as const;
    for (const type of types) addEventListener(type, onPointer, true);
    return () => {
      for (const type of types) removeEventListener(type, onPointer, true);
    };
  }, []);
  const leave = () => setHasKeys(false);
  return (
    <div
      className="contents"
      onFocus={() => setHasKeys(true)}
      // A press beside the sheet takes the keyboard away before it is a click: what is pressed must not be drawn anew under it.
      onBlur={() => (isPressed.current ? startTransition(leave) : leave())}
    >
      <BenchContext value={bench}>{children}</BenchContext>
    </div>
  );
}

/** Whether the cursor stands where it stood, in a score of as many bars: only then may what asks about its place come a moment later. */
const isSamePlace = (one: Bench, other: Bench): boolean =>
  one.cursor === other.cursor &&
  one.anchor === other.anchor &&
  one.grid === other.grid &&
  one.isTapping === other.isTapping &&
  one.pointingSelects === other.pointingSelects &&
  one.score.bars.length === other.score.bars.length;

interface Places {
  readonly place: SheetPlace;
  readonly anchor?: SheetPlace;
}

interface BenchProviderProps {
  readonly arrangementId: string;
  readonly store: ScoreStore;
  readonly player: Player;
  readonly children: ReactNode;
}

export function BenchProvider({ arrangementId, store, player, children }: BenchProviderProps) {
  const score = useSyncExternalStore(store.subscribe, store.getScore);
  const steps = useSyncExternalStore(store.subscribe, store.getSteps);
  const [{ place, anchor }, setPlaces] = useState<Places>({ place: { bar: 0, tick: 0, string: 1 } });
  const [pointingSelects, setPointingSelects] = useState(false);
  const [isTapping, setTapping] = useState(false);
  const [chosenGrid, setChosenGrid] = useState<{ readonly bar: number; readonly grid: number } | undefined>();
  const grid = chosenGrid?.bar === place.bar ? chosenGrid.grid : fittingGrid(score.bars[place.bar]);
  const settled = useDeferredValue(score);
  const check = useCheck(settled);
  const { checked } = check;
  const findings = useMemo(() => checked?.open ?? scoreFindings(settled), [checked, settled]);
  const lastBar = score.bars.length - 1;
  const bench = useMemo<Bench>(
    () => ({
      arrangementId,
      score,
      edit: store.edit,
      undo: store.undo,
      redo: store.redo,
      steps,
      cursor: place.bar > lastBar ? { ...place, bar: lastBar, tick: 0 } : place,
      setCursor: (next) => {
        setPlaces({ place: next });
        setPointingSelects(false);
      },
      anchor: anchor && anchor.bar <= lastBar ? anchor : undefined,
      extendTo: (next) => setPlaces((before) => ({ place: next, anchor: before.anchor ?? before.place })),
      pointingSelects,
      setPointingSelects,
      isTapping,
      setTapping,
      grid,
      setGrid: (ticks) => setChosenGrid({ bar: place.bar, grid: ticks }),
      findings,
      check,
      player,
    }),
    [
      arrangementId,
      score,
      store,
      steps,
      place,
      anchor,
      pointingSelects,
      isTapping,
      lastBar,
      grid,
      findings,
      check,
      player,
    ],
  );
  const [hasKeys, setHasKeys] = useState(false);
  const aMomentAgo = useDeferredValue(bench);
  const now = useMemo(() => ({ bench, setHasKeys }), [bench]);
  return (
    <BenchNowContext value={now}>
      <BenchContext value={hasKeys && isSamePlace(aMomentAgo, bench) ? aMomentAgo : bench}>
        {children}
      </BenchContext>
    </BenchNowContext>
  );
}
