import type { Decision } from '@/server/context';
import { decision as discharge } from './discharge/decide';
import { decision as drain } from './drain/decide';
import { decision as importFile } from './import/decide';
import { decision as job } from './job/decide';
import { decision as jobDone } from './jobDone/decide';
import { decision as line } from './line/decide';
import { decision as read } from './read/decide';
import { decision as readFile } from './readFile/decide';
import { decision as reading } from './reading/decide';
import { decision as report } from './report/decide';
import { decision as screen } from './screen/decide';
import { decision as seeAlarm } from './seeAlarm/decide';
import { decision as strike } from './strike/decide';
import { decision as temperature } from './temperature/decide';
import { decision as unstrike } from './unstrike/decide';
import { decision as noticeWork } from './workEvent/decide';
import { decision as saveWork } from './workSave/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  discharge,
  drain,
  importFile,
  line,
  read,
  readFile,
  reading,
  report,
  seeAlarm,
  strike,
  temperature,
  unstrike,
  job,
  jobDone,
  noticeWork,
  saveWork,
  screen,
] as unknown as readonly Decision[];
