import { grouped } from '@/core/quantities/format';
import { holdingIn, wholeNumber } from '@/core/shorthand/find';
import { meant, placeOf, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordCount } from './act';

export const countLine: Shorthand = {
  verb: 'count',
  short: 'c',
  also: ['counted'],
  form: 'count R4 812',
  says: 'all counted, one by one',
  read(words, c) {
    const [place, figures] = placeOf(words, c);
    const number = figures.join('');
    if (!place || !number) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const n = wholeNumber(number, c);
    if (typeof n !== 'number') return n;
    return lineOf(recordCount, { ...meant(at), measured: { method: 'counted', number: n } }, [
      `${grouped(n)} counted in `,
      ...where(at),
      `. The books say `,
      { number: at.holding.number, sd: at.holding.sd },
      '.',
    ]);
  },
};
