import type { ActForms } from '@/client/act/actForms';
import { forms as brood } from './brood/acts/client';
import { forms as health } from './health/acts/client';
import { forms as incubation } from './incubation/acts/client';
import { forms as liveFood } from './liveFood/acts/client';
import { forms as moves } from './moves/acts/client';
import { forms as ponds } from './ponds/acts/client';
import { forms as rearing } from './rearing/acts/client';
import { forms as records } from './records/acts/client';
import { forms as safety } from './safety/acts/client';
import { forms as sorting } from './sorting/acts/client';
import { forms as spawning } from './spawning/acts/client';
import { forms as transport } from './transport/acts/client';
import { forms as water } from './water/acts/client';

/** The forms of every act of the house. */
export const forms: readonly ActForms[] = [
  ...brood,
  ...health,
  ...incubation,
  ...liveFood,
  ...moves,
  ...ponds,
  ...rearing,
  ...records,
  ...safety,
  ...sorting,
  ...spawning,
  ...transport,
  ...water,
];
