import { grouped } from '@/core/quantities/format';
import { holdingIn, lastWord, wholeNumber } from '@/core/shorthand/find';
import { checkEnough, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';
import type { HowMany } from '@/server/act/inputs';

import { lineOf } from '@/server/act/line';
import { changeStage } from './act';

export const hatchLine: Shorthand = {
  verb: 'hatch',
  also: ['hatched'],
  anyOrder: true,
  form: 'hatch 12000 J3',
  says: 'eggs that have hatched, or “all”',
  read(words, c) {
    const [number, place] = lastWord(words);
    if (!number || !place) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c, ['picked']);
    if ('kind' in at) return at;
    if (!at.holding.can.includes('picked') || at.holding.next === null)
      return { kind: 'wrong', code: 'syntax', message: `${at.unit.name} holds no eggs`, nearest: [] };
    const all = /^all$/i.test(number);
    const n = all ? at.holding.number : wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, at);
    if (tooMany) return tooMany;
    const amount: HowMany = all ? { kind: 'all' } : { kind: 'measured', measured: { method: 'counted', number: n } };
    return lineOf(
      changeStage,
      { unit: at.unit.id, lotId: at.holding.lotId, from: at.holding.stage, to: at.holding.next, amount },
      [
        all ? 'all have hatched: ' : `${grouped(n)} have hatched, `,
        ...where(at),
        '. Eggs left: ',
        { number: at.holding.number - n, sd: all ? 0 : at.holding.sd },
        '.',
      ],
    );
  },
};
