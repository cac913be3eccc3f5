import { parseMeasure } from '@/core/quantities/measure';
import { feedMass } from '@/core/quantities/reader';
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
      `${feedMass(mass.value, c.options.system === 'us')} of feed to `,
      ...where(at),
      '.',
    ]);
  },
};
