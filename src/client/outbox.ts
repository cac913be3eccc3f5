import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Answers, Ask } from '@/server/act/question';

/** A record made while the connection was gone; kept in the browser until the server has answered. */
export type Waiting = {
  id: string;
  personId: number;
  type: string;
  payload: Record<string, unknown>;
  answers?: Answers;
  says: string;
  madeAt: number;
  refused?: string;
  /** What is asked before it is recorded. */
  asks?: readonly Ask[];
};
type Kept = { key: string; value: unknown };

interface Stores extends DBSchema {
  waiting: { key: string; value: Waiting; indexes: { personId: number; madeAt: number } };
  kept: { key: string; value: Kept };
}

/** The stores have this number in every browser that has kept something before. */
const VERSION = 10;

let opened: Promise<IDBPDatabase<Stores>> | undefined;
function open(): Promise<IDBPDatabase<Stores>> {
  opened ??= openDB<Stores>('morula', VERSION, {
    upgrade(db) {
      if (!db.objectStoreNames.contains('waiting')) {
        const waiting = db.createObjectStore('waiting', { keyPath: 'id' });
        waiting.createIndex('personId', 'personId');
        waiting.createIndex('madeAt', 'madeAt');
      }
      if (!db.objectStoreNames.contains('kept')) db.createObjectStore('kept', { keyPath: 'key' });
    },
    terminated() {
      opened = undefined;
    },
  }).catch((e) => {
    // The next call tries again.
    opened = undefined;
    throw e;
  });
  return opened;
}

/** Records of this browser that the server has not answered yet. */
export const outbox = {
  async put(w: Waiting): Promise<void> {
    await (await open()).put('waiting', w);
  },
  /** A person's, in the order in which they were made. */
  async of(personId: number): Promise<Waiting[]> {
    const all = await (await open()).getAllFromIndex('waiting', 'personId', personId);
    return all.sort((a, b) => a.madeAt - b.madeAt);
  },
  /** Changes what waits; nothing where it is gone meanwhile. */
  async change(id: string, to: Partial<Waiting>): Promise<void> {
    const change = (await open()).transaction('waiting', 'readwrite');
    const w = await change.store.get(id);
    if (w) await change.store.put({ ...w, ...to });
    await change.done;
  },
  async drop(id: string): Promise<void> {
    await (await open()).delete('waiting', id);
  },
};

/** The last snapshot of the hatchery, for reading lines back when a page is opened without a connection. */
export async function keepSnapshot(value: unknown): Promise<void> {
  await (await open()).put('kept', { key: 'snapshot', value });
}
export async function keptSnapshot<T>(): Promise<T | undefined> {
  return (await (await open()).get('kept', 'snapshot'))?.value as T | undefined;
}

/** Forgets all that this browser keeps. For tests. */
export async function forgetKept(): Promise<void> {
  const db = await open();
  await Promise.all([db.clear('waiting'), db.clear('kept')]);
}
