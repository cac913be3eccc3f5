import type { Decision } from '@/server/context';
import { decision as caseClose } from './caseClose/decide';
import { decision as caseOpen } from './caseOpen/decide';
import { decision as caseSay } from './caseSay/decide';
import { decision as chemicalMove } from './chemicalMove/decide';
import { decision as chemicalSave } from './chemicalSave/decide';
import { decision as dead } from './dead/decide';
import { decision as incident } from './incident/decide';
import { decision as inspectClose } from './inspectClose/decide';
import { decision as inspectFind } from './inspectFind/decide';
import { decision as inspectOpen } from './inspectOpen/decide';
import { decision as inspectSign } from './inspectSign/decide';
import { decision as inspectTake } from './inspectTake/decide';
import { decision as look } from './look/decide';
import { decision as treat } from './treat/decide';
import { decision as treatBrood } from './treatBrood/decide';
import { decision as treatEnd } from './treatEnd/decide';
import { decision as vaccineBack } from './vaccineBack/decide';
import { decision as vaccineBatch } from './vaccineBatch/decide';
import { decision as vaccineClose } from './vaccineClose/decide';
import { decision as vaccineOpen } from './vaccineOpen/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  dead,
  caseOpen,
  caseSay,
  chemicalMove,
  chemicalSave,
  caseClose,
  treat,
  treatBrood,
  treatEnd,
  vaccineOpen,
  vaccineBatch,
  vaccineBack,
  vaccineClose,
  incident,
  inspectOpen,
  inspectSign,
  inspectTake,
  look,
  inspectFind,
  inspectClose,
] as unknown as readonly Decision[];
