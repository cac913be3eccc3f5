import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { vapourKpa } from '../water/gas';
import { oxygenSaturation } from '../water/oxygen';

/** Molar masses, mg/mmol as g/mol, and the gas constant in L·atm/(mol·K). */
const [OXYGEN, CARBON_DIOXIDE] = [31.9988, 44.0095];
const R = 0.082057366;
const ATMOSPHERE_KPA = 101.325;
/** Of dry air. */
const OXYGEN_OF_AIR = 0.20946;
/** Carbon dioxide made for oxygen used, mol for mol: of fish that are not fed near one. `verify` */
const QUOTIENT = 1;

const kelvin = (celsius: number) => celsius + 273.15;

/** Oxygen in a litre of the gas itself at one atmosphere, mg. */
export const oxygenOfGas = (celsius: number): number => (1000 * OXYGEN) / (R * kelvin(celsius));

/** Oxygen that fresh water holds under pure oxygen at one atmosphere, mg/L, from its saturation in moist air. */
export const oxygenUnderPure = (celsius: number): number =>
  oxygenSaturation(celsius) / (OXYGEN_OF_AIR * (1 - vapourKpa(celsius) / ATMOSPHERE_KPA));

/** Carbon dioxide that fresh water holds at one atmosphere of it, mol/(L·atm): Weiss 1974, Marine Chemistry 2: 203-215. */
export function carbonDioxideSolubility(celsius: number): number {
  const t = kelvin(celsius) / 100;
  return Math.exp(-58.0931 + 90.5069 / t + 22.294 * Math.log(t));
}

const input = z.strictObject({
  waterL: schema.positive,
  gasL: schema.nonNegative,
  massKg: schema.positive,
  useMgPerKgHour: schema.positive,
  celsius: z.number().min(0, 'must be 0 to 40 °C').max(40, 'must be 0 to 40 °C: typed in another unit?'),
  /** How long they are to be under way: what is left then. */
  hours: schema.nonNegative.optional(),
  /** Of the water when it is closed; absent, it is in equilibrium with the gas. */
  startMgPerL: schema.nonNegative.optional(),
  leastMgPerL: schema.positive,
  mostCarbonDioxideMgPerL: schema.positive.optional(),
});
type Input = z.output<typeof input>;

function parts(i: Input) {
  const pure = oxygenUnderPure(i.celsius);
  const gas = i.gasL * oxygenOfGas(i.celsius);
  const start = gas + i.waterL * (i.startMgPerL ?? (i.gasL > 0 ? pure : oxygenSaturation(i.celsius)));
  /** Oxygen in bag and water for each milligram in a litre of water, by their equilibrium. */
  const per = i.waterL + gas / pure;
  const use = i.massKg * i.useMgPerKgHour;
  return { pure, gas, start, per, use };
}

const hoursOfCarbonDioxide = (i: Input, use: number): number | null =>
  i.mostCarbonDioxideMgPerL === undefined
    ? null
    : (i.mostCarbonDioxideMgPerL * (i.waterL + i.gasL / (carbonDioxideSolubility(i.celsius) * R * kelvin(i.celsius)))) /
      ((use * QUOTIENT * CARBON_DIOXIDE) / OXYGEN);

