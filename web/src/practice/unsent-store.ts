import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Something that waits for the server: its id is made in the browser, so that sent twice it counts once. */
export interface Unsent {
  readonly id: string;
  /** When it was made (ISO 8601): the order in which it is sent. */
  readonly at: string;
}

/** What a browser keeps for people until the server has it. */
export interface UnsentStore<Item extends Unsent> {
  /** All of one person's, the oldest first. */
  readonly all: (userId: string) => Promise<Item[]>;
  /** Each is a record of its own: two tabs that add at once do not lose one another's. */
  readonly add: (userId: string, item: Item) => Promise<void>;
  readonly drop: (ids: readonly string[]) => Promise<void>;
}

interface Kept<Item> extends DBSchema {
  items: {
    key: string;
    value: { readonly id: string; readonly userId: string; readonly mark: Item };
    indexes: { userId: string };
  };
}

/** A store in a database of its own. */
export function unsentStore<Item extends Unsent>(databaseName: string, storeName: string): UnsentStore<Item> {
  // The store's name is the database's own; for the types it is "items".
  const name = storeName as 'items';
  let opened: Promise<IDBPDatabase<Kept<Item>>> | undefined;
  const store = (): Promise<IDBPDatabase<Kept<Item>>> => {
    opened ??= openDB<Kept<Item>>(databaseName, 1, {
      upgrade: (database) => {
        database.createObjectStore(name, { keyPath: 'id' }).createIndex('userId', 'userId');
      },
      terminated: () => {
        opened = undefined;
      },
    }).catch((error: unknown) => {
      opened = undefined;
      throw error;
    });
    return opened;
  };
  return {
    all: async (userId) =>
      (await (await store()).getAllFromIndex(name, 'userId', userId))
        .map(({ mark }) => mark)
        .sort((a, b) => a.at.localeCompare(b.at)),
    add: async (userId, item) => {
      await (await store()).put(name, { id: item.id, userId, mark: item });
    },
    drop: async (ids) => {
      const transaction = (await store()).transaction(name, 'readwrite');
      await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
    },
  };
}
