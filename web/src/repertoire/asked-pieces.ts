import { askedPiecesSchema, type AskedPieces } from '@jocund/contract';

export type Shelf = AskedPieces['shelf'];
/** What is asked for, on whatever page. */
export type Asked = Omit<AskedPieces, 'from'>;

/** What the address asks for; what it says that is nothing is left out. */
export function askedIn(read: (name: string) => string): Asked {
  const { shape } = askedPiecesSchema;
  return {
    search: read('search').slice(0, 200),
    shelf: shape.shelf.catch('in-hand').parse(read('shelf') || undefined),
    order: shape.order.catch('title').parse(read('order') || undefined),
    grade: shape.grade.catch(undefined).parse(read('grade') || undefined),
    open: read('open') === 'yes',
  };
}

/** The address that asks for all of a shelf. */
export const askedForAll = { search: '', grade: '', open: '' } as const;
