import { describe, expect, test } from 'vitest';
import { written } from '../../testing/written.ts';
import { asDocument, openDocument } from './index.ts';
import { isKnownBar } from './known-bars.ts';

const piece = written(['t6:0@1/1 m1:3@1/1', 't5:0@1/1 m1:5@3/1'], { title: 'Saved twice' });
type Opened = ReturnType<typeof openDocument>;
/** As a request brings it. */
const sent = (change: (bars: Record<string, unknown>[]) => void = () => undefined): unknown => {
  const document = JSON.parse(JSON.stringify(asDocument(piece))) as {
    score: { bars: Record<string, unknown>[] };
  };
  change(document.score.bars);
  return document;
};
const barsOf = (opened: Opened) => (opened.ok ? opened.value.bars : []);

describe('a piece that is opened again', () => {
  test('is the same, its bars objects of their own', () => {
    const [first, second] = [openDocument(sent()), openDocument(sent())];
    expect(second).toEqual(first);
    expect(barsOf(second)[0]).not.toBe(barsOf(first)[0]);
  });

  test('is cleaned every time: words with stray spaces are not taken for known ones', () => {
    const spaced = () =>
      openDocument(
        sent((bars) => {
          bars[1]!.comment = { do: '  let it ring ' };
        }),
      );
    for (const opened of [spaced(), spaced()])
      expect(barsOf(opened)[1]?.comment).toEqual({ do: 'let it ring' });
  });

  test('is refused as before where a bar is wrong, and the bar is named', () => {
    openDocument(sent());
    const wrong = openDocument(
      sent((bars) => {
        bars[1]!.notes = [{ string: 9 }];
      }),
    );
    expect(wrong).toMatchObject({ ok: false, fault: { place: { bar: 2 } } });
    const unknown = openDocument(
      sent((bars) => {
        bars[0]!.wings = true;
      }),
    );
    expect(unknown.ok).toBe(false);
  });

  test('is known in whatever order its fields come, and as it is answered', () => {
    const turned = sent((bars) => {
      for (const [index, bar] of bars.entries())
        bars[index] = Object.fromEntries(Object.entries(bar).reverse());
      bars[0]!.comment = { do: 'In another order' };
    }) as { score: { bars: unknown[] } };
    const texts = turned.score.bars.map((bar) => JSON.stringify(bar));
    expect(texts.some(isKnownBar)).toBe(false);
    const answered = barsOf(openDocument(turned)).map((bar) => JSON.stringify(bar));
    expect(answered).not.toEqual(texts);
    expect([...texts, ...answered].every(isKnownBar)).toBe(true);
  });
});
