import { expect, test } from 'vitest';
import { jsonWith } from '../src/http/json-text.ts';

test('fields that are JSON already stand beside the others', () => {
  expect(JSON.parse(jsonWith({ a: 1, b: { c: '}' } }, { d: '[1, 2]', 'e"': 'null' }))).toEqual({
    a: 1,
    b: { c: '}' },
    d: [1, 2],
    'e"': null,
  });
  expect(jsonWith({}, { d: '[]' })).toBe('{"d":[]}');
});
