import Dexie, { type EntityTable } from 'dexie';
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

class Store extends Dexie {
  waiting!: EntityTable<Waiting, 'id'>;
  kept!: EntityTable<Kept, 'key'>;
  constructor() {
    super('morula');
    this.version(1).stores({ waiting: 'id, personId, madeAt', kept: 'key' });
  }
}

let store: Store | undefined;
/** The browser's own store; undefined on the server. */
export function browserStore(): Store {
  store ??= new Store();
  return store;
}

/** The last snapshot of the hatchery, for reading lines back when a page is opened without a connection. */
export async function keepSnapshot(value: unknown): Promise<void> {
  await browserStore().kept.put({ key: 'snapshot', value });
}
export async function keptSnapshot<T>(): Promise<T | undefined> {
  return (await browserStore().kept.get('snapshot'))?.value as T | undefined;
}
