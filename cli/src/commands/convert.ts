import { basename } from 'node:path';
import { fail, ok, type Result } from '@jocund/core/fault';
import { fingersByBar, layPages, type CallDepth, type Page } from '@jocund/core/engraving';
import { fingerScore, placedFingers } from '@jocund/core/fingering';
import { notInAbc, writeAbc } from '@jocund/core/formats/abc';
import { writeNotesCsv } from '@jocund/core/formats/csv';
import { writeScore } from '@jocund/core/formats/jocund-json';
import { writeJot } from '@jocund/core/formats/jot';
import { writtenEndings, writtenFormatOf, type WrittenFormat } from '@jocund/core/formats/kinds';
import { writeMidi } from '@jocund/core/formats/midi';
import { writeMusicXml } from '@jocund/core/formats/musicxml';
import { packMxl } from '@jocund/core/formats/mxl';
import { leftOutWords } from '@jocund/core/formats/reading';
import { writeSvg } from '@jocund/core/formats/svg';
import { writeTextTab } from '@jocund/core/formats/text-tab';
import { writeWav } from '@jocund/core/formats/wav';
import { defaultFretCount, defaultScaleMm, parseTuning, standardTuning } from '@jocund/core/instrument';
import { withSigns, type NameLanguage } from '@jocund/core/pitch';
import { finished } from '@jocund/core/steps';
import type { WalkThroughDepth } from '@jocund/core/walk-through';
import type { Score } from '@jocund/core/score';
import { drawStaff } from '@jocund/core/staff';
import { layTimeline, renderStereo } from '@jocund/core/sound';
import { writePdf } from '@jocund/press';
import { choice, orRefuse, positional, wholeNumber, type Arguments, type Command } from '../command.ts';
import { readFile, writeWhole } from '../files.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';
import { partOf, partOptions, partUsage } from '../part-of-score.ts';
import { fitFrom } from './fit.ts';

type Written = Result<string | Uint8Array> | Promise<Result<string | Uint8Array>>;
type Writer = (score: Score, args: Arguments) => Written;

const sampleRate = 44_100;

const writers: Readonly<Record<WrittenFormat, Writer>> = {
  jocund: (score) => ok(writeScore(score)),
  jot: (score) => ok(writeJot(score)),
  musicxml: writeMusicXml,
  mxl: (score) => {
    const xml = writeMusicXml(score);
    return xml.ok ? ok(packMxl(xml.value)) : xml;
  },
  midi: (score, args) =>
    ok(writeMidi(score, { swing: choice(args, 'swing', ['applied', 'written'], 'applied') })),
  abc: (score) => ok(writeAbc(score)),
  'text-tab': (score) => ok(writeTextTab(score)),
  csv: (score) => ok(writeNotesCsv(score)),
  wav: (score) => ok(writeWav(finished(renderStereo(layTimeline(score), sampleRate)), sampleRate)),
  svg: (score, args) => ok(writeSvg(pagesOf(score, args), inksOf(args))),
  pdf: async (score, args) =>
    ok(
      await writePdf(pagesOf(score, args), {
        title: score.title,
        inks: inksOf(args),
        language: languageOf(args) === 'german' ? 'de' : 'en',
      }),
    ),
};

const languageOf = (args: Arguments) =>
  choice<NameLanguage>(args, 'language', ['english', 'german'], 'english');
const inksOf = (args: Arguments) => choice(args, 'inks', ['both', 'black'], 'both');

function pagesOf(score: Score, args: Arguments): Page[] {
  const fingers = placedFingers(fingerScore(score, fingeringOf(args)));
  return layPages(score, {
    shown: withSigns,
    leftHanded: false,
    fingers: fingersByBar(fingers),
    signs: { picking: true, fretting: true },
    paper: choice(args, 'paper', ['a4', 'letter'], 'a4'),
    student: '',
    staff: args.flag('staff') ? drawStaff : undefined,
    call: choice<CallDepth>(args, 'call', ['strings', 'frets', 'none'], 'strings'),
    holds: {
      comments: args.flag('comments'),
      grips: args.flag('grips'),
      practice: args.flag('practice'),
      tuning: args.flag('tuning-plan'),
      song: args.flag('song'),
      large: args.flag('large'),
      verses: args.flag('verses'),
      notesAlone: args.flag('notes-alone'),
      link: linkOf(args),
      words:
        args.text('words') === undefined
          ? undefined
          : choice<WalkThroughDepth>(args, 'words', ['do', 'why'], 'do'),
    },
    language: languageOf(args),
  });
}

