import type { Decision } from '@/server/context';
import { decision as bring } from './bring/decide';
import { decision as emptied } from './emptied/decide';
import { decision as loss } from './loss/decide';
import { decision as move } from './move/decide';
import { decision as paper } from './paper/decide';
import { decision as release } from './release/decide';
import { decision as ship } from './ship/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [bring, emptied, loss, move, paper, release, ship] as unknown as readonly Decision[];
