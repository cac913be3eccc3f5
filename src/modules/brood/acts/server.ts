import type { Decision } from '@/server/context';
import { decision as arrive } from './arrive/decide';
import { decision as conditioning } from './conditioning/decide';
import { decision as deformity } from './deformity/decide';
import { decision as fate } from './fate/decide';
import { decision as fateRules } from './fateRules/decide';
import { decision as fish } from './fish/decide';
import { decision as importFile } from './import/decide';
import { decision as keepApart } from './keepApart/decide';
import { decision as look } from './look/decide';
import { decision as move } from './move/decide';
import { decision as sort } from './sort/decide';
import { decision as tagOut } from './tagOut/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  arrive,
  conditioning,
  deformity,
  fate,
  fateRules,
  fish,
  importFile,
  keepApart,
  look,
  move,
  sort,
  tagOut,
] as unknown as readonly Decision[];
