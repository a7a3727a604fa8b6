import { callLine } from '../directions/index.ts';
import type { Phrase } from '../form/index.ts';
import type { NameLanguage } from '../pitch/index.ts';
import { numberOfBar, type Score, type ToldPhrase } from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';

/** Which telling of a phrase is meant. */
export interface Telling {
  readonly depth: ToldPhrase['depth'];
  readonly language: NameLanguage;
}

/** A phrase in the teacher's own words, and whether it still plays what they were written for. */
export interface OwnWords {
  readonly text: string;
  readonly fits: boolean;
}

/** FNV-1a, 32 bits (Fowler, Noll, Vo): tells one text from another, no more. */
function printOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, '0');
}

/** The print of what a phrase plays: its grips and its call with frets. Fingers, names and whoever reads it do not count. */
function phrasePrint(score: Score, { first, last }: Phrase): string {
  const calls = callLine(score, numberOfBar(score, first), numberOfBar(score, last));
  const grips = score.bars
    .slice(first, last + 1)
    .map(({ grips: own }) => own.map(({ tick, frets }) => `${tick} ${fretsText(frets)}`).join());
  return printOf(JSON.stringify([grips, calls.map(({ bar, tick, full }) => [bar, tick, full])]));
}

/** What the teacher wrote for a phrase; undefined where it is told as it is made. */
export function ownWordsOf(score: Score, phrase: Phrase, { depth, language }: Telling): OwnWords | undefined {
  const own = score.bars[phrase.first]?.told?.find(
    (each) => each.depth === depth && each.language === language,
  );
  return own && { text: own.text, fits: own.of === phrasePrint(score, phrase) };
}

/** Has a phrase told in the teacher's words, from what it plays now; without words as it is made again. */
export function tellPhrase(score: Score, phrase: Phrase, telling: Telling, text: string | undefined): Score {
  const bar = score.bars[phrase.first];
  if (!bar) return score;
  const { told = [], ...rest } = bar;
  const others = told.filter(
    ({ depth, language }) => depth !== telling.depth || language !== telling.language,
  );
  const now =
    text === undefined || text.trim() === ''
      ? others
      : [
          ...others,
          {
            depth: telling.depth,
            language: telling.language,
            text: text.trim(),
            of: phrasePrint(score, phrase),
          },
        ];
  return {
    ...score,
    bars: score.bars.with(phrase.first, now.length === 0 ? rest : { ...rest, told: now }),
  };
}
