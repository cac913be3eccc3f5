import type { ActForms } from '@/client/act/actForms';
import { forms as bathe } from './bathe/form';
import { forms as check } from './check/form';
import { forms as doubtful } from './doubtful/form';
import { forms as handle } from './handle/form';
import { forms as hatchSeen } from './hatchSeen/form';
import { forms as layDown } from './layDown/form';
import { forms as pick } from './pick/form';
import { forms as routine } from './routine/form';
import { forms as stage } from './stage/form';
import { forms as take } from './take/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [
  bathe,
  check,
  doubtful,
  handle,
  hatchSeen,
  layDown,
  pick,
  routine,
  stage,
  take,
];
