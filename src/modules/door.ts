import type { Role } from '@/server/act/define';
import type { Actor, Decision } from '@/server/context';
import { type Decisions, type Done, executeBy, executeInBy, type Sent } from '@/server/execute';
import type { Db, Trx } from '@/store/connection';
import { decisions as brood } from './brood/acts/server';
import { decisions as health } from './health/acts/server';
import { decisions as incubation } from './incubation/acts/server';
import { decisions as liveFood } from './liveFood/acts/server';
import { decisions as moves } from './moves/acts/server';
import { decisions as ponds } from './ponds/acts/server';
import { decisions as rearing } from './rearing/acts/server';
import { decisions as records } from './records/acts/server';
import { decisions as reference } from './reference/acts/server';
import { decisions as safety } from './safety/acts/server';
import { decisions as selection } from './selection/acts/server';
import { decisions as setup } from './setup/acts/server';
import { decisions as sorting } from './sorting/acts/server';
import { decisions as spawning } from './spawning/acts/server';
import { decisions as transport } from './transport/acts/server';
import { decisions as water } from './water/acts/server';

const all: readonly Decision[] = [
  ...brood,
  ...health,
  ...incubation,
  ...liveFood,
  ...moves,
  ...ponds,
  ...rearing,
  ...records,
  ...reference,
  ...safety,
  ...selection,
  ...setup,
  ...sorting,
  ...spawning,
  ...transport,
  ...water,
];

/** Every act of the house. */
export const decisions: Decisions = {
  byType: new Map(all.map((d) => [d.act.type, d])),
  byKind: new Map(all.flatMap((d) => Object.keys(d.act.kinds ?? {}).map((kind) => [kind, d] as const))),
};

/** Types of acts that change nothing which pages of the house show. */
export const quietTypes: readonly string[] = all.flatMap(({ act }) => (act.quiet ? [act.type] : []));

/** The only door by which anything is written: see `executeBy`. */
export const execute = (db: Db, actor: Actor, sent: Sent, now: number): Promise<Done> =>
  executeBy(decisions, db, actor, sent, now);

/** The same inside a transaction of the caller's: see `executeInBy`. */
export const executeIn = (trx: Trx, actor: Actor, sent: Sent, now: number): Promise<Done> =>
  executeInBy(decisions, trx, actor, sent, now);

/** Types of acts that a role may not send, not even as a proposal: screens do not offer them. */
export const barredTo = (role: Role): string[] =>
  all.filter(({ act }) => !act.by.includes(role) && !act.proposes?.includes(role)).map(({ act }) => act.type);
