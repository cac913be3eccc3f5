import type { ActForms } from '@/client/act/actForms';
import { forms as deliver } from './deliver/form';
import { forms as discard } from './discard/form';
import { forms as feed } from './feed/form';
import { forms as feedCount } from './feedCount/form';
import { forms as hold } from './hold/form';
import { forms as moult } from './moult/form';
import { forms as prey } from './prey/form';
import { forms as ration } from './ration/form';
import { forms as regime } from './regime/form';
import { forms as taken } from './taken/form';
import { forms as tray } from './tray/form';

/** Every act of this room that has a form, as the browser draws it. */
export const forms: readonly ActForms[] = [
  feed,
  tray,
  ration,
  regime,
  prey,
  hold,
  moult,
  taken,
  deliver,
  feedCount,
  discard,
];
