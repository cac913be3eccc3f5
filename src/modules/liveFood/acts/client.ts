import type { ActForms } from '@/client/act/actForms';
import { forms as cultureCount } from './cultureCount/form';
import { forms as cultureEnd } from './cultureEnd/form';
import { forms as cultureStart } from './cultureStart/form';
import { forms as harvest } from './harvest/form';
import { forms as shareOut } from './shareOut/form';
import { forms as sow } from './sow/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [sow, harvest, shareOut, cultureStart, cultureCount, cultureEnd];
