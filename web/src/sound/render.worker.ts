import {
  excerptOf,
  layTimeline,
  renderClick,
  renderVoice,
  roundsOf,
  spanOfBars,
  wrapTail,
  type Timeline,
} from '@jocund/core/sound';
import type { Score, Voice } from '@jocund/core/score';
import type { RenderAnswer, Rendered, RenderRequest, Stems } from './render-messages.ts';

type Asked = Extract<RenderRequest, { kind: 'render' }>;

const cancelled = new Set<number>();
const answer = (message: RenderAnswer, transfer: Transferable[] = []) =>
  self.postMessage(message, { transfer });

/** Lets waiting messages in, so that a cancel is heard in the middle of the work. */
const breathe = () => new Promise((resolve) => setTimeout(resolve));

self.onmessage = ({ data }: MessageEvent<RenderRequest>) => {
  if (data.kind === 'cancel') cancelled.add(data.id);
  else
    void render(data).catch((error: unknown) =>
      answer({ kind: 'failed', id: data.id, message: String(error) }),
    );
};

async function render({
  id,
  score,
  partner: playsAlong,
  feel,
  sampleRate,
  loop,
  backBeats = false,
  stretch,
}: Asked): Promise<void> {
  const partOf = (each: Score) => partOfTimeline(layTimeline(each, feel), loop, stretch);
  const part = partOf(score);
  const own = await renderGuitar(id, part, sampleRate, playsAlong ? [0, 0.5] : [0, 1]);
  const along = own && playsAlong && (await renderGuitar(id, partOf(playsAlong), sampleRate, [0.5, 1]));
  if (!own || (playsAlong && !along)) return;
  const partner = along && mixed(along.thumb, along.melody);
  const clicked = backBeats ? { ...part, clicks: part.clicks.filter(({ beat }) => beat % 2 === 0) } : part;
  const stems = { ...own, click: renderClick(clicked, sampleRate), partner };
  const rendered =
    loop && !stretch ? asLoop(stems, Math.round(part.durationS * sampleRate)) : { stems, again: undefined };
  const sent = [buffersOf(rendered.stems), rendered.again ? buffersOf(rendered.again) : []].flat();
  answer({ kind: 'done', id, rendered }, sent);
}

function partOfTimeline(whole: Timeline, loop: Asked['loop'], stretch: Asked['stretch']) {
  const round = loop && spanOfBars(whole, loop.fromBar, loop.toBar);
  if (!stretch) return round ? excerptOf(whole, round) : whole;
  const { fromS, seconds } = stretch;
  if (round) return roundsOf(whole, round, fromS, seconds);
  return excerptOf(whole, { from: fromS, to: Math.min(whole.durationS, fromS + seconds) });
}

const buffersOf = ({ thumb, melody, click, partner }: Stems) =>
  [thumb, melody, click, partner].flatMap((samples) => samples?.buffer ?? []);

const asLoop = ({ thumb, melody, click, partner }: Stems, length: number): Rendered => ({
  stems: {
    thumb: thumb.slice(0, length),
    melody: melody.slice(0, length),
    click: click.slice(0, length),
    partner: partner?.slice(0, length),
  },
  again: {
    thumb: wrapTail(thumb, length),
    melody: wrapTail(melody, length),
    click: wrapTail(click, length),
    partner: partner && wrapTail(partner, length),
  },
});

/** Two stems as one; the bars of both guitars are of one length. */
const mixed = (one: Float32Array<ArrayBuffer>, other: Float32Array<ArrayBuffer>) =>
  one.map((sample, at) => sample + (other[at] ?? 0));

/** Both voices of a guitar; undefined when it was cancelled. `shares` is how much of the whole work it is. */
async function renderGuitar(
  id: number,
  timeline: Pick<Timeline, 'events' | 'durationS'>,
  sampleRate: number,
  [from, to]: readonly [number, number],
) {
  const half = (to - from) / 2;
  const thumb = await renderOne(id, timeline, 'thumb', sampleRate, [from, half]);
  const melody = thumb && (await renderOne(id, timeline, 'melody', sampleRate, [from + half, half]));
  return melody && { thumb, melody };
}

async function renderOne(
  id: number,
  timeline: Pick<Timeline, 'events' | 'durationS'>,
  voice: Voice,
  sampleRate: number,
  [from, share]: readonly [number, number],
) {
  const steps = renderVoice(timeline, voice, sampleRate);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    answer({ kind: 'progress', id, share: from + step.value * share });
    await breathe();
    if (cancelled.delete(id)) return undefined;
  }
}
