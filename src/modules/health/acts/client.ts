import type { ActForms } from '@/client/act/actForms';
import { forms as caseClose } from './caseClose/form';
import { forms as caseOpen } from './caseOpen/form';
import { forms as caseSay } from './caseSay/form';
import { forms as chemicalMove } from './chemicalMove/form';
import { forms as dead } from './dead/form';
import { forms as incident } from './incident/form';
import { forms as inspectClose } from './inspectClose/form';
import { forms as inspectFind } from './inspectFind/form';
import { forms as inspectSign } from './inspectSign/form';
import { forms as inspectTake } from './inspectTake/form';
import { forms as look } from './look/form';
import { forms as treat } from './treat/form';
import { forms as treatBrood } from './treatBrood/form';
import { forms as treatEnd } from './treatEnd/form';
import { forms as vaccineOpen } from './vaccineOpen/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [
  chemicalMove,
  dead,
  caseOpen,
  caseSay,
  caseClose,
  treat,
  treatBrood,
  treatEnd,
  vaccineOpen,
  incident,
  inspectTake,
  inspectFind,
  inspectClose,
  inspectSign,
  look,
];
