import type { HeardBass } from '../sound/heard-bass.ts';
import type { Click, Playing } from './use-playing.ts';

type Heard = 'thumb' | 'tune' | 'both' | 'thumb first';

const cell =
  'narrow flex min-h-11 min-w-0 flex-1 items-center justify-center border border-ink1-65 px-1 text-center font-semibold leading-tight';
const off = 'text-paper hover:bg-ink1-80';
const on = 'bg-paper text-ink1';

interface PickProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: readonly { readonly value: Value; readonly label: string; readonly sign?: string }[];
  readonly onChange: (value: Value) => void;
}

/** A few ways, each as large as a thumb. */
const Pick = <Value extends string>({ label, value, options, onChange }: PickProps<Value>) => (
  <div role="group" aria-label={label} className="flex flex-1">
    {options.map((option) => (
      <button
        key={option.value}
        type="button"
        aria-pressed={option.value === value}
        className={`${cell} text-note ${option.value === value ? on : off}`}
        onClick={() => onChange(option.value)}
      >
        {option.sign && (
          <span aria-hidden className="mr-1 text-label">
            {option.sign}
          </span>
        )}
        {option.label}
      </button>
    ))}
  </div>
);

/** What is heard: which hand, and how the bass ends. */
export function SoundRow({ playing }: { playing: Playing }) {
  const { voices, setVoice, bass, setBass, isThumbFirst, setThumbFirst } = playing;
  const heard: Heard = isThumbFirst
    ? 'thumb first'
    : voices.thumb && voices.melody
      ? 'both'
      : voices.thumb
        ? 'thumb'
        : 'tune';
  return (
    <div className="flex flex-col gap-1.5 sm:flex-row">
      <Pick<Heard>
        label="What is heard"
        value={heard}
        options={[
          { value: 'thumb', label: 'thumb', sign: '■' },
          { value: 'tune', label: 'tune', sign: '○' },
          { value: 'both', label: 'both' },
          { value: 'thumb first', label: 'thumb 2 bars, then both' },
        ]}
        onChange={(next) => {
          setThumbFirst(next === 'thumb first');
          setVoice('thumb', next !== 'tune');
          setVoice('melody', next !== 'thumb');
        }}
      />
      <Pick<HeardBass>
        label="How the bass ends"
        value={bass}
        options={[
          { value: 'as written', label: 'bass as written' },
          { value: 'damped', label: 'damped' },
          { value: 'ringing', label: 'ringing' },
        ]}
        onChange={setBass}
      />
    </div>
  );
}

interface TempoRowProps {
  readonly playing: Playing;
  readonly tempoBpm: number;
  readonly onTempo: (bpm: number) => void;
  readonly countsIn: boolean;
  readonly onCountsIn: (on: boolean) => void;
  readonly onToggle: () => void;
  /** Whether bars have a 2 and a 4. */
  readonly hasBackBeats: boolean;
}

const clickWords: Readonly<Record<Click, string>> = {
  off: 'click',
  'every beat': 'click',
  'on 2 and 4': 'click 2 + 4',
};

/** What one touch makes of the click. */
const nextClick = (click: Click, hasBackBeats: boolean): Click =>
  click === 'off' ? 'every beat' : click === 'every beat' && hasBackBeats ? 'on 2 and 4' : 'off';

/** Play and pause, the tempo by hand, count-in and click. */
export function TempoRow({
  playing,
  tempoBpm,
  onTempo,
  countsIn,
  onCountsIn,
  onToggle,
  hasBackBeats,
}: TempoRowProps) {
  const isOn = playing.status !== 'idle';
  return (
    <div className="flex gap-2">
      <button
        type="button"
        className="figure min-h-14 w-24 flex-none bg-brass px-2 text-xl text-ink1"
        onClick={onToggle}
      >
        {playing.status === 'rendering' ? 'making …' : isOn ? 'Pause' : 'Play'}
      </button>
      <div className="flex flex-1" role="group" aria-label="Tempo">
        <button
          type="button"
          aria-label="Slower"
          className={`${cell} ${off} text-2xl`}
          onClick={() => onTempo(tempoBpm - 2)}
        >
          −
        </button>
        <output className={`${cell} figure text-xl text-paper`} aria-label="Tempo now">
          ♩{tempoBpm}
        </output>
        <button
          type="button"
          aria-label="Faster"
          className={`${cell} ${off} text-2xl`}
          onClick={() => onTempo(tempoBpm + 2)}
        >
          +
        </button>
      </div>
      <button
        type="button"
        aria-pressed={countsIn}
        className={`${cell} max-w-14 ${countsIn ? on : off}`}
        onClick={() => onCountsIn(!countsIn)}
      >
        count in
      </button>
      <button
        type="button"
        aria-pressed={playing.click !== 'off'}
        aria-label={`Click: ${playing.click}`}
        className={`${cell} max-w-14 ${playing.click === 'off' ? off : on}`}
        onClick={() => playing.setClick(nextClick(playing.click, hasBackBeats))}
      >
        {clickWords[playing.click]}
      </button>
    </div>
  );
}
