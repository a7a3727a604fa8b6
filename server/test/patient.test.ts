import { describe, expect, test } from 'vitest';
import { isPassing, patiently } from '../src/database/patient.ts';

const fault = (code: string, message = code) => Object.assign(new Error(message), { code });

describe('what the database cannot do now', () => {
  test.each([
    ['it is not there', fault('ECONNREFUSED'), true],
    ['it was ended', fault('57P01'), true],
    ['its disk is full', fault('53100'), true],
    ['the line broke', new Error('Connection terminated unexpectedly'), true],
    ['a question that is wrong stays so', fault('42601'), false],
    ['what is there twice stays so', fault('23505'), false],
    ['no error at all', 'away', false],
  ])('%s', (_, error, passes) => expect(isPassing(error)).toBe(passes));

  /** Fails so often, then answers. */
  const after = (times: number, error: Error) => {
    let left = times;
    return () => {
      left -= 1;
      return left < 0 ? Promise.resolve('done') : Promise.reject(error);
    };
  };
  test('is asked again until it is done', async () =>
    expect(await patiently(after(3, fault('ECONNREFUSED')), { waitMs: 1, isOver: () => false })).toBe(
      'done',
    ));
  test('is not waited for once all ends', async () =>
    expect(patiently(after(3, fault('57P01')), { waitMs: 1, isOver: () => true })).rejects.toThrow('57P01'));
  test('is not asked again what will fail again', async () => {
    const ask = after(1, fault('23505'));
    await expect(patiently(ask, { waitMs: 1, isOver: () => false })).rejects.toThrow('23505');
    expect(await ask()).toBe('done');
  });
});
