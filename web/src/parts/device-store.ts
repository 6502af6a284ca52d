import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** A place in the browser's own database for things of one kind, by their ids. */
export interface Shelf<T extends { readonly id: string }> {
  /** Everything on it, in the order of the ids. */
  all(): Promise<T[]>;
  /** Lays a thing down, or in the place of the one with its id; done when it lies there, on the disk: a battery that dies the next moment takes nothing with it. */
  put(item: T): Promise<void>;
  remove(id: string): Promise<void>;
}

interface Stored extends DBSchema {
  things: { key: [shelf: string, id: string]; value: { readonly shelf: string; readonly id: string; readonly item: unknown } };
}

let opened: Promise<IDBPDatabase<Stored>> | null = null;
const database = (): Promise<IDBPDatabase<Stored>> => {
  opened ??= openDB<Stored>('stride-chalk', 1, {
    upgrade: (db) => void db.createObjectStore('things', { keyPath: ['shelf', 'id'] }),
    // The browser has closed it, or a later version of this product wants to change it.
    terminated: () => {
      opened = null;
    },
    blocking: (_, __, event) => {
      opened = null;
      (event.target as IDBDatabase).close();
    },
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
};

/** Where pages from before kept such things as text: how their keys begin, and what a text says; null where it cannot be read. */
interface Before<T> {
  readonly prefix: string;
  readonly read: (text: unknown, rest: string) => T | null;
}

/** A shelf of this device. What pages from before have kept as text is laid on it first; what cannot be read stays where it is. */
export function shelfOf<T extends { readonly id: string }>(name: string, before: Before<T> | null = null): Shelf<T> {
  const put = async (item: T): Promise<void> => {
    const tx = (await database()).transaction('things', 'readwrite', { durability: 'strict' });
    const done = tx.store.put({ shelf: name, id: item.id, item });
    // Said at once: what has been handed to the browser stays, also when the page closes right now.
    tx.commit();
    await Promise.all([done, tx.done]);
  };
  return {
    async all() {
      for (const key of before ? Object.keys(localStorage).filter((k) => k.startsWith(before.prefix)) : []) {
        const item = before!.read(parsed(localStorage.getItem(key)), key.slice(before!.prefix.length));
        if (!item) continue;
        await put(item);
        localStorage.removeItem(key);
      }
      const range = IDBKeyRange.bound([name, ''], [name, '\uffff']);
      return (await (await database()).getAll('things', range)).map((kept) => kept.item as T);
    },
    put,
    remove: async (id) => (await database()).delete('things', [name, id]),
  };
}

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? '');
  } catch {
    return undefined;
  }
}
