import * as z from 'zod/mini';
import { cleanLine, cleanProse } from '../text/index.ts';

/** One line of at most `most` UTF-16 units, cleaned and trimmed. Lengths are limited here and nowhere else. */
export const line = (most: number) => z.string().check(z.overwrite(cleanLine), z.trim(), z.maxLength(most));

/** Several lines of at most `most` UTF-16 units. */
export const prose = (most: number) => z.string().check(z.overwrite(cleanProse), z.trim(), z.maxLength(most));
