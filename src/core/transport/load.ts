import { z } from 'zod';
import { CalculationError, defineCalculation, type Step, schema } from '../calculation';
import { thresholds } from '../thresholds';
import { oxygenSaturation } from '../water/oxygen';
import { fishUse } from '../water/stillWater';
import { oxygenOfGas } from './bag';
import { arrives, iceFor } from './warming';

const haulLimits = ['table', 'oxygen', 'carbonDioxide', 'ammonia'] as const;
export type HaulLimit = (typeof haulLimits)[number];

/** Carbon dioxide made for oxygen used, by mass, mol for mol. */
const CARBON_PER_OXYGEN = 44.0095 / 31.9988;
const LITRES_OF_BOTTLE_BAR = 1;

const input = z.strictObject({
  species: z.string().max(80).optional(),
  /** Of one. */
  massG: schema.positive,
  celsius: z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?'),
  hours: z.number().gt(0, 'must be above 0').max(96, 'is longer than four days: change the water on the way'),
  tanks: z
    .array(
      z.strictObject({
        id: z.string().max(60).optional(),
        volumeL: schema.positive,
        /** Oxygen gas that is let in, litres a minute at one atmosphere; absent: none. */
        oxygenLPerMin: schema.nonNegative.optional(),
      }),
    )
    .min(1, 'needs a tank')
    .max(40, 'are more tanks than a convoy has'),
  /** What is to be carried: says whether it fits, and what it needs. */
  massKg: schema.positive.optional(),
  /** What the table of Reference lets a litre carry, of this species, size, warmth and time. */
  loadKgPerL: schema.positive.optional(),
  useMgPerKgHour: schema.positive.optional(),
  startMgPerL: schema.nonNegative.optional(),
  leastMgPerL: schema.positive.optional(),
  /** Share of the gas that dissolves. */
  dissolves: z.number().gt(0, 'must be above 0').max(1, 'is a share: from 0 to 1').optional(),
  mostCarbonDioxideMgPerL: schema.positive.optional(),
  /** Share of the carbon dioxide that agitators drive out in an hour. */
  strippedPerHour: schema.nonNegative.optional(),
  mostTanMgPerL: schema.positive.optional(),
  tanMgPerKgHour: schema.positive.optional(),
  /** Air on the way, and the hours in which the water goes half of the way to it. */
  airCelsius: z.number().min(-40).max(55, 'is beyond any summer').optional(),
  halfWayHours: schema.positive.optional(),
  bottle: z.strictObject({ waterL: schema.positive, bar: schema.positive }).optional(),
});
type Input = z.output<typeof input>;

function figures(i: Input) {
  const use = i.useMgPerKgHour ?? fishUse(i.massG, i.celsius);
  const start = i.startMgPerL ?? oxygenSaturation(i.celsius);
  const least = i.leastMgPerL ?? thresholds.haulOxygenLeast.value;
  const dissolves = i.dissolves ?? thresholds.haulDissolves.value;
  const carbonMost = i.mostCarbonDioxideMgPerL ?? thresholds.haulCarbonDioxide.value;
  const stripped = i.strippedPerHour ?? 0;
  const tan = i.tanMgPerKgHour ?? thresholds.haulTan.value;
  const tanMost = i.mostTanMgPerL ?? thresholds.haulTanMost.value;
  /** Hours for which carbon dioxide gathers as if none left. */
  const gathers = stripped > 0 ? (1 - Math.exp(-stripped * i.hours)) / stripped : i.hours;
  return { use, start, least, dissolves, carbonMost, stripped, tan, tanMost, gathers };
}

/** What each limit lets a tank carry, kg. */
function byLimitOf(i: Input, t: Input['tanks'][number]): Partial<Record<HaulLimit, number>> {
  const f = figures(i);
  const gas = ((t.oxygenLPerMin ?? 0) * 60 * oxygenOfGas(i.celsius) * f.dissolves) / f.use;
  return {
    ...(i.loadKgPerL === undefined ? {} : { table: i.loadKgPerL * t.volumeL }),
    oxygen: (t.volumeL * (f.start - f.least)) / (f.use * i.hours) + gas,
    carbonDioxide: (f.carbonMost * t.volumeL) / (f.use * CARBON_PER_OXYGEN * f.gathers),
    ammonia: (f.tanMost * t.volumeL) / (f.tan * i.hours),
  };
}

