import type { Decision } from '@/server/context';
import { decision as dead } from './dead/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [dead] as unknown as readonly Decision[];