export const calculation = defineCalculation({
  id: 'transport.bag',
  title: 'A bag under oxygen',
  asks: 'Fish in a closed bag under pure oxygen: how many hours, and what ends first?',
  input,
  output: z.strictObject({
    hours: z.number(),
    limit: z.enum(['oxygen', 'carbonDioxide']),
    oxygenHours: z.number(),
    carbonDioxideHours: z.number().optional(),
    oxygenLeftMgPerL: z.number().optional(),
    carbonDioxideMgPerL: z.number().optional(),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const p = parts(i);
    const oxygenHours = (p.start - i.leastMgPerL * p.per) / p.use;
    if (oxygenHours <= 0)
      throw new CalculationError('input', 'leastMgPerL', 'is more than the water holds from the beginning');
    const carbon = hoursOfCarbonDioxide(i, p.use);
    const limit = carbon !== null && carbon < oxygenHours ? ('carbonDioxide' as const) : ('oxygen' as const);
    const hours = limit === 'oxygen' ? oxygenHours : carbon!;
    const left = i.hours === undefined ? null : Math.max(0, (p.start - p.use * i.hours) / p.per);
    const warnings = [
      ...(i.hours !== undefined && i.hours > hours
        ? [
            `they would be ${limit === 'oxygen' ? 'short of oxygen' : 'dulled by carbon dioxide'} before they arrive: fewer in a bag, colder, or more gas`,
          ]
        : []),
      ...(i.gasL === 0 ? ['without gas above it the water alone lasts: press the air out and fill with oxygen'] : []),
    ];
    return {
      hours,
      limit,
      oxygenHours,
      ...(carbon === null ? {} : { carbonDioxideHours: carbon }),
      ...(left === null ? {} : { oxygenLeftMgPerL: left }),
      ...(i.hours === undefined || carbon === null || i.mostCarbonDioxideMgPerL === undefined
        ? {}
        : { carbonDioxideMgPerL: (i.mostCarbonDioxideMgPerL * i.hours) / carbon }),
      ...(warnings.length > 0 ? { warnings } : {}),
    };
  },
  working: (i, o) => {
    const p = parts(i);
    return {
      formula: 'hours = (oxygen in gas and water − what is there at the least they bear) / (mass · use)',
      steps: [
        {
          name: 'pure',
          says: 'the water holds under pure oxygen',
          expression: String(p.pure),
          value: p.pure,
          unit: 'mg/L',
        },
        {
          name: 'gas',
          says: 'oxygen in the gas',
          expression: `${i.gasL} * 1000 * ${OXYGEN} / (${R} * (${i.celsius} + 273.15))`,
          value: p.gas,
          unit: 'mg',
        },
        {
          name: 'start',
          says: 'in gas and water',
          expression: `gas + ${i.waterL} * ${i.startMgPerL ?? (i.gasL > 0 ? 'pure' : String(oxygenSaturation(i.celsius)))}`,
          value: p.start,
          unit: 'mg',
        },
        {
          name: 'oxygenHours',
          says: 'until the water is down to the least',
          expression: `(start - ${i.leastMgPerL} * (${i.waterL} + gas / pure)) / (${i.massKg} * ${i.useMgPerKgHour})`,
          value: o.oxygenHours,
          unit: 'h',
        },
        ...(o.carbonDioxideHours === undefined
          ? []
          : [
              {
                name: 'solubility',
                says: 'of carbon dioxide, mol/(L·atm)',
                expression: String(carbonDioxideSolubility(i.celsius)),
                value: carbonDioxideSolubility(i.celsius),
              },
              {
                name: 'carbonDioxideHours',
                says: 'until carbon dioxide is at the most they bear',
                expression: `${i.mostCarbonDioxideMgPerL} * (${i.waterL} + ${i.gasL} / (solubility * ${R} * (${i.celsius} + 273.15))) / (${i.massKg} * ${i.useMgPerKgHour} * ${QUOTIENT} * ${CARBON_DIOXIDE} / ${OXYGEN})`,
                value: o.carbonDioxideHours,
                unit: 'h',
              },
            ]),
        {
          name: 'hours',
          says: `until the first limit: ${o.limit === 'oxygen' ? 'oxygen' : 'carbon dioxide'}`,
          expression: o.carbonDioxideHours === undefined ? 'oxygenHours' : 'min(oxygenHours, carbonDioxideHours)',
          value: o.hours,
          unit: 'h',
        },
      ],
    };
  },
  source:
    'Mass balance of a closed bag in equilibrium; oxygen: Benson and Krause 1984; carbon dioxide: Weiss 1974. As much carbon dioxide as oxygen, mol for mol: verify',
  validWhen:
    'The gas is pure oxygen at one atmosphere when it is closed, the bag is moved so that water and gas exchange, and keeps its temperature.',
  cautions: [
    'Resting fish use less than those just packed: take a use that was measured under way, and half of the hours as margin.',
    'Carbon dioxide is reckoned as if the water bound none: hard water binds some. Ammonia is not reckoned: do not feed before.',
    'Oxygen near grease or flame burns; air the van.',
  ],
  example: {
    waterL: 8,
    gasL: 16,
    massKg: 1.2,
    useMgPerKgHour: 250,
    celsius: 10,
    hours: 12,
    leastMgPerL: 6,
    mostCarbonDioxideMgPerL: 60,
  },
});
