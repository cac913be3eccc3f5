import type { Calculation } from './calculation';

/** One line of the register; the calculation itself loads on demand. */
export type Listed = {
  id: string;
  title: string;
  group: string;
  /** Takes seconds with large inputs: worked in a thread of its own (`src/workers`). */
  heavy?: true;
  load: () => Promise<Calculation>;
};

// The element types differ in their schemas; the register forgets them on purpose and every use parses again.
const as = (c: unknown) => c as Calculation;

/** Every calculation of the core, in the order in which the calculators show them. */
export const registry: readonly Listed[] = [
  {
    id: 'sample.proportion',
    title: 'Share in a sample',
    group: 'Samples',
    load: async () => as((await import('./sampling/proportion')).calculation),
  },
  {
    id: 'sample.difference',
    title: 'Two shares compared',
    group: 'Samples',
    load: async () => as((await import('./sampling/difference')).calculation),
  },
  {
    id: 'sample.compare',
    title: 'Shares of groups compared',
    group: 'Samples',
    heavy: true,
    load: async () => as((await import('./sampling/shrinkage')).calculation),
  },
  {
    id: 'sample.decide',
    title: 'Is the share above the mark?',
    group: 'Samples',
    load: async () => as((await import('./sampling/decide')).calculation),
  },
  {
    id: 'sample.meanWeight',
    title: 'Mean weight from batches',
    group: 'Samples',
    load: async () => as((await import('./sampling/meanWeight')).calculation),
  },
  {
    id: 'count.byWeight',
    title: 'Number from total weight',
    group: 'Counting',
    load: async () => as((await import('./sampling/countByWeight')).calculation),
  },
  {
    id: 'count.byBuckets',
    title: 'Number from weighed buckets',
    group: 'Counting',
    load: async () => as((await import('./sampling/countByWeight')).byBuckets),
  },
  {
    id: 'eggs.volumetric',
    title: 'Eggs by volume',
    group: 'Eggs',
    load: async () => as((await import('./eggs/volumetric')).calculation),
  },
  {
    id: 'eggs.trough',
    title: 'Eggs by a row in the trough',
    group: 'Eggs',
    load: async () => as((await import('./eggs/trough')).trough),
  },
  {
    id: 'eggs.packing',
    title: 'How closely eggs lie',
    group: 'Eggs',
    load: async () => as((await import('./eggs/trough')).packing),
  },
  {
    id: 'eggs.gravimetric',
    title: 'Eggs by weight',
    group: 'Eggs',
    load: async () => as((await import('./eggs/gravimetric')).gravimetric),
  },
  {
    id: 'eggs.displacement',
    title: 'Eggs by displaced water',
    group: 'Eggs',
    load: async () => as((await import('./eggs/gravimetric')).displacement),
  },
  {
    id: 'eggs.combine',
    title: 'Two methods, one number',
    group: 'Eggs',
    load: async () => as((await import('./eggs/combine')).calculation),
  },
  {
    id: 'eggs.swelling',
    title: 'Dry to hardened',
    group: 'Eggs',
    load: async () => as((await import('./eggs/swelling')).swelling),
  },
  {
    id: 'eggs.expected',
    title: 'Eggs to expect of a female',
    group: 'Eggs',
    load: async () => as((await import('./eggs/expected')).expected),
  },
  {
    id: 'development.rate',
    title: 'Days to a stage at one temperature',
    group: 'Thermal time',
    load: async () => as((await import('./development/rate')).calculation),
  },
  {
    id: 'development.predict',
    title: 'When they eye, hatch and swim up',
    group: 'Thermal time',
    heavy: true,
    load: async () => as((await import('./development/predictCalculation')).calculation),
  },
  {
    id: 'development.calibrate',
    title: 'Own factor of the clock',
    group: 'Thermal time',
    load: async () => as((await import('./development/calibrate')).calculation),
  },
  {
    id: 'development.programme',
    title: 'Temperature programme for a date',
    group: 'Thermal time',
    heavy: true,
    load: async () => as((await import('./development/programmeCalculation')).calculation),
  },
  {
    id: 'development.synchronise',
    title: 'Takes brought together',
    group: 'Thermal time',
    heavy: true,
    load: async () => as((await import('./development/synchronise')).calculation),
  },
  {
    id: 'incubation.rolling',
    title: 'Flow that rolls a jar',
    group: 'Incubation',
    load: async () => as((await import('./incubation/rolling')).calculation),
  },
  {
    id: 'incubation.loading',
    title: 'Load of a tray or a jar',
    group: 'Incubation',
    load: async () => as((await import('./incubation/loading')).calculation),
  },
  {
    id: 'incubation.alarms',
    title: 'Alarms of a room: false ones and delay',
    group: 'Incubation',
    heavy: true,
    load: async () => as((await import('./incubation/alarmSimulation')).calculation),
  },
  {
    id: 'incubation.skip',
    title: 'What a skipped day is likely to cost',
    group: 'Incubation',
    load: async () => as((await import('./incubation/skipping')).calculation),
  },
  {
    id: 'incubation.swimUp',
    title: 'Swim-up: now, or wait?',
    group: 'Incubation',
    load: async () => as((await import('./incubation/swimUp')).calculation),
  },
  {
    id: 'incubation.yolkIndex',
    title: 'Yolk index K_D',
    group: 'Incubation',
    load: async () => as((await import('./incubation/yolkIndex')).calculation),
  },
  {
    id: 'incubation.fertileOrDead',
    title: 'Fertile, or dead?',
    group: 'Incubation',
    load: async () => as((await import('./incubation/fertileOrDead')).calculation),
  },
  {
    id: 'transport.eyedEggs',
    title: 'Eyed eggs in a box',
    group: 'Incubation',
    load: async () => as((await import('./incubation/eyedShipping')).calculation),
  },
  {
    id: 'genetics.kinship',
    title: 'Kinship and inbreeding',
    group: 'Parents',
    heavy: true,
    load: async () => as((await import('./genetics/kinshipCalculation')).kinship),
  },
  {
    id: 'genetics.matingPlan',
    title: 'Mating plan',
    group: 'Parents',
    heavy: true,
    load: async () => as((await import('./genetics/matingPlan')).matingPlan),
  },
  {
    id: 'genetics.effectiveSize',
    title: 'Effective size',
    group: 'Parents',
    load: async () => as((await import('./genetics/effectiveSize')).effectiveSize),
  },
  {
    id: 'genetics.retain',
    title: 'Future brood from each family',
    group: 'Parents',
    load: async () => as((await import('./genetics/effectiveSize')).retain),
  },
  {
    id: 'genetics.deformities',
    title: 'Deformities by parent',
    group: 'Parents',
    heavy: true,
    load: async () => as((await import('./genetics/deformityTrace')).deformityTrace),
  },
  {
    id: 'eggs.polarisation',
    title: 'Polarisation index',
    group: 'Spawning',
    load: async () => as((await import('./induction/ripeness')).polarisation),
  },
  {
    id: 'induction.latency',
    title: 'When an injected female ovulates',
    group: 'Spawning',
    load: async () => as((await import('./induction/latencyCalculation')).latency),
  },
  {
    id: 'spawning.females',
    title: 'Females needed',
    group: 'Spawning',
    heavy: true,
    load: async () => as((await import('./induction/females')).femalesNeeded),
  },
  {
    id: 'milt.needed',
    title: 'Milt needed',
    group: 'Spawning',
    load: async () => as((await import('./induction/milt')).milt),
  },
  {
    id: 'dose.injection',
    title: 'Injection',
    group: 'Doses and baths',
    load: async () => as((await import('./doses/doses')).injection),
  },
  {
    id: 'dose.bath',
    title: 'Bath',
    group: 'Doses and baths',
    load: async () => as((await import('./doses/doses')).bath),
  },
  {
    id: 'dose.flow',
    title: 'Dose into flowing water',
    group: 'Doses and baths',
    load: async () => as((await import('./doses/flow')).flow),
  },
  {
    id: 'dose.dilution',
    title: 'Dilution',
    group: 'Doses and baths',
    load: async () => as((await import('./doses/doses')).dilution),
  },
  {
    id: 'water.oxygenSaturation',
    title: 'Oxygen that water can hold',
    group: 'Water',
    load: async () => as((await import('./water/oxygen')).calculation),
  },
  {
    id: 'water.unionisedAmmonia',
    title: 'Toxic share of ammonia',
    group: 'Water',
    load: async () => as((await import('./water/ammonia')).calculation),
  },
  {
    id: 'water.gasPressure',
    title: 'Gas after heating or pumping',
    group: 'Water',
    load: async () => as((await import('./water/gas')).calculation),
  },
  {
    id: 'water.minutesToDanger',
    title: 'Minutes to danger when the flow stops',
    group: 'Water',
    load: async () => as((await import('./water/flows')).minutesToDanger),
  },
  {
    id: 'water.oxygenUse',
    title: 'Oxygen use, by closing the flow',
    group: 'Water',
    load: async () => as((await import('./water/flows')).oxygenUse),
  },
  {
    id: 'water.flowForOxygen',
    title: 'Flow for the oxygen they use',
    group: 'Water',
    load: async () => as((await import('./water/flows')).flowForOxygen),
  },
  {
    id: 'water.turnover',
    title: 'Turnover',
    group: 'Water',
    load: async () => as((await import('./water/flows')).turnover),
  },
  {
    id: 'water.exchange',
    title: 'Water exchange after a breach',
    group: 'Water',
    load: async () => as((await import('./water/flows')).exchange),
  },
  {
    id: 'water.mix',
    title: 'Hot and cold mixed',
    group: 'Water',
    load: async () => as((await import('./water/mixing')).mix),
  },
  {
    id: 'water.dechlorination',
    title: 'Chlorine and the neutraliser',
    group: 'Water',
    load: async () => as((await import('./water/flows')).dechlorination),
  },
  {
    id: 'transport.ice',
    title: 'Ice for a tank',
    group: 'Water',
    load: async () => as((await import('./water/mixing')).ice),
  },
  {
    id: 'transport.temper',
    title: 'Tempering',
    group: 'Water',
    load: async () => as((await import('./water/mixing')).temper),
  },
  {
    id: 'growth.condition',
    title: 'Condition factor',
    group: 'Growth',
    load: async () => as((await import('./growth/growth')).condition),
  },
  {
    id: 'growth.specific',
    title: 'Specific growth rate',
    group: 'Growth',
    load: async () => as((await import('./growth/growth')).specific),
  },
  {
    id: 'growth.thermal',
    title: 'Thermal growth coefficient',
    group: 'Growth',
    load: async () => as((await import('./growth/growth')).thermal),
  },
  {
    id: 'books.census',
    title: 'The count against the books',
    group: 'The stock books',
    load: async () => as((await import('./books/bookCalculations')).census),
  },
  {
    id: 'books.survival',
    title: 'Survival between two numbers',
    group: 'The stock books',
    load: async () => as((await import('./books/bookCalculations')).survival),
  },
  {
    id: 'books.split',
    title: 'Sharing out a number',
    group: 'The stock books',
    load: async () => as((await import('./books/bookCalculations')).split),
  },
  {
    id: 'books.composition',
    title: 'Parents of a mixture',
    group: 'The stock books',
    load: async () => as((await import('./books/bookCalculations')).composition),
  },
  {
    id: 'books.drift',
    title: 'Unseen loss, learned from counts',
    group: 'The stock books',
    load: async () => as((await import('./books/drift')).drift),
  },
  {
    id: 'books.reconcile',
    title: 'The whole line at once',
    group: 'The stock books',
    heavy: true,
    load: async () => as((await import('./books/reconcile')).reconcile),
  },
];

export const isHeavy = (id: string): boolean => registry.some((c) => c.id === id && c.heavy);

/** Loads a calculation by id; undefined when there is none. */
export async function loadCalculation(id: string): Promise<Calculation | undefined> {
  return registry.find((c) => c.id === id)?.load();
}
