import type { Decision } from '@/server/context';
import { decision as harvest } from './harvest/decide';
import { decision as sow } from './sow/decide';
import { decision as vessel } from './vessel/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [vessel, sow, harvest] as unknown as readonly Decision[];
