import type { Decision } from '@/server/context';
import { decision as close } from './close/decide';
import { decision as end } from './end/decide';
import { decision as goal } from './goal/decide';
import { decision as judge } from './judge/decide';
import { decision as open } from './open/decide';
import { decision as scheme } from './scheme/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [close, end, goal, judge, open, scheme] as unknown as readonly Decision[];
