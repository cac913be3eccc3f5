import { grouped } from '@/core/quantities/format';
import { holdingIn, lastWord, wholeNumber } from '@/core/shorthand/find';
import { checkEnough, meant, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordLossOf } from './act';

export const sellLine: Shorthand = {
  verb: 'sell',
  also: ['sold'],
  anyOrder: true,
  form: 'sell 20 R6',
  says: 'sold, counted one by one',
  read(words, c) {
    const [number, place] = lastWord(words);
    if (!number || !place) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c, ['eats']);
    if ('kind' in at) return at;
    const n = wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    const tooMany = checkEnough(n, at);
    if (tooMany) return tooMany;
    return lineOf(recordLossOf, { ...meant(at), account: 'sold', measured: { method: 'counted', number: n } }, [
      `${grouped(n)} sold, `,
      ...where(at),
      '. Leaves ',
      { number: at.holding.number - n, sd: at.holding.sd },
      '.',
    ]);
  },
};
