import type { ActForms } from '@/client/act/actForms';
import { forms as note } from './note/form';
import { forms as returned } from './returned/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [note, returned];
