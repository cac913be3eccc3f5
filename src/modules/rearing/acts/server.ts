import type { Decision } from '@/server/context';
import { decision as deliver } from './deliver/decide';
import { decision as discard } from './discard/decide';
import { decision as feed } from './feed/decide';
import { decision as feedCount } from './feedCount/decide';
import { decision as feedTable } from './feedTable/decide';
import { decision as hold } from './hold/decide';
import { decision as moult } from './moult/decide';
import { decision as prey } from './prey/decide';
import { decision as product } from './product/decide';
import { decision as ration } from './ration/decide';
import { decision as ready } from './ready/decide';
import { decision as regime } from './regime/decide';
import { decision as regimeSave } from './regimeSave/decide';
import { decision as taken } from './taken/decide';
import { decision as tray } from './tray/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  feed,
  ration,
  product,
  deliver,
  feedCount,
  discard,
  feedTable,
  taken,
  tray,
  hold,
  moult,
  regime,
  regimeSave,
  prey,
  ready,
] as unknown as readonly Decision[];
