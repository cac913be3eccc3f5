import { z } from 'zod';
import { defineCalculation, schema } from '../calculation';
import { upperOf, zOf } from '../eggs/sphere';

export type Split = { number: number; sd: number; low: number; high: number };

/**
 * All by the share that went one way and was counted. How many go that way is binomial; how well the splitter keeps its
 * share adds in squares. Where none was counted the high end is what would show none in one case of forty.
 * @param share of them that goes into the counted part, in (0, 1]
 */
export function bySplitter(counted: number, share: number, shareSd = 0, confidence = 0.95): Split {
  const number = counted / share;
  if (counted === 0) {
    const high = share < 1 ? Math.log((1 - confidence) / 2) / Math.log1p(-share) : 0;
    return { number, sd: high / zOf(confidence), low: 0, high };
  }
  const sd = number * Math.hypot(Math.sqrt((1 - share) / counted), shareSd / share);
  const half = zOf(confidence) * sd;
  return { number, sd, low: Math.max(counted, number - half), high: number + half };
}

export const calculation = defineCalculation({
  id: 'count.splitter',
  title: 'Number by a counted share',
  asks: 'A splitter sent a share of them aside and those were counted: how many are all?',
  input: z.strictObject({
    counted: schema.count,
    share: z.number().gt(0, 'must be above 0').max(1, 'is a share: at most 1'),
    shareSd: schema.nonNegative.default(0),
    confidence: schema.confidence,
  }),
  output: z.strictObject({ number: z.number(), low: z.number(), high: z.number(), warnings: schema.warnings }),
  compute: (i) => {
    const { number, low, high } = bySplitter(i.counted, i.share, i.shareSd, i.confidence);
    const warnings = [
      ...(i.counted === 0 ? ['none was counted: split off a larger share'] : []),
      ...(i.shareSd === 0 && i.share < 1
        ? ['how well the splitter keeps its share is not known: count both ways a few times, and give its deviation']
        : []),
    ];
    return { number, low, high, ...(warnings.length > 0 ? { warnings } : {}) };
  },
  working: (i, o) => ({
    formula: 'number = counted / share; what goes which way is binomial, the share’s own error adds in squares',
    steps: [
      { name: 'number', says: 'all', expression: `${i.counted} / ${i.share}`, value: o.number },
      ...(i.counted > 0
        ? [
            {
              name: 'rel',
              says: 'half the interval as a share',
              expression: `normalQuantile(${upperOf(i.confidence)}) * sqrt((1 - ${i.share}) / ${i.counted} + (${i.shareSd} / ${i.share})^2)`,
              value: (o.high - o.number) / o.number,
            },
            { name: 'low', says: 'lower end', expression: `max(${i.counted}, number * (1 - rel))`, value: o.low },
            { name: 'high', says: 'upper end', expression: 'number * (1 + rel)', value: o.high },
          ]
        : []),
    ],
  }),
  source: 'Binomial sampling with a known share; variance by the delta method; method, no source',
  validWhen: 'They come in a thin stream and none learns the way; the share was found by counting both sides.',
  cautions: ['Crowding at the splitter sends the strong one way: keep the stream even.'],
  example: { counted: 1240, share: 0.1, shareSd: 0.004 },
});
