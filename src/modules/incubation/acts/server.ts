import type { Decision } from '@/server/context';
import { decision as bathe } from './bathe/decide';
import { decision as check } from './check/decide';
import { decision as doubtful } from './doubtful/decide';
import { decision as handle } from './handle/decide';
import { decision as hatchSeen } from './hatchSeen/decide';
import { decision as layDown } from './layDown/decide';
import { decision as ownDates } from './ownDates/decide';
import { decision as pick } from './pick/decide';
import { decision as picking } from './picking/decide';
import { decision as programme } from './programme/decide';
import { decision as programmeEnd } from './programmeEnd/decide';
import { decision as routine } from './routine/decide';
import { decision as routineTask } from './routineTask/decide';
import { decision as stage } from './stage/decide';
import { decision as take } from './take/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  bathe,
  check,
  doubtful,
  handle,
  hatchSeen,
  layDown,
  ownDates,
  pick,
  picking,
  programme,
  programmeEnd,
  routine,
  routineTask,
  stage,
  take,
] as unknown as readonly Decision[];
