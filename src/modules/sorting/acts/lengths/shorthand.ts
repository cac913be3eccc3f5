import { cvInterval, momentsOf } from '@/core/grading/fit';
import { decimals } from '@/core/quantities/format';
import { parseMeasure } from '@/core/quantities/measure';
import { lengthOf, readerUnit } from '@/core/quantities/reader';
import { holdingIn, wrongNumber } from '@/core/shorthand/find';
import { meant, placeOf, where } from '@/core/shorthand/lines';
import type { Shorthand } from '@/core/shorthand/reading';
import { lineOf } from '@/server/act/line';
import { recordLengths } from './act';

/** `lengths R10 24 25 25.5 27 31`, in the reader's unit or with one of its own behind each. */
export const lengthsLine: Shorthand = {
  verb: 'lengths',
  also: ['length', 'len'],
  form: 'lengths R4 24 25 25.5 27 31',
  says: 'lengths of a sample',
  read(words, c) {
    const [place, rest] = placeOf(words, c);
    if (!place || rest.length < 3) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const us = c.options.system === 'us';
    const lengthsMm: number[] = [];
    for (const w of rest) {
      const read = parseMeasure(w, 'length', readerUnit('length', us), c.options.locale);
      if (!read.ok) return wrongNumber(read.message);
      if (read.value <= 0) return wrongNumber(`“${w}” must be above 0`);
      lengthsMm.push(read.value);
    }
    const m = momentsOf(lengthsMm);
    return lineOf(recordLengths, { ...meant(at), lengthsMm }, [
      `${m.n} of ${lengthOf(Number(m.mean.toPrecision(3)), us)}, spread ${decimals(100 * cvInterval(lengthsMm).cv, 0)} %, `,
      ...where(at),
      '.',
    ]);
  },
};
