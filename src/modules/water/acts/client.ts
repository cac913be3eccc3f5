import type { ActForms } from '@/client/act/actForms';
import { forms as discharge } from './discharge/form';
import { forms as drain } from './drain/form';
import { forms as job } from './job/form';
import { forms as jobDone } from './jobDone/form';
import { forms as read } from './read/form';
import { forms as reading } from './reading/form';
import { forms as screen } from './screen/form';
import { forms as temperature } from './temperature/form';
import { forms as workEvent } from './workEvent/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [
  read,
  reading,
  temperature,
  job,
  jobDone,
  workEvent,
  discharge,
  drain,
  screen,
];
