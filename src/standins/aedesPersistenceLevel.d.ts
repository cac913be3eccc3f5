declare module 'aedes-persistence-level' {
  import type { Level } from 'level';
  /** A persistence for an aedes broker, on a level store that is open. */
  export default function persistence(store: Level<string, Uint8Array>): unknown;
}