const leastOf = (by: Partial<Record<HaulLimit, number>>): HaulLimit =>
  haulLimits.filter((l) => by[l] !== undefined).reduce((a, b) => (by[b]! < by[a]! ? b : a));

/** How many kilograms a truck carries for so many hours, by which limit, and what it needs under way. */
export const calculation = defineCalculation({
  id: 'transport.load',
  title: 'Load of a tank truck',
  asks: 'How many kilograms go into these tanks for so many hours, and by which limit?',
  input,
  output: z.strictObject({
    massKg: z.number(),
    number: z.number(),
    limit: z.enum(haulLimits),
    tanks: z.array(
      z.strictObject({
        id: z.string().optional(),
        massKg: z.number(),
        number: z.number(),
        limit: z.enum(haulLimits),
        byLimit: z.record(z.string(), z.number()),
      }),
    ),
    useMgPerKgHour: z.number(),
    fits: z.boolean().optional(),
    oxygenL: z.number().optional(),
    bottles: z.number().optional(),
    arriveCelsius: z.number().optional(),
    iceKg: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const f = figures(i);
    if (f.start <= f.least)
      throw new CalculationError('input', 'startMgPerL', 'is no more than the least they bear: air the water first');
    if (i.airCelsius !== undefined && i.halfWayHours === undefined)
      throw new CalculationError('input', 'halfWayHours', 'is needed with the air: how fast the water follows it');
    const tanks = i.tanks.map((t) => {
      const byLimit = byLimitOf(i, t);
      const limit = leastOf(byLimit);
      const massKg = byLimit[limit]!;
      return {
        ...(t.id === undefined ? {} : { id: t.id }),
        massKg,
        number: Math.floor((1000 * massKg) / i.massG),
        limit,
        byLimit: byLimit as Record<string, number>,
      };
    });
    const massKg = tanks.reduce((s, t) => s + t.massKg, 0);
    // Of tanks that end by several limits, that of the one which carries most.
    const { limit } = tanks.reduce((a, b) => (b.massKg > a.massKg ? b : a));
    const carried = Math.min(i.massKg ?? massKg, massKg);
    const volume = i.tanks.reduce((s, t) => s + t.volumeL, 0);
    // The water's own above the least is used first; the rest is let in, of which only a share dissolves.
    const oxygenL =
      Math.max(0, carried * f.use * i.hours - volume * (f.start - f.least)) / (f.dissolves * oxygenOfGas(i.celsius));
    const arrive = i.airCelsius === undefined ? null : arrives(i.celsius, i.airCelsius, i.hours, i.halfWayHours!);
    const ice = arrive === null ? null : iceFor(volume, i.celsius, arrive);
    const warnings = [
      ...(i.massKg !== undefined && i.massKg > massKg
        ? ['more than these tanks carry: fewer, shorter, colder, more oxygen, or another trip']
        : []),
      ...(i.loadKgPerL === undefined
        ? ['no loading table stands for them: by the water alone, crowding and their skin are not in it']
        : []),
      ...(oxygenL > 0 && i.tanks.every((t) => !t.oxygenLPerMin)
        ? ['without oxygen let in, the water alone lasts: that is the limit']
        : []),
    ];
    return {
      massKg,
      number: tanks.reduce((s, t) => s + t.number, 0),
      limit,
      tanks,
      useMgPerKgHour: f.use,
      ...(i.massKg === undefined ? {} : { fits: i.massKg <= massKg }),
      oxygenL,
      ...(i.bottle ? { bottles: Math.ceil(oxygenL / (i.bottle.waterL * i.bottle.bar * LITRES_OF_BOTTLE_BAR)) } : {}),
      ...(arrive === null ? {} : { arriveCelsius: arrive }),
      ...(ice === null ? {} : { iceKg: ice }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const f = figures(i);
    const steps = i.tanks.slice(0, SHOWN).flatMap((t, k): Step[] => {
      const by = o.tanks[k]!.byLimit;
      const n = i.tanks.length > 1 ? `${k + 1}` : '';
      const where = t.id ?? (i.tanks.length > 1 ? `tank ${k + 1}` : 'the tank');
      return [
        ...(by.table === undefined
          ? []
          : [
              {
                name: `table${n}`,
                says: `${where}, by the loading table`,
                expression: `${i.loadKgPerL} * ${t.volumeL}`,
                value: by.table,
                unit: 'kg',
              },
            ]),
        {
          name: `oxygen${n}`,
          says: `${where}, by oxygen`,
          expression: `${t.volumeL} * (${f.start} - ${f.least}) / (${f.use} * ${i.hours}) + ${t.oxygenLPerMin ?? 0} * 60 * ${oxygenOfGas(i.celsius)} * ${f.dissolves} / ${f.use}`,
          value: by.oxygen!,
          unit: 'kg',
        },
        {
          name: `carbonDioxide${n}`,
          says: `${where}, by carbon dioxide`,
          expression: `${f.carbonMost} * ${t.volumeL} / (${f.use} * ${CARBON_PER_OXYGEN} * ${f.gathers})`,
          value: by.carbonDioxide!,
          unit: 'kg',
        },
        {
          name: `ammonia${n}`,
          says: `${where}, by ammonia`,
          expression: `${f.tanMost} * ${t.volumeL} / (${f.tan} * ${i.hours})`,
          value: by.ammonia!,
          unit: 'kg',
        },
      ];
    });
    return {
      formula:
        'kg = the least of: table · volume; oxygen there and let in over what they use; carbon dioxide and ammonia that may gather over what they make',
      steps: [
        ...steps,
        {
          name: 'massKg',
          says: `all tanks, the least of each; ${o.limit === 'carbonDioxide' ? 'carbon dioxide' : o.limit} binds`,
          expression: o.tanks.map((t) => t.massKg).join(' + '),
          value: o.massKg,
          unit: 'kg',
        },
      ],
    };
  },
  source:
    'Mass balance of standing water under way; oxygen: Benson and Krause 1984; use by size and warmth: water.fishDanger; what dissolves, ammonia made, limits: verify',
  validWhen: 'Fish fasted a day and more, tempered before loading, water mixed; no change of water on the way.',
  cautions: [
    'Fish just netted use up to twice as much: oxygen on before the first bucket, the first half hour watched.',
    'Compressed oxygen: no grease, no flame; the bottle lashed; the cab aired.',
    'Local law on the carriage of live animals decides over load, hours and papers.',
  ],
  example: {
    massG: 12,
    celsius: 10,
    hours: 3,
    tanks: [
      { id: 'front', volumeL: 1000, oxygenLPerMin: 4 },
      { id: 'rear', volumeL: 1000, oxygenLPerMin: 4 },
    ],
    loadKgPerL: 0.12,
    massKg: 180,
    strippedPerHour: 1.5,
    airCelsius: 22,
    halfWayHours: 18,
    bottle: { waterL: 20, bar: 150 },
  },
});

/** Tanks whose working is written out; the others go by the same lines. */
const SHOWN = 6;

/**
 * What a litre carries by the rules of thumb of Reference: in proportion to the length, a quarter less for each five and a
 * half degrees above that at which it stands.
 * @example loadingOf(9, 10) // kg in a litre for fish of 9 cm at 10 °C
 */
export const loadingOf = (lengthCm: number, celsius: number): number =>
  thresholds.haulKgPerLPerCm.value * lengthCm * Math.max(0.25, 1 + (0.25 * (LOADING_AT - celsius)) / LOADING_STEP);
/** 65 °F and 10 °F: Piper and others 1982, Fish Hatchery Management, as remembered: verify. */
const [LOADING_AT, LOADING_STEP] = [18.33, 5.56];
