import type { Decision } from '@/server/context';
import { decision as feed } from './feed/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [feed] as unknown as readonly Decision[];
