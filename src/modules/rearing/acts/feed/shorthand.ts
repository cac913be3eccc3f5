import { figures } from '@/core/quantities/format';
import { fromBase, parseMeasure } from '@/core/quantities/measure';
import { holdingIn, lastWord, wrongNumber } from '@/core/shorthand/find';
import { meant, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordFeed } from './act';

export const feedLine: Shorthand = {
  verb: 'feed',
  short: 'f',
  also: ['fed'],
  anyOrder: true,
  form: 'feed 1.2kg R4',
  says: 'feed given',
  read(words, c) {
    const [measure, place] = lastWord(words);
    if (!measure || !place) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c, ['eats', 'ponded']);
    if ('kind' in at) return at;
    const mass = parseMeasure(measure, 'mass', c.options.system === 'us' ? 'oz' : 'g', c.options.locale);
    if (!mass.ok) return wrongNumber(mass.message);
    if (mass.value <= 0) return wrongNumber('feed must weigh something');
    return lineOf(recordFeed, { ...meant(at), massG: mass.value }, [
      `${ofFeed(mass.value, c.options.system === 'us')} of feed to `,
      ...where(at),
      '.',
    ]);
  },
};

/** Feed in the unit in which its reader would say it. */
function ofFeed(g: number, us: boolean): string {
  const large = us ? g >= 453.59237 : g >= 1000;
  const unit = us ? (large ? 'lb' : 'oz') : large ? 'kg' : 'g';
  return `${figures(Number(fromBase(g, 'mass', unit).toPrecision(12)), 3)} ${unit}`;
}
