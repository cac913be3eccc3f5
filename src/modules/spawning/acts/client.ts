import type { ActForms } from '@/client/act/actForms';
import { forms as bath } from './bath/form';
import { forms as cross } from './cross/form';
import { forms as inject } from './inject/form';
import { forms as milt } from './milt/form';
import { forms as nest } from './nest/form';
import { forms as ready } from './ready/form';
import { forms as step } from './step/form';
import { forms as strip } from './strip/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [bath, cross, inject, milt, nest, ready, step, strip];
