import { z } from 'zod';
import { cleanLine, cleanProse } from '../text/index.ts';

/** One line of at most `most` UTF-16 units, cleaned and trimmed. Lengths are limited here and nowhere else. */
export const line = (most: number) => z.string().overwrite(cleanLine).trim().max(most);

/** Several lines of at most `most` UTF-16 units. */
export const prose = (most: number) => z.string().overwrite(cleanProse).trim().max(most);
