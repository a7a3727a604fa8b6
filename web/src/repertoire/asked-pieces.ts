import { askedPiecesSchema, type AskedPieces } from '@jocund/contract';
import * as z from 'zod/mini';

export type Shelf = AskedPieces['shelf'];
/** What is asked for, on whatever page. */
export type Asked = Omit<AskedPieces, 'from'>;

/** What the address asks for; what it says that is nothing is left out. */
export function askedIn(read: (name: string) => string): Asked {
  const { shape } = askedPiecesSchema;
  return {
    search: read('search').slice(0, 200),
    shelf: z.catch(shape.shelf, 'in-hand').parse(read('shelf') || undefined),
    order: z.catch(shape.order, 'title').parse(read('order') || undefined),
    grade: z.catch(shape.grade, undefined).parse(read('grade') || undefined),
    open: read('open') === 'yes',
  };
}

/** The address that asks for all of a shelf. */
export const askedForAll = { search: '', grade: '', open: '' } as const;
