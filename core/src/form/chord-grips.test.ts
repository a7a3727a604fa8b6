import { expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { blankScore } from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';
import { key, tuning } from '../testing/parsed.ts';
import { gripChooser } from './chord-grips.ts';

test.each([
  ['standard', 'C', 'I ii iii IV V vi I7 V7', 'x32010 xx0231 022000 133211 320003 x02210 x32310 320001'],
  ['standard', 'A', 'I IV V I7 IV7 V7', 'x02220 xx0232 022100 x02020 xx0212 020100'],
  ['standard', 'E', 'I IV V7 ii', '022100 x02220 x21202 244222'],
  ['drop-d', 'D', 'I IV', '000232 520003'],
  ['open-g', 'G', 'I IV', 'x00000 x55555'],
  ['open-d', 'D', 'I IV', '000000 555555'],
])(
  'the first grips of %s in %s are those everybody learns (common practice)',
  (tuned, tonic, numerals, grips) => {
    const score = { ...blankScore({ title: 'Grips', tuning: tuning(tuned) }), key: key(tonic) };
    const choose = gripChooser(score, mediumHand);
    const chosen = numerals.split(' ').map((numeral) => {
      const grip = choose(numeral);
      return grip.ok ? fretsText(grip.value.frets) : grip.fault.reason;
    });
    expect(chosen.join(' ')).toBe(grips);
  },
);
