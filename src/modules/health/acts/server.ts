import type { Decision } from '@/server/context';
import { decision as caseClose } from './caseClose/decide';
import { decision as caseOpen } from './caseOpen/decide';
import { decision as caseSay } from './caseSay/decide';
import { decision as dead } from './dead/decide';
import { decision as treat } from './treat/decide';
import { decision as treatEnd } from './treatEnd/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [dead, caseOpen, caseSay, caseClose, treat, treatEnd] as unknown as readonly Decision[];
