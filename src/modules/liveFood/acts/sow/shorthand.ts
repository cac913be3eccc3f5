import { parseMeasure } from '@/core/quantities/measure';
import { feedMass, readerUnit } from '@/core/quantities/reader';
import { lastWord, vesselNamed, wrongNumber } from '@/core/shorthand/find';
import type { Shorthand } from '@/core/shorthand/reading';
import { lineOf } from '@/server/act/line';
import { sowCysts } from './act';

export const sowLine: Shorthand = {
  verb: 'sow',
  also: ['sown'],
  form: 'sow 80g C1',
  says: 'cysts put into a cone',
  read(words, c) {
    const [measure, name] = lastWord(words);
    if (!measure || !name) return { kind: 'incomplete', hint: c.form };
    const vessel = vesselNamed(name, c, 'cone');
    if ('code' in vessel) return vessel;
    const us = c.options.system === 'us';
    const mass = parseMeasure(measure, 'mass', readerUnit('mass', us, true), c.options.locale);
    if (!mass.ok) return wrongNumber(mass.message);
    if (mass.value <= 0) return wrongNumber('cysts must weigh something');
    return lineOf(sowCysts, { vessel: vessel.id, cystsG: mass.value }, [
      `${feedMass(mass.value, us)} of cysts into ${vessel.name}.`,
    ]);
  },
};
