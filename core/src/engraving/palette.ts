import type { Ink } from './shape.ts';

export type Inks = 'both' | 'black';

/** The inks on white paper as colours: two of them, or black alone, where shape and place tell the voices apart. */
export const palettes: Readonly<Record<Inks, Readonly<Record<Ink, string>>>> = {
  both: {
    ink1: '#16233D',
    'ink1-80': '#3E4A61',
    'ink1-65': '#56617A',
    'ink1-40': '#8E98A8',
    ink2: '#C12D11',
    'ink2-deep': '#9E220C',
    over: '#150A10',
    paper: '#FFFFFF',
    call: '#FFFFFF',
  },
  black: {
    ink1: '#000000',
    'ink1-80': '#000000',
    'ink1-65': '#333333',
    'ink1-40': '#808080',
    ink2: '#000000',
    'ink2-deep': '#000000',
    over: '#000000',
    paper: '#FFFFFF',
    call: '#FFFFFF',
  },
};
