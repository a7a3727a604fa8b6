import { endpoints, type ApiError } from '@jocund/contract';
import { parseBody } from '../http/parse-body.ts';
import { Refusal } from '../http/refusal.ts';
import { printSheet, printSheets } from './print-sheet.ts';

/** A file, or why there is none: a thread cannot hand over a refusal as such. */
type AskedSheets = { readonly file: Uint8Array } | { readonly refused: ApiError };

/** Reads what was sent to be printed, which takes a tenth of a second for a long piece, and prints it. */
export async function printAsked(which: 'printSheet' | 'printSheets', sent: unknown): Promise<AskedSheets> {
  try {
    return { file: await print(which, sent) };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.error };
    throw error;
  }
}

function print(which: 'printSheet' | 'printSheets', sent: unknown): Promise<Uint8Array> {
  if (which === 'printSheets') return printSheets(parseBody(endpoints.printSheets.body, sent));
  const sheet = parseBody(endpoints.printSheet.body, sent);
  return printSheet(sheet, sheet);
}
