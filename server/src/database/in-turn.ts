import type { Database } from './connect.ts';

/** Does something for a studio in a transaction, one after the other: what is counted first holds until it is done. */
export const inTurn = <Result>(
  database: Database,
  studioId: string,
  act: (transaction: Database) => Promise<Result>,
): Promise<Result> =>
  database.transaction(async (transaction) => {
    await transaction('studios').where({ id: studioId }).forUpdate().first('id');
    return act(transaction);
  });
