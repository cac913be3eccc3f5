import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { plain } from '../quantities/format';
import { Z95 } from '../quantities/interval';
import { compareCount, largestRemainder, mixComposition, survivalOf } from './arithmetic';

const number = z.strictObject({ number: schema.nonNegative, sd: schema.nonNegative });

export const census = defineCalculation({
  id: 'books.census',
  title: 'The count against the books',
  asks: 'The books say one number, the count another: do they disagree beyond chance, and what together?',
  input: z.strictObject({ book: number, count: number }),
  output: z.strictObject({
    difference: z.number(),
    z: z.number(),
    agree: z.boolean(),
    combined: z.strictObject({ number: z.number(), sd: z.number(), low: z.number(), high: z.number() }),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    if (i.book.sd === 0 && i.count.sd === 0 && i.book.number !== i.count.number)
      throw new CalculationError(
        'input',
        'count.sd',
        'both numbers are given as exact and differ: at least one has a doubt, if only of an animal',
      );
    const c = compareCount(i.book, i.count);
    return c.agree
      ? c
      : { ...c, warnings: ['they disagree beyond chance: find out which is wrong before the two are combined'] };
  },
  working: (i, o) => {
    const steps = [
      {
        name: 'difference',
        says: 'count less books',
        expression: `${i.count.number} - ${i.book.number}`,
        value: o.difference,
      },
    ];
    if (i.book.sd > 0 || i.count.sd > 0)
      steps.push({
        name: 'z',
        says: 'in standard deviations',
        expression: `difference / sqrt(${i.book.sd}^2 + ${i.count.sd}^2)`,
        value: o.z,
      });
    if (i.book.sd > 0 && i.count.sd > 0)
      steps.push(
        {
          name: 'weight',
          says: 'sum of weights',
          expression: `1 / ${i.book.sd}^2 + 1 / ${i.count.sd}^2`,
          value: i.book.sd ** -2 + i.count.sd ** -2,
        },
        {
          name: 'number',
          says: 'together',
          expression: `(${i.book.number} / ${i.book.sd}^2 + ${i.count.number} / ${i.count.sd}^2) / weight`,
          value: o.combined.number,
        },
        { name: 'sd', says: 'its standard deviation', expression: 'sqrt(1 / weight)', value: o.combined.sd },
        { name: 'low', says: 'lower end', expression: `number - ${Z95} * sd`, value: o.combined.low },
        { name: 'high', says: 'upper end', expression: `number + ${Z95} * sd`, value: o.combined.high },
      );
    return { formula: 'z = (count − books) / √(sd² + sd²); together by inverse variance', steps };
  },
  source: 'Inverse-variance mean; agree while |z| < 1.96',
  validWhen: 'Books and count are independent; the books’ doubt includes unseen loss since the last count.',
  cautions: [
    'A disagreement is a finding: look for a mistyped number, double counting, water weighed with the fish, an escape.',
  ],
  example: { book: { number: 24100, sd: 900 }, count: { number: 22300, sd: 600 } },
});

export const survival = defineCalculation({
  id: 'books.survival',
  title: 'Survival between two numbers',
  asks: 'So many then, so many now: what share lived, and how sure?',
  input: z.strictObject({
    start: z.strictObject({ number: schema.positive, sd: schema.nonNegative }),
    end: number,
    covariance: z.number().default(0),
  }),
  output: z.strictObject({ survival: z.number(), low: z.number(), high: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    if (Math.abs(i.covariance) > i.start.sd * i.end.sd * (1 + 1e-9))
      throw new CalculationError(
        'input',
        'covariance',
        `cannot be above the product of the two standard deviations, ${plain(Number((i.start.sd * i.end.sd).toPrecision(6)))}`,
      );
    const s = survivalOf(i.start, i.end, i.covariance);
    const warnings = [
      ...(s.survival > 1
        ? ['more at the end than at the start: one of the two numbers is wrong, or fish came in']
        : []),
      ...(s.byDifference
        ? ['so doubtful a number has no interval on the log: it is worked from the number itself, between none and all']
        : s.high > 1 && s.survival <= 1
          ? ['the interval reaches above all: read its high end as all of them']
          : []),
    ];
    const { byDifference: _, ...told } = s;
    return { ...told, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => {
    const steps = [
      { name: 'survival', says: 'share alive', expression: `${i.end.number} / ${i.start.number}`, value: o.survival },
    ];
    if (i.end.number > 0) {
      const variance = `(${i.start.sd} / ${i.start.number})^2 + (${i.end.sd} / ${i.end.number})^2 - 2 * ${i.covariance} / (${i.start.number} * ${i.end.number})`;
      const v = Math.max(
        0,
        (i.start.sd / i.start.number) ** 2 +
          (i.end.sd / i.end.number) ** 2 -
          (2 * i.covariance) / (i.start.number * i.end.number),
      );
      const wide = survivalOf(i.start, i.end, i.covariance).byDifference;
      steps.push(
        {
          name: 's',
          says: wide ? 'relative standard deviation' : 'standard deviation on the log',
          expression: `sqrt(max(0, ${variance}))`,
          value: Math.sqrt(v),
        },
        {
          name: 'low',
          says: 'lower end',
          expression: wide ? `max(0, survival * (1 - ${Z95} * s))` : `survival * exp(-${Z95} * s)`,
          value: o.low,
        },
        {
          name: 'high',
          says: 'upper end',
          expression: wide ? `max(survival, min(1, survival * (1 + ${Z95} * s)))` : `survival * exp(${Z95} * s)`,
          value: o.high,
        },
      );
    }
    return { formula: 'ln(end/start) ± 1.96 √(cv² + cv² − 2 cov/(start·end))', steps };
  },
  source: 'Delta method on the log ratio',
  validWhen: 'The end descends from the start alone; errors they share are given as covariance.',
  cautions: ['Say of what: survival from taken, from laid down, from eyed are three numbers.'],
  example: { start: { number: 61500, sd: 2100 }, end: { number: 48200, sd: 900 } },
});

export const split = defineCalculation({
  id: 'books.split',
  title: 'Sharing out a number',
  asks: 'Poured out by measured shares: how many went to each, in whole animals, and how sure is each?',
  input: z
    .strictObject({
      number: z.number().int('must be a whole number').min(0, 'cannot be negative'),
      sd: schema.nonNegative.default(0),
      shares: z
        .array(
          z.strictObject({ share: schema.nonNegative.max(1, 'cannot be above 1'), sd: schema.nonNegative.default(0) }),
        )
        .min(1, 'needs at least one share'),
    })
    .refine((i) => i.shares.reduce((s, p) => s + p.share, 0) <= 1 + 1e-9, {
      path: ['shares'],
      error: 'add up to more than 1',
    }),
  output: z.strictObject({ parts: z.array(z.strictObject({ number: z.number(), sd: z.number() })), rest: z.number() }),
  compute: (i) => {
    const shares = i.shares.map((s) => s.share);
    const left = Math.max(0, 1 - shares.reduce((s, p) => s + p, 0));
    const whole = largestRemainder(i.number, [...shares, left]);
    return {
      parts: i.shares.map((s, k) => ({ number: whole[k]!, sd: Math.hypot(s.share * i.sd, s.sd * i.number) })),
      rest: whole[shares.length]!,
    };
  },
  working: (i, o) => ({
    formula: 'part = share · number, whole by largest remainder; sd = √((share·sd)² + (sd of share·number)²)',
    steps: i.shares.flatMap((s, k) => [
      {
        name: `exact${k + 1}`,
        says: `part ${k + 1} before rounding (goes as ${o.parts[k]!.number})`,
        expression: `${s.share} * ${i.number}`,
        value: s.share * i.number,
      },
      {
        name: `sd${k + 1}`,
        says: `its standard deviation`,
        expression: `sqrt((${s.share} * ${i.sd})^2 + (${s.sd} * ${i.number})^2)`,
        value: o.parts[k]!.sd,
      },
    ]),
  }),
  source: 'method, no source; largest remainder (Hamilton’s method)',
  validWhen: 'Shares are of one well-mixed whole.',
  cautions: ['Eggs settle: stir gently, or heavy and light parts are not alike.'],
  example: {
    number: 61500,
    sd: 2660,
    shares: [
      { share: 0.5, sd: 0.01 },
      { share: 0.5, sd: 0.01 },
    ],
  },
});

export const composition = defineCalculation({
  id: 'books.composition',
  title: 'Parents of a mixture',
  asks: 'Lots were mixed: which share of the new lot is from which family?',
  input: z.strictObject({
    parts: z
      .array(z.strictObject({ number: schema.nonNegative, composition: z.record(z.string(), schema.nonNegative) }))
      .min(1, 'needs at least one part'),
    total: schema.count.optional(),
  }),
  output: z.strictObject({
    composition: z.record(z.string(), z.number()),
    numbers: z.record(z.string(), z.number()).optional(),
    assuming: z.string(),
  }),
  compute: (i) => {
    if (i.parts.every((p) => p.number === 0))
      throw new CalculationError('input', 'parts', 'hold no animals at all: a mixture of nothing has no parents');
    const mixed = mixComposition(i.parts);
    const names = Object.keys(mixed);
    const whole =
      i.total === undefined
        ? undefined
        : largestRemainder(
            i.total,
            names.map((n) => mixed[n]!),
          );
    return {
      composition: mixed,
      ...(whole ? { numbers: Object.fromEntries(names.map((n, k) => [n, whole[k]!])) } : {}),
      assuming: 'equal survival of all families',
    };
  },
  working: (i, o) => ({
    formula: 'share of family f = Σ number·share_f / Σ number',
    steps: Object.keys(o.composition).map((f, k) => ({
      name: `share${k + 1}`,
      says: `share of ${f}`,
      expression: `(${i.parts.map((p) => `${p.number} * ${(p.composition[f] ?? 0) / sumOf(p.composition)}`).join(' + ')}) / (${i.parts.map((p) => p.number).join(' + ')})`,
      value: o.composition[f]!,
    })),
    notes: [
      'Assuming equal survival of all families since their own lots were made, unless marked counts tell otherwise.',
    ],
  }),
  source: 'method, no source',
  validWhen: 'Numbers are those that were mixed.',
  cautions: ['Families do not survive alike: marked counts correct these shares.'],
  example: {
    parts: [
      { number: 30000, composition: { 'F1×M1': 0.5, 'F2×M1': 0.5 } },
      { number: 10000, composition: { 'F3×M2': 1 } },
    ],
    total: 38000,
  },
});

function sumOf(shares: Record<string, number>): number {
  return Object.values(shares).reduce((s, v) => s + v, 0) || 1;
}
