import { decimals } from '@/core/quantities/format';
import { holdingIn, wrongNumber } from '@/core/shorthand/find';
import { meant, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordCheck } from './act';

export const eyedLine: Shorthand = {
  verb: 'eyed',
  form: 'eyed 82/100 J3',
  says: 'an eyed check: so many of so many',
  read(words, c) {
    const m = /^(\d+)\s*\/\s*(\d+)\s+(\S+)$/.exec(words.join(' '));
    if (!m) return { kind: 'incomplete', hint: c.form };
    const [successes, trials] = [Number(m[1]), Number(m[2])];
    if (trials === 0 || successes > trials) return wrongNumber(`${successes} of ${trials} cannot be`);
    const at = holdingIn(m[3]!, c, ['picked']);
    if ('kind' in at) return at;
    return lineOf(recordCheck, { ...meant(at), check: 'eyed', successes, trials }, [
      `${successes} of ${trials} eyed, ${decimals((100 * successes) / trials, 0)} %, `,
      ...where(at),
      '. Moves no animal.',
    ]);
  },
};
