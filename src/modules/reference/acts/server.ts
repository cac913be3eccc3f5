import type { Decision } from '@/server/context';
import { decision as markChecked } from './markChecked/decide';
import { decision as protocol } from './protocol/decide';
import { decision as saveSpecies } from './saveSpecies/decide';
import { decision as setThreshold } from './setThreshold/decide';
import { decision as setValue } from './setValue/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [markChecked, protocol, saveSpecies, setThreshold, setValue] as unknown as readonly Decision[];
