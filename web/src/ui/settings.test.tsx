import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, test } from 'vitest';
import { gaugesOf, tuningOf, tuningText } from './guitar.ts';
import { useSettings } from './settings.ts';
import { useNames } from './use-names.ts';

const set = (change: Parameters<ReturnType<typeof useSettings>[1]>[0]) => {
  const { result } = renderHook(() => useSettings());
  act(() => result.current[1](change));
};
beforeEach(() => set({ noteNames: 'english', leftHanded: false, today: 'standard' }));

describe('settings of this browser', () => {
  test('a change is seen everywhere at once and kept', () => {
    const { result } = renderHook(() => useSettings());
    set({ leftHanded: true });
    expect(result.current[0].leftHanded).toBe(true);
    expect(JSON.parse(localStorage.getItem('jocund-settings') ?? '{}')).toMatchObject({ leftHanded: true });
  });
  test('another tab’s change is taken over, and nonsense from it is not', () => {
    const { result } = renderHook(() => useSettings());
    const fromTab = (value: string) =>
      act(() => {
        localStorage.setItem('jocund-settings', value);
        dispatchEvent(new StorageEvent('storage', { key: 'jocund-settings' }));
      });
    fromTab(JSON.stringify({ noteNames: 'german', fingers: 'huge', today: 7 }));
    expect(result.current[0]).toMatchObject({ noteNames: 'german', fingers: 'both', today: 'standard' });
    fromTab('no JSON at all');
    expect(result.current[0].noteNames).toBe('english');
    fromTab('[1, 2]');
    expect(result.current[0].leftHanded).toBe(false);
  });
});

describe('names as they are shown', () => {
  const shown = (names: string) => renderHook(() => useNames()).result.current(names);
  test('with signs', () => expect(shown('D A F#3 Bb7/D Ebm')).toBe('D A F♯3 B♭7/D E♭m'));
  test('in German, where B is H and B flat is B', () => {
    set({ noteNames: 'german' });
    expect(shown('B7 Bb F#m7/A# Eb3 E')).toBe('H7 B Fism7/Ais Es3 E');
  });
});

describe('the guitar in an address or a setting', () => {
  test('a tuning is written by its pitches and read again', () => {
    const tuning = tuningOf('open-g');
    expect(tuningText(tuning)).toBe('D2G2D3G3B3D4');
    expect(tuningOf(tuningText(tuning))).toEqual({ name: 'Open G', pitches: tuning.pitches });
  });
  test('what cannot be read is the usual', () => {
    expect(tuningOf('nonsense').name).toBe('Standard');
    expect(gaugesOf('nonsense')).toEqual(gaugesOf('light'));
    expect(gaugesOf(undefined).size).toBe(6);
  });
});
