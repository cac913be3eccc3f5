import type { ActForms } from '@/client/act/actForms';
import { forms as alone } from './alone/form';
import { forms as visitor } from './visitor/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [alone, visitor];
