import { preyNumber } from '@/core/liveFood/preyNumber';
import { plain } from '@/core/quantities/format';
import { parseMeasure } from '@/core/quantities/measure';
import { readerUnit } from '@/core/quantities/reader';
import { vesselNamed, wrongNumber } from '@/core/shorthand/find';
import type { Shorthand } from '@/core/shorthand/reading';
import { lineOf } from '@/server/act/line';
import { harvestCone } from './act';

export const harvestLine: Shorthand = {
  verb: 'harvest',
  also: ['harvested'],
  form: 'harvest C1 40L 0.5mL 212 198 205',
  says: 'nauplii of a cone: its volume, that of a sample, the counts',
  read(words, c) {
    const [name, volume, sample, ...figures] = words;
    if (!name || !volume || !sample || figures.length === 0) return { kind: 'incomplete', hint: c.form };
    const vessel = vesselNamed(name, c, 'cone');
    if ('code' in vessel) return vessel;
    const us = c.options.system === 'us';
    const whole = parseMeasure(volume, 'volume', readerUnit('volume', us), c.options.locale);
    if (!whole.ok) return wrongNumber(whole.message);
    const each = parseMeasure(sample, 'volume', 'mL', c.options.locale);
    if (!each.ok) return wrongNumber(each.message);
    if (whole.value <= 0 || each.value <= 0) return wrongNumber('volumes must be above 0');
    const odd = figures.find((f) => !/^\d+$/.test(f));
    if (odd) return wrongNumber(`“${odd}” is no count`);
    const counts = figures.map(Number);
    const mean = counts.reduce((s, n) => s + n, 0) / counts.length;
    return lineOf(harvestCone, { vessel: vessel.id, totalVolumeL: whole.value / 1000, sampleMl: each.value, counts }, [
      `${preyNumber((mean / each.value) * whole.value)} nauplii from ${vessel.name}, ${counts.length} ${counts.length === 1 ? 'sample' : 'samples'} of ${plain(each.value)} mL.`,
    ]);
  },
};
