import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { plain } from '../quantities/format';

/** Water of the sea; nobody keeps larvae in more. */
const MOST_PPT = 45;
/** More than this, fresh-water larvae are brought into slowly and watched. */
const FRESH_PPT = 6;
/** Named in parts per million, so little salt does nothing: thousandths were meant. */
const NOTHING_PPM = 100;

const units = z.enum(['ppt', 'ppm']);
/** Grams in a litre. */
const pptOf = (value: number, unit: z.output<typeof units>) => (unit === 'ppt' ? value : value / 1000);

export const salting = defineCalculation({
  id: 'water.salt',
  title: 'Salt into the water',
  asks: 'How much salt brings this water to so many parts per thousand, and what keeps it there?',
  input: z.strictObject({
    volumeL: schema.positive,
    wanted: schema.nonNegative,
    now: schema.nonNegative.default(0),
    /** Parts per thousand (grams in a litre), or per million (milligrams). */
    unit: units.default('ppt'),
    /** Fresh water that runs through and takes the salt along. */
    flowLPerMin: schema.nonNegative.default(0),
  }),
  output: z.strictObject({
    saltG: z.number(),
    /** What the inflow needs to carry. */
    saltGPerHour: z.number(),
    ppt: z.number(),
    ppm: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const [wanted, now] = [pptOf(i.wanted, i.unit), pptOf(i.now, i.unit)];
    if (wanted > MOST_PPT)
      throw new CalculationError(
        'input',
        'wanted',
        `${plain(wanted)} g in a litre is saltier than the sea: ppm typed as ppt?`,
      );
    if (now > wanted)
      throw new CalculationError('input', 'now', 'is more than is wanted: salt does not leave, exchange water');
    const warnings: string[] = [];
    if (i.unit === 'ppm' && i.wanted > 0 && i.wanted < NOTHING_PPM)
      warnings.push(
        `${plain(i.wanted)} ppm is ${plain(wanted)} g in a litre, next to nothing: were parts per thousand meant?`,
      );
    if (wanted > FRESH_PPT)
      warnings.push(`more than ${FRESH_PPT} ppt: fresh-water larvae need hours to get used to it, and some never do`);
    return {
      saltG: (wanted - now) * i.volumeL,
      saltGPerHour: wanted * i.flowLPerMin * 60,
      ppt: wanted,
      ppm: wanted * 1000,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const per = i.unit === 'ppt' ? '' : ' / 1000';
    return {
      formula: 'salt = (wanted − now) · volume; a litre takes as many grams as parts per thousand',
      steps: [
        { name: 'ppt', says: 'wanted, grams in a litre', expression: `${i.wanted}${per}`, value: o.ppt, unit: 'g/L' },
        {
          name: 'saltG',
          says: 'salt to add',
          expression: `(ppt - ${i.now}${per}) * ${i.volumeL}`,
          value: o.saltG,
          unit: 'g',
        },
        {
          name: 'saltGPerHour',
          says: 'with the inflow, an hour',
          expression: `ppt * ${i.flowLPerMin} * 60`,
          value: o.saltGPerHour,
          unit: 'g/h',
        },
      ],
      notes: [`${plain(o.ppt)} parts per thousand are ${plain(o.ppm)} per million.`],
    };
  },
  source: 'Method, no source: grams in a litre; the salt’s own volume is left out (some 3 in a thousand at 10 ppt)',
  validWhen: 'Salt without iodine or anti-caking agents, dissolved before it goes in.',
  cautions: [
    'Into the head tank or a reserve, never onto larvae: it sinks and burns.',
    'Check with a meter before prey or larvae go in.',
  ],
  example: { volumeL: 900, wanted: 2.5, now: 0.2, flowLPerMin: 3 },
});

export const clouding = defineCalculation({
  id: 'water.clay',
  title: 'Clay to cloud the water',
  asks: 'How much clay makes this water as cloudy as wanted, by a bucket tried with it?',
  input: z.strictObject({
    volumeL: schema.positive,
    wantedNtu: schema.positive,
    nowNtu: schema.nonNegative.default(0),
    /** A bucket of the same water: clay stirred in, and what it was then, over what it was before. */
    trialG: schema.positive,
    trialL: schema.positive,
    trialNtu: schema.positive,
    trialBeforeNtu: schema.nonNegative.default(0),
    flowLPerMin: schema.nonNegative.default(0),
  }),
  output: z.strictObject({
    clayG: z.number(),
    clayGPerHour: z.number(),
    ntuPerGPerL: z.number(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    if (i.trialNtu <= i.trialBeforeNtu)
      throw new CalculationError('input', 'trialNtu', 'must be cloudier than the bucket was before');
    const ntuPerGPerL = (i.trialNtu - i.trialBeforeNtu) / (i.trialG / i.trialL);
    const warnings: string[] = [];
    if (i.nowNtu >= i.wantedNtu) warnings.push('it is as cloudy as wanted: add none');
    if (i.wantedNtu > 3 * i.trialNtu)
      warnings.push('far cloudier than the bucket was: try another with more clay, it need not go on in proportion');
    return {
      ntuPerGPerL,
      clayG: (Math.max(0, i.wantedNtu - i.nowNtu) / ntuPerGPerL) * i.volumeL,
      clayGPerHour: (i.wantedNtu / ntuPerGPerL) * i.flowLPerMin * 60,
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => ({
    formula: 'clay = (wanted − now) / (cloudiness that a gram in a litre makes) · volume',
    steps: [
      {
        name: 'ntuPerGPerL',
        says: 'a gram in a litre makes',
        expression: `(${i.trialNtu} - ${i.trialBeforeNtu}) / (${i.trialG} / ${i.trialL})`,
        value: o.ntuPerGPerL,
        unit: 'NTU',
      },
      {
        name: 'clayG',
        says: 'clay to add',
        expression: `max(0, ${i.wantedNtu} - ${i.nowNtu}) / ntuPerGPerL * ${i.volumeL}`,
        value: o.clayG,
        unit: 'g',
      },
      {
        name: 'clayGPerHour',
        says: 'with the inflow, an hour',
        expression: `${i.wantedNtu} / ntuPerGPerL * ${i.flowLPerMin} * 60`,
        value: o.clayGPerHour,
        unit: 'g/h',
      },
    ],
  }),
  source: 'Method, no source: cloudiness in proportion to the clay, by a trial of one’s own',
  validWhen: 'The same clay and water as in the bucket; what settles is not counted.',
  cautions: [
    'Into the head tank, well stirred, never onto larvae; look at gills and screens.',
    'It settles: measure again after some hours.',
  ],
  example: { volumeL: 900, wantedNtu: 40, nowNtu: 4, trialG: 0.5, trialL: 10, trialNtu: 26, trialBeforeNtu: 1 },
});
