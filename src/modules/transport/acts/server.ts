import type { Decision } from '@/server/context';
import { decision as note } from './note/decide';
import { decision as order } from './order/decide';
import { decision as returned } from './returned/decide';
import { decision as save } from './save/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [note, order, returned, save] as unknown as readonly Decision[];
