import { decimals } from '@/core/quantities/format';
import { fromBase, parseMeasure } from '@/core/quantities/measure';
import { lastWord, same, unitNamed, wrongNumber } from '@/core/shorthand/find';
import type { Said, Shorthand } from '@/core/shorthand/reading';

import { lineOf } from '@/server/act/line';
import { recordTemperature } from './act';

export const temperatureLine: Shorthand = {
  verb: 'temp',
  short: 't',
  also: ['temperature'],
  figureFirst: true,
  form: 'temp 8.4 bay2',
  says: 'a temperature read by eye',
  read(words, c) {
    const [measure, place] = lastWord(words);
    if (!measure || !place) return { kind: 'incomplete', hint: c.form };
    const shown = c.options.system === 'us' ? '°F' : '°C';
    const value = parseMeasure(measure, 'temperature', shown, c.options.locale);
    if (!value.ok) return wrongNumber(value.message);
    if (value.value < -3 || value.value > 45)
      return wrongNumber(`${measure} ${/[fc]$/i.test(measure) ? '' : shown} is no water that holds fish`);
    const sensor = c.snapshot.sensors.find((s) => same(s.name, place));
    const says = (where: string): Said[] => [
      `${decimals(fromBase(value.value, 'temperature', shown.slice(1)), 1)} ${shown}, ${where}, now`,
    ];
    if (sensor)
      return lineOf(
        recordTemperature,
        { sensor: sensor.id, celsius: value.value },
        says(`${sensor.name} (${sensor.room})`),
      );
    const unit = unitNamed(
      place,
      c,
      c.snapshot.sensors.map((s) => s.name),
    );
    if ('code' in unit) return unit;
    return lineOf(recordTemperature, { unit: unit.id, celsius: value.value }, says(`water of ${unit.name}`));
  },
};
