import { decimals } from '@/core/quantities/format';
import { holdingIn, wrongNumber } from '@/core/shorthand/find';
import { meant, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';
import type { Capability } from '@/core/species/capabilities';

import { lineOf } from '@/server/act/line';
import { recordCheck } from './act';

/** A check of so many out of so many, as one line. @param usual what is done with the animals that it is looked for in */
const checkLine = (
  of: Pick<Shorthand, 'verb' | 'also' | 'form' | 'says'>,
  check: string,
  what: string,
  usual: readonly Capability[],
): Shorthand => ({
  ...of,
  read(words, c) {
    const m = /^(\d+)\s*\/\s*(\d+)\s+(\S+)$/.exec(words.join(' '));
    if (!m) return { kind: 'incomplete', hint: c.form };
    const [successes, trials] = [Number(m[1]), Number(m[2])];
    if (trials === 0 || successes > trials) return wrongNumber(`${successes} of ${trials} cannot be`);
    const at = holdingIn(m[3]!, c, usual);
    if ('kind' in at) return at;
    return lineOf(recordCheck, { ...meant(at), check, successes, trials }, [
      `${successes} of ${trials} ${what}, ${decimals((100 * successes) / trials, 0)} %, `,
      ...where(at),
      '. Moves no animal.',
    ]);
  },
});

export const eyedLine = checkLine(
  { verb: 'eyed', form: 'eyed 82/100 J3', says: 'an eyed check: so many of so many' },
  'eyed',
  'eyed',
  ['picked'],
);

export const gutsLine = checkLine(
  { verb: 'guts', also: ['gut'], form: 'guts 45/50 R4', says: 'larvae with full guts: so many of so many' },
  'gutFull',
  'with full guts',
  ['eats', 'ponded'],
);
