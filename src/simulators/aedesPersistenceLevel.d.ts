declare module 'aedes-persistence-level' {
  import type { Level } from 'level';
  /** What of a persistence is used here besides handing it to the broker. */
  export type BrokerPersistence = {
    /** Keeps a message for those who are to have it. */
    outgoingEnqueueCombi: (subscriptions: unknown, packet: unknown) => Promise<unknown>;
  };
  /** A persistence for an aedes broker, on a level store that is open. */
  export default function persistence(store: Level<string, Uint8Array>): BrokerPersistence;
}
