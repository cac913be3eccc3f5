import { z } from 'zod';
import { CalculationError, defineCalculation, schema } from '../calculation';
import { thresholds } from '../thresholds';

/** Living neighbours that a dead egg touches, by how the eggs lie. */
export const contacts = { rolling: 1, layer: 6, depth: 12, clumped: 14 } as const;

const HOURS = 24;
/** More than any unit holds. */
const BOUNDLESS = 1e6;

type Spread = {
  whites: number;
  newPerDay: number;
  contacts: number;
  celsius: number;
  days: number;
  /** Living eggs around them: no more can die. */
  eggs?: number;
};

/** Rate at which one contact with a mouldy egg kills, a day, at a temperature. */
const rateAt = (celsius: number, at10: number) => at10 * thresholds.fungusQ10.value ** ((celsius - 10) / 10);
/** Days until fungus on a dead egg reaches its neighbours: slower in the cold by the same factor. */
const lagAt = (celsius: number) => thresholds.fungusLag.value / thresholds.fungusQ10.value ** ((celsius - 10) / 10);

/** Eggs killed by standing dead until the next pick, hour by hour; those that it kills kill in their turn after the lag. */
export function killedBy(s: Spread, at10: number, lagFactor = 1): number {
  const rate = rateAt(s.celsius, at10);
  const lag = Math.max(1, Math.round(lagAt(s.celsius) * lagFactor * HOURS));
  const steps = Math.round(s.days * HOURS);
  // Dead by the hour at which they died; those that stand at the start may be a day old already.
  const dead: number[] = [s.whites];
  let killed = 0;
  let mouldy = 0;
  for (let h = 1; h <= steps; h++) {
    if (h - lag >= 0 && h - lag < dead.length) mouldy += dead[h - lag]!;
    // The more are dead, the more of the neighbours of a mouldy egg are dead already.
    const living = s.eggs === undefined ? 1 : Math.max(0, 1 - killed / s.eggs);
    const now = Math.min((mouldy * s.contacts * rate * living) / HOURS, (s.eggs ?? Number.POSITIVE_INFINITY) - killed);
    killed += now;
    dead.push(now + s.newPerDay / HOURS);
  }
  return killed;
}

export const calculation = defineCalculation({
  id: 'incubation.skip',
  title: 'What a skipped day is likely to cost',
  asks: 'If these dead are left for so many days more: how many living ones go with them, and what would picking cost?',
  input: z.strictObject({
    whites: schema.nonNegative,
    newPerDay: schema.nonNegative,
    lie: z.enum(['rolling', 'layer', 'depth', 'clumped'], { error: 'is rolling, layer, depth or clumped' }),
    celsius: z.number().min(-1, 'is colder than water gets').max(30, 'is hotter than these eggs bear'),
    days: schema.positive.max(14, 'at most 14').default(1),
    /** Living eggs in the unit: the spread ends with them. */
    eggs: schema.positive.optional(),
    /** Eggs that a pick itself kills now: inside a sensitive window it shakes them. */
    killedByPicking: schema.nonNegative.default(0),
  }),
  output: z.strictObject({
    ifSkipped: z.strictObject({ low: z.number(), middle: z.number(), high: z.number() }),
    ifPicked: z.number(),
    cost: z.strictObject({ low: z.number(), middle: z.number(), high: z.number() }),
    verdict: z.enum(['pick', 'leave', 'near even']),
    warnings: schema.warnings,
  }),
  compute: (i) => {
    const of = (at10: number, lag: number) => killedBy({ ...i, contacts: contacts[i.lie] }, at10, lag);
    const rate = thresholds.fungusRate.value;
    // How long it takes to reach a neighbour is as uncertain as how fast it kills.
    const ifSkipped = { low: of(rate / 4, 2), middle: of(rate, 1), high: of(rate * 4, 0.5) };
    if (i.eggs === undefined && ifSkipped.high > BOUNDLESS)
      throw new CalculationError('input', 'eggs', 'needed: over so many days the spread ends only where the eggs do');
    const cost = {
      low: ifSkipped.low - i.killedByPicking,
      middle: ifSkipped.middle - i.killedByPicking,
      high: ifSkipped.high - i.killedByPicking,
    };
    return {
      ifSkipped,
      ifPicked: i.killedByPicking,
      cost,
      verdict:
        cost.low > 0 || cost.middle > 1
          ? ('pick' as const)
          : cost.high < 0
            ? ('leave' as const)
            : ('near even' as const),
      warnings: [
        'rate and lag of the spread are assumed, uncertain fourfold and twofold either way, until your own skipped days teach it',
      ],
    };
  },
  working: (i, o) => ({
    formula:
      'each mouldy egg kills contacts · rate · 3^((T − 10)/10) a day once the lag is over; what it kills does the same',
    steps: [
      {
        name: 'rate',
        says: 'assumed deaths a contact and day at this temperature',
        expression: `${thresholds.fungusRate.value} * ${thresholds.fungusQ10.value}^((${i.celsius} - 10) / 10)`,
        value: rateAt(i.celsius, thresholds.fungusRate.value),
        unit: '1/day',
      },
      {
        name: 'lag',
        says: 'assumed days until it reaches its neighbours',
        expression: `${thresholds.fungusLag.value} / ${thresholds.fungusQ10.value}^((${i.celsius} - 10) / 10)`,
        value: lagAt(i.celsius),
        unit: 'days',
      },
      {
        name: 'skipped',
        says: 'killed if left, hour by hour, middle',
        expression: String(o.ifSkipped.middle),
        value: o.ifSkipped.middle,
      },
      {
        name: 'cost',
        says: 'less what the picking itself kills',
        expression: `skipped - ${i.killedByPicking}`,
        value: o.cost.middle,
      },
    ],
  }),
  source:
    'A branching spread over contacts: our model, assumed rates (verify); neighbours of a packed circle and sphere: 6 and 12',
  validWhen: 'Days, not weeks; no bath against fungus meanwhile; dead eggs grow mould.',
  cautions: [
    'In very cold water a skipped day costs little, in warm water much. Inside a sensitive window leave them unless they clump.',
  ],
  example: { whites: 40, newPerDay: 12, lie: 'layer', celsius: 6 },
});
