import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { Z95 } from '../quantities/interval';
import { thresholds } from '../thresholds';
import { HOUR_MS } from '../time/spans';

/** What a meter at the water is off by, mg/L. `verify` */
const METER_SD = 0.2;

const input = z.strictObject({
  /** In the dark of one night, of one place. */
  readings: z
    .array(z.strictObject({ at: schema.instant, mgPerL: z.number().min(0).max(40, 'is no oxygen of water: mg/L') }))
    .min(2, 'needs two: at dusk, and some two hours later')
    .max(200),
  dawn: schema.instant,
  leastMgPerL: schema.positive.optional(),
});
type Input = z.output<typeof input>;

/** The straight line through readings, hours counted from their middle. */
function lineOf(i: Input) {
  const t = i.readings.map((r) => Date.parse(r.at) / HOUR_MS);
  const n = t.length;
  const mid = t.reduce((s, x) => s + x, 0) / n;
  const mean = i.readings.reduce((s, r) => s + r.mgPerL, 0) / n;
  const sxx = t.reduce((s, x) => s + (x - mid) ** 2, 0);
  if (sxx === 0)
    throw new CalculationError('input', 'readings', 'were all taken at once: the second some two hours later');
  const slope = i.readings.reduce((s, r, k) => s + (t[k]! - mid) * (r.mgPerL - mean), 0) / sxx;
  return { mid, mean, sxx, slope, n };
}

export const calculation = defineCalculation({
  id: 'pond.dawn',
  title: 'Oxygen of a pond at dawn',
  asks: 'Read at dusk and again in the night: how much oxygen is left at dawn, and when is it short?',
  input,
  output: z.strictObject({
    mgPerL: z.number(),
    low: z.number(),
    high: z.number(),
    perHour: z.number(),
    shortAt: z.string().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const { mid, mean, sxx, slope, n } = lineOf(i);
    const dawn = Date.parse(i.dawn) / HOUR_MS;
    const last = Math.max(...i.readings.map((r) => Date.parse(r.at) / HOUR_MS));
    if (dawn < last) throw new CalculationError('input', 'dawn', 'lies before the last reading');
    const at = mean + slope * (dawn - mid);
    const half = Z95 * METER_SD * Math.sqrt(1 / n + (dawn - mid) ** 2 / sxx);
    const least = i.leastMgPerL ?? thresholds.pondOxygenLeast.value;
    const short = slope < 0 && at < least ? mid + (least - mean) / slope : null;
    const warnings = [
      ...(slope >= 0 ? ['it does not fall: read in the dark, at the same place and depth'] : []),
      ...(dawn - last > 14 ? ['more than fourteen hours lie between: is it the right dawn?'] : []),
      ...(at - half < least && at >= least ? ['it may be short within its doubt: read once more at midnight'] : []),
    ];
    return {
      mgPerL: Math.max(0, at),
      low: Math.max(0, at - half),
      high: Math.max(0, at + half),
      perHour: slope,
      ...(short === null ? {} : { shortAt: new Date(Math.max(short, last) * HOUR_MS).toISOString() }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const { mid, mean, slope } = lineOf(i);
    const hours = Date.parse(i.dawn) / HOUR_MS - mid;
    return {
      formula: 'oxygen at dawn = mean of the readings + fall an hour · hours from their middle to dawn',
      steps: [
        { name: 'mean', says: 'of the readings', expression: String(mean), value: mean, unit: 'mg/L' },
        { name: 'perHour', says: 'it changes in an hour', expression: String(slope), value: slope, unit: 'mg/L' },
        {
          name: 'dawn',
          says: 'at dawn, no less than none',
          expression: `max(0, mean + perHour * ${hours})`,
          value: o.mgPerL,
          unit: 'mg/L',
        },
      ],
    };
  },
  source:
    'Straight line through readings at dusk and in the night: Boyd, Romaire and Johnston 1978, Transactions of the American Fisheries Society 107: 484-492: verify. Doubt by that of the meter alone',
  validWhen: 'A still night: wind, rain, a front or a bloom that dies bend the line.',
  cautions: [
    'Read where the fish stand, at one depth; the surface alone tells too much.',
    'Short: air or paddle wheel on before it is, no feed in the morning, fresh water in. At the surface gasping, no handling.',
  ],
  example: {
    readings: [
      { at: '2031-07-03T19:30:00Z', mgPerL: 9.2 },
      { at: '2031-07-03T21:30:00Z', mgPerL: 7.6 },
    ],
    dawn: '2031-07-04T03:00:00Z',
    leastMgPerL: 3,
  },
});
