import { callLine, type CallEntry } from '@jocund/core/directions';
import { isOnBeat, numberOfBar, ticksPerQuarter, type Bar, type Score } from '@jocund/core/score';
import type { Moment } from '@jocund/core/sound';
import { useEffect, useMemo } from 'react';

/** A call off the beat is said by voice only where so much time is left until the next. */
const leastTimeMs = 450;
/** Quicker than talk, so that a word is over before the next beat. */
const rate = 1.5;

/** What is called at a moment: the last call of its bar that has come. */
function callAt(entries: readonly CallEntry[], { bar, tick }: Moment, score: Score): CallEntry | undefined {
  const number = numberOfBar(score, bar);
  return entries.findLast((entry) => entry.bar === number && entry.tick <= tick);
}

/** Whether a call is said aloud: on a beat always, between beats where there is time. */
function isSaid(
  bar: Bar | undefined,
  tempoBpm: number,
  entry: CallEntry,
  next: CallEntry | undefined,
): boolean {
  if (!bar || isOnBeat(bar.metre, entry.tick)) return true;
  const ticks = (next?.bar === entry.bar ? next.tick : entry.tick) - entry.tick;
  return (ticks / ticksPerQuarter) * (60_000 / tempoBpm) >= leastTimeMs;
}

/** "pinch 6+1" as it is spoken. */
const aloud = (text: string): string => text.replaceAll('+', ' ').replaceAll('–', ' to ');

interface SpokenCallProps {
  readonly score: Score;
  /** As it is played, in quarters a minute. */
  readonly tempoBpm: number;
  /** What sounds now. */
  readonly moment: Moment | undefined;
}

/** The call in time with what plays: large, and spoken where the browser has a voice. */
export function SpokenCall({ score, tempoBpm, moment }: SpokenCallProps) {
  const entries = useMemo(() => callLine(score), [score]);
  const entry = moment && callAt(entries, moment, score);
  const next = entry && entries[entries.indexOf(entry) + 1];
  const saysAloud = moment && entry ? isSaid(score.bars[moment.bar], tempoBpm, entry, next) : false;
  const text = entry?.text;
  const at = moment && entry ? `${moment.atS} ${entry.tick}` : '';
  useEffect(() => {
    if (text === undefined || !saysAloud) return;
    sayAloud(aloud(text));
  }, [at, text, saysAloud]);
  useEffect(() => silence, []);
  return (
    <p
      data-testid="spoken-call"
      className="flex min-h-18 flex-none items-baseline justify-center gap-6 border-t-[3px] border-ink1 bg-paper px-4 py-2 text-ink1 print:hidden"
    >
      <span className="figure w-12 text-right text-[clamp(1.5rem,6vw,2.25rem)] leading-none text-ink1-65">
        {entry?.count ?? ''}
      </span>
      <span className="narrow text-[clamp(1.7rem,7.5vw,3rem)] leading-none font-bold">
        {text ?? 'The call comes with the music.'}
      </span>
    </p>
  );
}

const voice = (): SpeechSynthesis | undefined =>
  'speechSynthesis' in globalThis && speechSynthesis.getVoices().length > 0 ? speechSynthesis : undefined;

function sayAloud(text: string): void {
  const speaks = voice();
  if (!speaks) return;
  const words = new SpeechSynthesisUtterance(text);
  words.rate = rate;
  words.lang = 'en';
  // What was not finished is past: the next call is due now.
  speaks.cancel();
  speaks.speak(words);
}

const silence = (): void => voice()?.cancel();
