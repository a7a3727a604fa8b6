import { scoreSchema } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { UsageError, positional, type Command } from '../command.ts';

/** `study` is what scripts of before called a score. */
const schemas = { score: scoreSchema, study: scoreSchema };

/** `schema`: the JSON Schema of what Jocund reads and writes. */
export const schema: Command = {
  name: 'schema',
  summary: 'the JSON Schema of a format: score',
  usage: 'NAME',
  options: {},
  run: (args) => {
    const [wanted = ''] = positional(args, 'NAME');
    const found = Object.entries(schemas).find(([name]) => name === wanted)?.[1];
    if (!found) throw new UsageError(`NAME is one of ${Object.keys(schemas).join(', ')}, not “${wanted}”`);
    const json = z.toJSONSchema(found);
    return { json, text: JSON.stringify(json, undefined, 2) };
  },
};
