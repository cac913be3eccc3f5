import type { Decision } from '@/server/context';
import { decision as cultureCount } from './cultureCount/decide';
import { decision as cultureEnd } from './cultureEnd/decide';
import { decision as cultureStart } from './cultureStart/decide';
import { decision as harvest } from './harvest/decide';
import { decision as shareOut } from './shareOut/decide';
import { decision as sow } from './sow/decide';
import { decision as vessel } from './vessel/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  vessel,
  sow,
  harvest,
  shareOut,
  cultureStart,
  cultureCount,
  cultureEnd,
] as unknown as readonly Decision[];
