import type { Decision } from '@/server/context';
import { decision as bath } from './bath/decide';
import { decision as cross } from './cross/decide';
import { decision as day } from './day/decide';
import { decision as inject } from './inject/decide';
import { decision as milt } from './milt/decide';
import { decision as nest } from './nest/decide';
import { decision as ready } from './ready/decide';
import { decision as step } from './step/decide';
import { decision as strip } from './strip/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [bath, cross, day, inject, milt, nest, ready, step, strip] as unknown as readonly Decision[];
