import { mergeConfig } from 'vitest/config';
import shared, { standsAlone } from './vitest.config.ts';

const { test, ...others } = shared;

/** Tests that replace modules of the page, or leave something in them: each file loads its own. */
export default mergeConfig(others, {
  test: { ...test, name: 'web, alone', include: [standsAlone], exclude: [], isolate: true },
});
