import { describe, expect, test } from 'vitest';
import { formTable, formText, numeralsOf, parseForm } from './index.ts';
import { chordBeats } from './form-text.ts';

const parsed = (text: string) => {
  const form = parseForm(text);
  if (!form.ok) throw new Error(form.fault.reason);
  return form.value;
};

describe('forms in numerals', () => {
  test('one word a bar; commas, beats, beats more, the bar before once more', () =>
    expect(parsed('I IV7 | I,V7@4 % V(+2) V@3')).toEqual([
      { chords: [{ numeral: 'I', beat: undefined }], moreBeats: 0 },
      { chords: [{ numeral: 'IV7', beat: undefined }], moreBeats: 0 },
      {
        chords: [
          { numeral: 'I', beat: undefined },
          { numeral: 'V7', beat: 4 },
        ],
        moreBeats: 0,
      },
      {
        chords: [
          { numeral: 'I', beat: undefined },
          { numeral: 'V7', beat: 4 },
        ],
        moreBeats: 0,
      },
      { chords: [{ numeral: 'V', beat: undefined }], moreBeats: 2 },
      { chords: [{ numeral: 'V', beat: 3 }], moreBeats: 0 },
    ]));
  test.each(formTable.map((plan) => [plan.id, numeralsOf(plan)] as const))(
    '%s reads as it is written',
    (_, text) => expect(parsed(formText(parsed(text)))).toEqual(parsed(text)),
  );
  test.each(['', ' | ', 'I J', 'I,', 'V@0', 'V@3,I@2', 'V(2)', '%', 'I '.repeat(401)])(
    '“%s” is refused with the bar',
    (text) => {
      const form = parseForm(text);
      expect(form.ok).toBe(false);
      expect(form.ok || form.fault.remedy).not.toBe('');
    },
  );
  test('two chords share a bar of four beats and of three on whole beats', () => {
    const [bar] = parsed('II7,V7');
    expect([chordBeats(bar!, 4), chordBeats(bar!, 3)]).toEqual([
      [1, 3],
      [1, 2],
    ]);
  });
});

test('a form longer than a score can hold is refused', () => {
  const form = parseForm('IV7,V7@4 '.repeat(200));
  expect(form.ok || form.fault.reason).toMatch(/too long/);
});
