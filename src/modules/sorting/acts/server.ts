import type { Decision } from '@/server/context';
import { decision as count } from './count/decide';
import { decision as grade } from './grade/decide';
import { decision as gradePlan } from './gradePlan/decide';
import { decision as lengths } from './lengths/decide';
import { decision as sample } from './sample/decide';
import { decision as tally } from './tally/decide';
import { decision as weigh } from './weigh/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [count, grade, gradePlan, lengths, sample, tally, weigh] as unknown as readonly Decision[];
