import type { ActForms } from '@/client/act/actForms';
import { forms as close } from './close/form';
import { forms as note } from './note/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [close, note];
