import { useSyncExternalStore } from 'react';

/** What a person sets once for this browser: how names are written, which hand, and the guitar on the knee. */
export interface Settings {
  readonly noteNames: 'english' | 'german';
  readonly leftHanded: boolean;
  /** Which fingers the sheet shows. */
  readonly fingers: 'none' | 'picking' | 'both';
  /** Whether standard notation stands over the tab. */
  readonly staff: boolean;
  /** What the call line says of each note: its string, or its fret, too; or that there is none. */
  readonly call: 'strings' | 'frets' | 'none';
  /** The tuning the guitar is in today, by name or pitches. */
  readonly today: string;
  /** Strings of a guitar that no piece says anything about. */
  readonly gauges: string;
  /** How late this machine hears what it has sounded, in ms; null until it is measured. */
  readonly hearsItselfLateMs: number | null;
}

const usual: Settings = {
  noteNames: 'english',
  leftHanded: false,
  fingers: 'both',
  staff: false,
  call: 'strings',
  today: 'standard',
  gauges: 'light',
  hearsItselfLateMs: null,
};

const choices: { readonly [Name in 'noteNames' | 'fingers' | 'call']: readonly Settings[Name][] } = {
  noteNames: ['english', 'german'],
  fingers: ['none', 'picking', 'both'],
  call: ['strings', 'frets', 'none'],
};

const place = 'jocund-settings';
const listeners = new Set<() => void>();
let settings = read();

/** What the browser kept, field by field; whatever cannot be read is as usual. */
function read(): Settings {
  const kept = readKept();
  const one = <T>(options: readonly T[], value: unknown, otherwise: T): T =>
    options.find((each) => each === value) ?? otherwise;
  const text = (value: unknown, otherwise: string) =>
    typeof value === 'string' && value.length < 80 ? value : otherwise;
  const delay = (value: unknown) => (typeof value === 'number' && Math.abs(value) < 1000 ? value : null);
  return {
    noteNames: one(choices.noteNames, kept.noteNames, usual.noteNames),
    fingers: one(choices.fingers, kept.fingers, usual.fingers),
    call: one(choices.call, kept.call, usual.call),
    leftHanded: kept.leftHanded === true,
    staff: kept.staff === true,
    today: text(kept.today, usual.today),
    gauges: text(kept.gauges, usual.gauges),
    hearsItselfLateMs: delay(kept.hearsItselfLateMs),
  };
}

function readKept(): Partial<Record<keyof Settings, unknown>> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place) ?? '{}');
    return typeof kept === 'object' && kept !== null ? kept : {};
  } catch {
    return {};
  }
}

function write(next: Settings): void {
  settings = next;
  try {
    localStorage.setItem(place, JSON.stringify(next));
  } catch {
    // A browser that keeps nothing still works until it is closed.
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  const onStorage = (event: StorageEvent) => {
    if (event.key !== place) return;
    settings = read();
    listener();
  };
  listeners.add(listener);
  addEventListener('storage', onStorage);
  return () => {
    listeners.delete(listener);
    removeEventListener('storage', onStorage);
  };
};

/** This browser's settings and a way to change some of them. */
export function useSettings(): readonly [Settings, (change: Partial<Settings>) => void] {
  const current = useSyncExternalStore(subscribe, () => settings);
  return [current, (change) => write({ ...settings, ...change })];
}