/** An address to be printed as a code. */
function linkOf(args: Arguments): string | undefined {
  const link = args.text('link');
  if (link === undefined || (/^https?:\/\/\S+$/.test(link) && link.length <= longestLink)) return link;
  return orRefuse(fail(`--link wants an address of at most ${longestLink} signs`, 'Begin it with https://'));
}

const longestLink = 300;

/** `convert`: any file Jocund reads in another format, told by the ending of OUT. */
export const convert: Command = {
  name: 'convert',
  summary: `a file in another format, by the ending of OUT: ${writtenEndings.join(' ')}`,
  usage: `IN OUT [--tuning TUNING] [--capo N] [--transpose N|auto] [--rhythm spacing|eighths|quarters] [--swing-read undone|as-played] [--swing applied|written] [--inks both|black] [--paper a4|letter] [--staff] [--call strings|frets|none] [--comments] [--grips] [--practice] [--tuning-plan] [--song] [--large] [--verses] [--notes-alone] [--link URL] [--words do|why] [--language english|german] ${partUsage} ${fingeringUsage}`,
  options: {
    tuning: 'text',
    capo: 'text',
    transpose: 'text',
    rhythm: 'text',
    'swing-read': 'text',
    swing: 'text',
    inks: 'text',
    paper: 'text',
    staff: 'flag',
    call: 'text',
    comments: 'flag',
    grips: 'flag',
    practice: 'flag',
    'tuning-plan': 'flag',
    song: 'flag',
    verses: 'flag',
    'notes-alone': 'flag',
    link: 'text',
    large: 'flag',
    words: 'text',
    language: 'text',
    ...partOptions,
    ...fingeringOptions,
  },
  run: async (args) => {
    const [from = '', to = ''] = positional(args, 'IN', 'OUT');
    const format = writtenFormatOf(to);
    const swing = choice(args, 'swing-read', ['undone', 'as-played'], 'undone');
    const rhythm = choice(args, 'rhythm', ['spacing', 'eighths', 'quarters'], 'spacing');
    const { content, leftOut, asks, swingPercent } = readFile(from, { rhythm, swing });
    if (!format)
      return orRefuse(
        fail(
          `Jocund does not write “${/\.[^.]*$/.exec(to)?.[0] ?? to}” files`,
          `End OUT in one of ${writtenEndings.join(', ')}`,
        ),
        to,
      );
    const fitted =
      content.kind === 'score'
        ? { score: content.score, lost: [] }
        : fitFrom(content.tune, args, {
            tuning:
              args.text('tuning') === undefined
                ? standardTuning
                : orRefuse(parseTuning(args.text('tuning') ?? '')),
            capo: wholeNumber(args, 'capo', 0, 0, 12),
            scaleMm: defaultScaleMm,
            fretCount: defaultFretCount,
          });
    const score = partOf(fitted.score, args);
    writeWhole(to, orRefuse(await writers[format](score, args), basename(from)));
    const unsaid = format === 'abc' ? notInAbc(score).map((what) => ({ what, count: 1 })) : [];
    const lost = [...leftOut, ...fitted.lost, ...unsaid];
    const guessed = [
      asks === 'rhythm' &&
        args.text('rhythm') === undefined &&
        'The file tells no rhythm: read by the spacing of its columns. Choose with --rhythm.',
      asks === 'swing' &&
        args.text('swing-read') === undefined &&
        `Off-beats fall late, at ${swingPercent ?? 50} %: written straight under that swing. Choose with --swing-read.`,
    ].filter((said) => said !== false);
    return {
      json: {
        from,
        to,
        bars: score.bars.length,
        leftOut: lost,
        ...(asks ? { asks } : {}),
        ...(swingPercent === undefined ? {} : { swingPercent }),
      },
      text: [
        `${to}: ${score.title}, ${score.bars.length} bars`,
        ...guessed,
        ...lost.map((each) => `left out: ${leftOutWords(each)}`),
      ].join('\n'),
    };
  },
};
