import type { Decision } from '@/server/context';
import { decision as importFile } from './import/decide';
import { decision as read } from './read/decide';
import { decision as reading } from './reading/decide';
import { decision as report } from './report/decide';
import { decision as seeAlarm } from './seeAlarm/decide';
import { decision as strike } from './strike/decide';
import { decision as temperature } from './temperature/decide';
import { decision as unstrike } from './unstrike/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  importFile,
  read,
  reading,
  report,
  seeAlarm,
  strike,
  temperature,
  unstrike,
] as unknown as readonly Decision[];
