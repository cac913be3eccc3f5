import type { ActForms } from '@/client/act/actForms';
import { forms as count } from './count/form';
import { forms as grade } from './grade/form';
import { forms as gradePlan } from './gradePlan/form';
import { forms as lengths } from './lengths/form';
import { forms as sample } from './sample/form';
import { forms as weigh } from './weigh/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [count, grade, gradePlan, lengths, sample, weigh];
