import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { DAY_MS } from '../time/spans';

const input = z.strictObject({
  areaM2: schema.positive,
  /** Depth that it is to have in the end, over its mean bottom. */
  depthCm: z.number().gt(0, 'must be above 0').max(600, 'is no pond: cm'),
  flowLPerMin: schema.positive,
  start: schema.instant,
  /** How deep it may be after each day; absent: as fast as the water comes. */
  steps: z
    .array(z.strictObject({ day: z.number().int().min(1, 'counts from 1'), depthCm: schema.positive }))
    .max(60)
    .optional(),
  /** What seeps and dries away in a day. */
  lossMmPerDay: schema.nonNegative.optional(),
});

/** How a pond is filled day by day, as fast as the water comes and no deeper than is wanted. */
export const calculation = defineCalculation({
  id: 'pond.fill',
  title: 'Filling a pond',
  asks: 'How deep is it on which day, and how long does the water run?',
  input,
  output: z.strictObject({
    full: z.string().nullable(),
    days: z.array(z.strictObject({ day: z.number(), depthCm: z.number(), hours: z.number(), m3: z.number() })),
    m3: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const steps = [...(i.steps ?? [])];
    for (let k = 1; k < steps.length; k++)
      if (steps[k]!.day <= steps[k - 1]!.day || steps[k]!.depthCm < steps[k - 1]!.depthCm)
        throw new CalculationError('input', `steps.${k}`, 'each step is later and no shallower than the one before');
    const loss = (i.lossMmPerDay ?? 0) / 10;
    const perHour = ((i.flowLPerMin * 60) / 1000 / i.areaM2) * 100;
    const days: { day: number; depthCm: number; hours: number; m3: number }[] = [];
    let depth = 0;
    for (let day = 1; day <= LONGEST && depth < i.depthCm - 1e-9; day++) {
      // A step holds from its day until the next one's.
      const may = Math.min(
        i.depthCm,
        steps.length === 0 ? i.depthCm : (steps.filter((s) => s.day <= day).at(-1)?.depthCm ?? 0),
      );
      const last = steps.length > 0 && day > steps.at(-1)!.day ? i.depthCm : may;
      const from = Math.max(0, depth - (day > 1 ? loss : 0));
      const hours = Math.max(0, Math.min(24, (last - from) / perHour));
      depth = from + hours * perHour;
      days.push({ day, depthCm: depth, hours, m3: (hours * i.flowLPerMin * 60) / 1000 });
      if (hours === 24 && 24 * perHour <= loss) break;
    }
    const full = depth >= i.depthCm - 1e-9;
    return {
      full: full ? new Date(Date.parse(i.start) + days.length * DAY_MS).toISOString() : null,
      days,
      m3: days.reduce((s, d) => s + d.m3, 0),
      ...(full ? {} : { warnings: ['the water that comes does not fill it: less is lost, more let in, or shallower'] }),
    };
  },
  working: (i, o) => {
    const perHour = ((i.flowLPerMin * 60) / 1000 / i.areaM2) * 100;
    return {
      formula: 'a day: depth = depth before − lost + hours · flow / area, no deeper than the step',
      steps: [
        {
          name: 'perHour',
          says: 'it rises in an hour',
          expression: `${i.flowLPerMin} * 60 / 1000 / ${i.areaM2} * 100`,
          value: perHour,
          unit: 'cm',
        },
        {
          name: 'm3',
          says: 'water in all',
          expression: o.days.map((d) => d.m3).join(' + ') || '0',
          value: o.m3,
          unit: 'm³',
        },
      ],
    };
  },
  source: 'Volume balance, no source',
  validWhen: 'The area hardly changes with the depth; rain is not in it.',
  cautions: ['Screens on the inlet before the first water: what comes in with it eats what is stocked.'],
  example: {
    areaM2: 2400,
    depthCm: 120,
    flowLPerMin: 900,
    start: '2031-05-06T06:00:00Z',
    steps: [
      { day: 1, depthCm: 30 },
      { day: 6, depthCm: 80 },
      { day: 9, depthCm: 120 },
    ],
    lossMmPerDay: 6,
  },
});

const LONGEST = 120;
