import type { ActForms } from '@/client/act/actForms';
import { forms as bring } from './bring/form';
import { forms as emptied } from './emptied/form';
import { forms as loss } from './loss/form';
import { forms as move } from './move/form';
import { forms as release } from './release/form';
import { forms as ship } from './ship/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [bring, emptied, loss, move, release, ship];
