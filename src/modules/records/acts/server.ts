import type { Decision } from '@/server/context';
import { decision as correct } from './correct/decide';
import { decision as note } from './note/decide';
import { decision as settle } from './settle/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [correct, note, settle] as unknown as readonly Decision[];
