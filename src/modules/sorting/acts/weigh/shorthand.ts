import { grouped } from '@/core/quantities/format';
import { parseMeasure } from '@/core/quantities/measure';
import { massOfOne, readerUnit } from '@/core/quantities/reader';
import { holdingIn, wrongNumber } from '@/core/shorthand/find';
import { meant, placeOf, where } from '@/core/shorthand/lines';
import type { Said, Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordWeighing } from './act';

export const weighLine: Shorthand = {
  verb: 'weigh',
  short: 'w',
  also: ['weighed'],
  form: 'weigh R4 25g/61 26g/63 total 41kg',
  says: 'sample batches, and the whole if weighed',
  read(words, c) {
    const [place, rest] = placeOf(words, c);
    if (!place || rest.length === 0) return { kind: 'incomplete', hint: c.form };
    const at = holdingIn(place, c);
    if ('kind' in at) return at;
    const totalAt = rest.findIndex((w) => /^total$/i.test(w));
    const samples = (totalAt < 0 ? rest : rest.slice(0, totalAt)).map((w) => /^(.+)\/(\d+)$/.exec(w));
    if (samples.length === 0 || samples.some((s) => !s))
      return { kind: 'incomplete', hint: `${c.form}: each batch as mass/count` };
    const us = c.options.system === 'us';
    const shown = readerUnit('mass', us, true);
    const batches: { massG: number; count: number }[] = [];
    for (const s of samples) {
      const mass = parseMeasure(s![1]!, 'mass', shown, c.options.locale);
      if (!mass.ok) return wrongNumber(mass.message);
      if (mass.value <= 0 || Number(s![2]) <= 0) return wrongNumber(`“${s![0]}”: mass and count must be above 0`);
      batches.push({ massG: mass.value, count: Number(s![2]) });
    }
    const mean = batches.reduce((t, b) => t + b.massG, 0) / batches.reduce((t, b) => t + b.count, 0);
    const says: Said[] = [
      `${batches.length} ${batches.length === 1 ? 'batch' : 'batches'}, ${massOfOne(mean, us)}, `,
      ...where(at),
    ];
    if (totalAt < 0) return lineOf(recordWeighing, { ...meant(at), batches }, [...says, '.']);
    const total = parseMeasure(rest.slice(totalAt + 1).join(' '), 'mass', readerUnit('mass', us), c.options.locale);
    if (!total.ok) return total.code === 'empty' ? { kind: 'incomplete', hint: c.form } : wrongNumber(total.message);
    return lineOf(recordWeighing, { ...meant(at), batches, totalMassG: total.value }, [
      ...says,
      `: ${grouped(Math.round(total.value / mean))} in all. The books say `,
      { number: at.holding.number, sd: at.holding.sd },
      '.',
    ]);
  },
};
