import { layTimeline, renderClick, renderVoice, type Timeline } from '@jocund/core/sound';
import type { Voice } from '@jocund/core/score';
import type { RenderAnswer, RenderRequest } from './render-messages.ts';

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
  study,
  feel,
  sampleRate,
}: Extract<RenderRequest, { kind: 'render' }>): Promise<void> {
  const timeline = layTimeline(study, feel);
  const thumb = await renderOne(id, timeline, 'thumb', sampleRate, 0);
  const melody = thumb && (await renderOne(id, timeline, 'melody', sampleRate, 0.5));
  if (!melody) return;
  const stems = { thumb, melody, click: renderClick(timeline, sampleRate) };
  answer({ kind: 'done', id, stems }, [stems.thumb.buffer, stems.melody.buffer, stems.click.buffer]);
}

async function renderOne(id: number, timeline: Timeline, voice: Voice, sampleRate: number, from: number) {
  const steps = renderVoice(timeline, voice, sampleRate);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    answer({ kind: 'progress', id, share: from + step.value / 2 });
    await breathe();
    if (cancelled.delete(id)) return undefined;
  }
}
