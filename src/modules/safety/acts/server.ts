import type { Decision } from '@/server/context';
import { decision as alone } from './alone/decide';
import { decision as aloneBack } from './aloneBack/decide';
import { decision as certificate } from './certificate/decide';
import { decision as visitor } from './visitor/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [alone, aloneBack, certificate, visitor] as unknown as readonly Decision[];
