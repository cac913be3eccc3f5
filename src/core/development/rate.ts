import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { plain } from '../quantities/format';
import { thresholds } from '../thresholds';
import { developmentModel, modelRange, rateFunction } from './model';

export const calculation = defineCalculation({
  id: 'development.rate',
  title: 'Days to a stage at one temperature',
  asks: 'At this temperature, how many days?',
  input: z.strictObject({
    model: developmentModel,
    celsius: z
      .number()
      .min(-3, 'is colder than water gets')
      .max(45, 'is hotter than eggs bear: typed in another unit?'),
  }),
  output: z.strictObject({
    perDay: z.number(),
    days: z.number().nullable(),
    inRange: z.boolean(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const range = modelRange(i.model);
    const perDay = rateFunction(i.model)(i.celsius);
    if (Number.isNaN(perDay)) {
      const why =
        i.model.kind === 'table'
          ? `lies outside the table, ${plain(range!.low)} to ${plain(range!.high)} °C`
          : 'lies at or below alpha, where the curve has no value';
      throw new CalculationError('outside', 'celsius', `${plain(i.celsius)} °C ${why}; no days can be given`);
    }
    const beyond = thresholds.clockBeyond.value;
    if (i.model.kind === 'table' && (i.celsius < range!.low - beyond || i.celsius > range!.high + beyond))
      throw new CalculationError(
        'outside',
        'celsius',
        `${plain(i.celsius)} °C lies more than ${plain(beyond)} °C outside the table, ${plain(range!.low)} to ${plain(range!.high)} °C; no days can be given`,
      );
    const inRange = !range || (i.celsius >= range.low && i.celsius <= range.high);
    const warnings: string[] = [];
    if (!inRange)
      warnings.push(
        `${plain(i.celsius)} °C lies outside the range in which this model was fitted, ${plain(range!.low)} to ${plain(range!.high)} °C`,
      );
    if (perDay === 0) warnings.push('at or below the base temperature nothing develops: no number of days');
    return { perDay, days: perDay > 0 ? 1 / perDay : null, inRange, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const m = i.model;
    const t = i.celsius;
    const [formula, expression] = {
      degreeDays: () => [
        'rate = (T − base) / sum, nothing below the base',
        m.kind === 'degreeDays' ? `max(${t} - ${m.base}, 0) / ${m.sum}` : '',
      ],
      power: () => [
        'log₁₀ days = a + b · log₁₀(T − alpha)',
        m.kind === 'power' ? `10^(-(${m.a} + ${m.b} * log10(${t} - ${m.alpha})))` : '',
      ],
      exponential: () => ['days = a · e^(−k T)', m.kind === 'exponential' ? `exp(${m.k} * ${t}) / ${m.a}` : ''],
      table: () => [
        'monotone cubic through the table, on log days',
        m.kind === 'table'
          ? `1 / tableDays([${m.points.map((p) => `[${p.celsius}, ${p.days}]`).join(', ')}], ${t})`
          : '',
      ],
    }[m.kind]() as [string, string];
    const steps = [
      { name: 'perDay', says: 'share of the stage passed in a day', expression, value: o.perDay, unit: '1/day' },
    ];
    if (o.days !== null)
      steps.push({ name: 'days', says: 'days to the stage', expression: '1 / perDay', value: o.days, unit: 'days' });
    return { formula, steps };
  },
  source:
    'Degree-days: method, no source; power curve: Crisp 1981, Freshwater Biology 11: 361-368; table: Fritsch and Carlson 1980, SIAM J. Numer. Anal. 17: 238-246',
  validWhen: 'Within the range in which the model was fitted, for that species and stage.',
  cautions: ['Base-zero degree-days shrink in the cold and grow in the warm: prefer a table or a power curve.'],
  example: { model: { kind: 'degreeDays', sum: 300, base: 1 }, celsius: 6 },
});
