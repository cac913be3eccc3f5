import type { ActForms } from '@/client/act/actForms';
import { forms as arrive } from './arrive/form';
import { forms as deformity } from './deformity/form';
import { forms as fate } from './fate/form';
import { forms as keepApart } from './keepApart/form';
import { forms as look } from './look/form';
import { forms as move } from './move/form';
import { forms as sort } from './sort/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [arrive, deformity, fate, keepApart, look, move, sort];
