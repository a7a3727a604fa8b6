import {
  excerptOf,
  layTimeline,
  renderClick,
  renderVoice,
  spanOfBars,
  wrapTail,
  type Timeline,
} from '@jocund/core/sound';
import type { Voice } from '@jocund/core/score';
import type { RenderAnswer, Rendered, RenderRequest, Stems } from './render-messages.ts';

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
  feel,
  sampleRate,
  loop,
}: Extract<RenderRequest, { kind: 'render' }>): Promise<void> {
  const whole = layTimeline(score, feel);
  const part = loop ? excerptOf(whole, spanOfBars(whole, loop.fromBar, loop.toBar)) : whole;
  const thumb = await renderOne(id, part, 'thumb', sampleRate, 0);
  const melody = thumb && (await renderOne(id, part, 'melody', sampleRate, 0.5));
  if (!melody) return;
  const stems = { thumb, melody, click: renderClick(part, sampleRate) };
  const rendered = loop
    ? asLoop(stems, Math.round(part.durationS * sampleRate))
    : { stems, again: undefined };
  const sent = [buffersOf(rendered.stems), rendered.again ? buffersOf(rendered.again) : []].flat();
  answer({ kind: 'done', id, rendered }, sent);
}

const buffersOf = ({ thumb, melody, click }: Stems) => [thumb.buffer, melody.buffer, click.buffer];

const asLoop = ({ thumb, melody, click }: Stems, length: number): Rendered => ({
  stems: {
    thumb: thumb.slice(0, length),
    melody: melody.slice(0, length),
    click: click.slice(0, length),
  },
  again: {
    thumb: wrapTail(thumb, length),
    melody: wrapTail(melody, length),
    click: wrapTail(click, length),
  },
});

async function renderOne(
  id: number,
  timeline: Pick<Timeline, 'events' | 'durationS'>,
  voice: Voice,
  sampleRate: number,
  from: number,
) {
  const steps = renderVoice(timeline, voice, sampleRate);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    answer({ kind: 'progress', id, share: from + step.value / 2 });
    await breathe();
    if (cancelled.delete(id)) return undefined;
  }
}
