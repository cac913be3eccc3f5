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

/** Worked in a thread of its own. */
const HEAVY = true;

/** One line; the types of schemas differ, the register forgets them on purpose and every use parses again. */
const listed = (id: string, title: string, group: string, load: () => Promise<unknown>, heavy?: true): Listed => ({
  id,
  title,
  group,
  ...(heavy ? { heavy } : {}),
  load: async () => (await load()) as Calculation,
});

/** Every calculation of the core, in the order in which the calculators show them. */
export const registry: readonly Listed[] = [
  listed(
    'sample.proportion',
    'Share in a sample',
    'Samples',
    async () => (await import('./sampling/proportion')).calculation,
  ),
  listed(
    'sample.difference',
    'Two shares compared',
    'Samples',
    async () => (await import('./sampling/difference')).calculation,
  ),
  listed(
    'sample.compare',
    'Shares of groups compared',
    'Samples',
    async () => (await import('./sampling/shrinkage')).calculation,
    HEAVY,
  ),
  listed(
    'sample.decide',
    'Is the share above the mark?',
    'Samples',
    async () => (await import('./sampling/decide')).calculation,
  ),
  listed(
    'sample.meanWeight',
    'Mean weight from batches',
    'Samples',
    async () => (await import('./sampling/meanWeight')).calculation,
  ),
  listed(
    'count.byWeight',
    'Number from total weight',
    'Counting',
    async () => (await import('./sampling/countByWeight')).calculation,
  ),
  listed(
    'count.byBuckets',
    'Number from weighed buckets',
    'Counting',
    async () => (await import('./sampling/countByWeight')).byBuckets,
  ),
  listed(
    'count.perMass',
    'Fry by the count of a gram',
    'Counting',
    async () => (await import('./counting/perMass')).calculation,
  ),
  listed(
    'count.carriedWater',
    'Water weighed with the fish',
    'Counting',
    async () => (await import('./counting/carriedWater')).calculation,
  ),
  listed(
    'count.displacement',
    'Number by volume displaced',
    'Counting',
    async () => (await import('./counting/displacement')).calculation,
  ),
  listed(
    'count.splitter',
    'Number by a counted share',
    'Counting',
    async () => (await import('./counting/splitter')).calculation,
  ),
  listed(
    'count.counter',
    'A counting device put right',
    'Counting',
    async () => (await import('./counting/counter')).calculation,
  ),
  listed(
    'count.markRecapture',
    'Number by marking and catching again',
    'Counting',
    async () => (await import('./counting/markRecapture')).calculation,
  ),
  listed('grade.fit', 'How sizes lie', 'Grading', async () => (await import('./grading/fit')).calculation),
  listed(
    'grade.split',
    'What the bars make of them',
    'Grading',
    async () => (await import('./grading/split')).calculation,
  ),
  listed(
    'grade.bars',
    'Where to set the bars',
    'Grading',
    async () => (await import('./grading/bars')).calculation,
    HEAVY,
  ),
  listed('grade.learn', 'What a grader does', 'Grading', async () => (await import('./grading/learn')).calculation),
  listed(
    'grade.cannibals',
    'Who can swallow whom',
    'Grading',
    async () => (await import('./grading/cannibals')).calculation,
  ),
  listed(
    'select.gamble',
    'Keep it, or sell it now?',
    'Selection',
    async () => (await import('./selection/gamble')).calculation,
  ),
  listed('eggs.volumetric', 'Eggs by volume', 'Eggs', async () => (await import('./eggs/volumetric')).calculation),
  listed('eggs.trough', 'Eggs by a row in the trough', 'Eggs', async () => (await import('./eggs/trough')).trough),
  listed('eggs.packing', 'How closely eggs lie', 'Eggs', async () => (await import('./eggs/trough')).packing),
  listed('eggs.gravimetric', 'Eggs by weight', 'Eggs', async () => (await import('./eggs/gravimetric')).gravimetric),
  listed(
    'eggs.displacement',
    'Eggs by displaced water',
    'Eggs',
    async () => (await import('./eggs/gravimetric')).displacement,
  ),
  listed('eggs.combine', 'Two methods, one number', 'Eggs', async () => (await import('./eggs/combine')).calculation),
  listed('eggs.swelling', 'Dry to hardened', 'Eggs', async () => (await import('./eggs/swelling')).swelling),
  listed('eggs.expected', 'Eggs to expect of a female', 'Eggs', async () => (await import('./eggs/expected')).expected),
  listed(
    'development.rate',
    'Days to a stage at one temperature',
    'Thermal time',
    async () => (await import('./development/rate')).calculation,
  ),
  listed(
    'development.predict',
    'When they eye, hatch and swim up',
    'Thermal time',
    async () => (await import('./development/predictCalculation')).calculation,
    HEAVY,
  ),
  listed(
    'development.calibrate',
    'Own factor of the clock',
    'Thermal time',
    async () => (await import('./development/calibrate')).calculation,
  ),
  listed(
    'development.programme',
    'Temperature programme for a date',
    'Thermal time',
    async () => (await import('./development/programmeCalculation')).calculation,
    HEAVY,
  ),
  listed(
    'development.synchronise',
    'Takes brought together',
    'Thermal time',
    async () => (await import('./development/synchronise')).calculation,
    HEAVY,
  ),
  listed(
    'incubation.rolling',
    'Flow that rolls a jar',
    'Incubation',
    async () => (await import('./incubation/rolling')).calculation,
  ),
  listed(
    'incubation.loading',
    'Load of a tray or a jar',
    'Incubation',
    async () => (await import('./incubation/loading')).calculation,
  ),
  listed(
    'incubation.alarms',
    'Alarms of a room: false ones and delay',
    'Incubation',
    async () => (await import('./incubation/alarmSimulation')).calculation,
    HEAVY,
  ),
  listed(
    'incubation.skip',
    'What a skipped day is likely to cost',
    'Incubation',
    async () => (await import('./incubation/skipping')).calculation,
  ),
  listed(
    'incubation.swimUp',
    'Swim-up: now, or wait?',
    'Incubation',
    async () => (await import('./incubation/swimUp')).calculation,
  ),
  listed(
    'incubation.yolkIndex',
    'Yolk index K_D',
    'Incubation',
    async () => (await import('./incubation/yolkIndex')).calculation,
  ),
  listed(
    'incubation.fertileOrDead',
    'Fertile, or dead?',
    'Incubation',
    async () => (await import('./incubation/fertileOrDead')).calculation,
  ),
  listed(
    'transport.eyedEggs',
    'Eyed eggs in a box',
    'Incubation',
    async () => (await import('./incubation/eyedShipping')).calculation,
  ),
  listed(
    'genetics.kinship',
    'Kinship and inbreeding',
    'Parents',
    async () => (await import('./genetics/kinshipCalculation')).kinship,
    HEAVY,
  ),
  listed(
    'genetics.matingPlan',
    'Mating plan',
    'Parents',
    async () => (await import('./genetics/matingPlan')).matingPlan,
    HEAVY,
  ),
  listed(
    'genetics.effectiveSize',
    'Effective size',
    'Parents',
    async () => (await import('./genetics/effectiveSize')).effectiveSize,
  ),
  listed(
    'genetics.retain',
    'Future brood from each family',
    'Parents',
    async () => (await import('./genetics/effectiveSize')).retain,
  ),
  listed(
    'genetics.deformities',
    'Deformities by parent',
    'Parents',
    async () => (await import('./genetics/deformityTrace')).deformityTrace,
    HEAVY,
  ),
  listed(
    'eggs.polarisation',
    'Polarisation index',
    'Spawning',
    async () => (await import('./induction/ripeness')).polarisation,
  ),
  listed(
    'induction.latency',
    'When an injected female ovulates',
    'Spawning',
    async () => (await import('./induction/latencyCalculation')).latency,
  ),
  listed(
    'spawning.females',
    'Females needed',
    'Spawning',
    async () => (await import('./induction/females')).femalesNeeded,
    HEAVY,
  ),
  listed('milt.needed', 'Milt needed', 'Spawning', async () => (await import('./induction/milt')).milt),
  listed('dose.injection', 'Injection', 'Doses and baths', async () => (await import('./doses/doses')).injection),
  listed('dose.bath', 'Bath', 'Doses and baths', async () => (await import('./doses/doses')).bath),
  listed('dose.flow', 'Dose into flowing water', 'Doses and baths', async () => (await import('./doses/flow')).flow),
  listed('dose.dilution', 'Dilution', 'Doses and baths', async () => (await import('./doses/doses')).dilution),
  listed(
    'water.oxygenSaturation',
    'Oxygen that water can hold',
    'Water',
    async () => (await import('./water/oxygen')).calculation,
  ),
  listed(
    'water.unionisedAmmonia',
    'Toxic share of ammonia',
    'Water',
    async () => (await import('./water/ammonia')).calculation,
  ),
  listed(
    'water.gasPressure',
    'Gas after heating or pumping',
    'Water',
    async () => (await import('./water/gas')).calculation,
  ),
  listed(
    'water.minutesToDanger',
    'Minutes to danger when the flow stops',
    'Water',
    async () => (await import('./water/flows')).minutesToDanger,
  ),
  listed(
    'water.fishDanger',
    'Minutes to danger for fish in a tank',
    'Water',
    async () => (await import('./water/stillWater')).calculation,
  ),
  listed(
    'water.oxygenUse',
    'Oxygen use, by closing the flow',
    'Water',
    async () => (await import('./water/flows')).oxygenUse,
  ),
  listed(
    'water.flowForOxygen',
    'Flow for the oxygen they use',
    'Water',
    async () => (await import('./water/flows')).flowForOxygen,
  ),
  listed('water.turnover', 'Turnover', 'Water', async () => (await import('./water/flows')).turnover),
  listed(
    'water.exchange',
    'Water exchange after a breach',
    'Water',
    async () => (await import('./water/flows')).exchange,
  ),
  listed('water.salt', 'Salt into the water', 'Water', async () => (await import('./water/salting')).salting),
  listed('water.clay', 'Clay to cloud the water', 'Water', async () => (await import('./water/salting')).clouding),
  listed('water.mix', 'Hot and cold mixed', 'Water', async () => (await import('./water/mixing')).mix),
  listed(
    'water.dechlorination',
    'Chlorine and the neutraliser',
    'Water',
    async () => (await import('./water/flows')).dechlorination,
  ),
  listed('transport.ice', 'Ice for a tank', 'Water', async () => (await import('./water/mixing')).ice),
  listed('transport.temper', 'Tempering', 'Water', async () => (await import('./water/mixing')).temper),
  listed(
    'water.capacity',
    'How many could stand there',
    'Water',
    async () => (await import('./water/capacity')).calculation,
  ),
  listed(
    'transport.bag',
    'A bag under oxygen',
    'Transport and release',
    async () => (await import('./transport/bag')).calculation,
  ),
  listed(
    'release.allocate',
    'Lots to release sites',
    'Transport and release',
    async () => (await import('./release/allocate')).calculation,
    HEAVY,
  ),
  listed(
    'health.mortalityAlarm',
    'Dead of the day, watched',
    'Health',
    async () => (await import('./health/mortalityAlarm')).calculation,
  ),
  listed(
    'health.sampleSize',
    'How many to sample for an inspection',
    'Health',
    async () => (await import('./health/sampleSize')).calculation,
  ),
  listed(
    'health.withdrawal',
    'Withdrawal after a treatment',
    'Health',
    async () => (await import('./health/withdrawal')).calculation,
  ),
  listed(
    'health.vaccine',
    'Vaccine, hands and hours',
    'Health',
    async () => (await import('./health/vaccine')).calculation,
  ),
  listed(
    'growth.condition',
    'Condition factor',
    'Growth and feed',
    async () => (await import('./growth/growth')).condition,
  ),
  listed(
    'growth.specific',
    'Specific growth rate',
    'Growth and feed',
    async () => (await import('./growth/growth')).specific,
  ),
  listed(
    'growth.thermal',
    'Thermal growth coefficient',
    'Growth and feed',
    async () => (await import('./growth/growth')).thermal,
  ),
  listed(
    'growth.moults',
    'Growth from moult to moult',
    'Growth and feed',
    async () => (await import('./growth/byMoults')).calculation,
  ),
  listed('growth.own', 'Own growth', 'Growth and feed', async () => (await import('./growth/own')).calculation),
  listed(
    'growth.forecast',
    'Growth to a size',
    'Growth and feed',
    async () => (await import('./growth/forecast')).calculation,
  ),
  listed(
    'feed.ration',
    'Ration of the day',
    'Growth and feed',
    async () => (await import('./feeding/ration')).calculation,
  ),
  listed('feed.pellet', 'Size of feed', 'Growth and feed', async () => (await import('./feeding/pellet')).calculation),
  listed(
    'feed.regime',
    'Feeds of the day',
    'Growth and feed',
    async () => (await import('./feeding/regime')).calculation,
  ),
  listed(
    'feed.conversion',
    'Feed conversion',
    'Growth and feed',
    async () => (await import('./feeding/conversion')).calculation,
  ),
  listed('feed.waste', 'Feed left over', 'Growth and feed', async () => (await import('./feeding/waste')).calculation),
  listed(
    'feed.stock',
    'Days of feed left',
    'Growth and feed',
    async () => (await import('./feeding/stock')).calculation,
  ),
  listed(
    'appetite.next',
    'Next meal by the tray',
    'Growth and feed',
    async () => (await import('./appetite/next')).calculation,
  ),
  listed(
    'appetite.phase',
    'Moult, read from the appetite',
    'Growth and feed',
    async () => (await import('./appetite/phase')).calculation,
    HEAVY,
  ),
  listed(
    'liveFeed.brineShrimp',
    'Cysts to sow',
    'Live food',
    async () => (await import('./liveFood/brineShrimp')).calculation,
  ),
  listed(
    'liveFeed.plan',
    'When to sow which cone',
    'Live food',
    async () => (await import('./liveFood/planCalculation')).calculation,
    HEAVY,
  ),
  listed(
    'liveFeed.count',
    'Live food by subsamples',
    'Live food',
    async () => (await import('./liveFood/count')).calculation,
  ),
  listed('liveFeed.density', 'Prey to add', 'Live food', async () => (await import('./liveFood/density')).calculation),
  listed(
    'liveFeed.rotifer',
    'Rotifer harvest',
    'Live food',
    async () => (await import('./liveFood/rotifer')).calculation,
  ),
  listed(
    'books.census',
    'The count against the books',
    'The stock books',
    async () => (await import('./books/bookCalculations')).census,
  ),
  listed(
    'books.survival',
    'Survival between two numbers',
    'The stock books',
    async () => (await import('./books/bookCalculations')).survival,
  ),
  listed(
    'books.split',
    'Sharing out a number',
    'The stock books',
    async () => (await import('./books/bookCalculations')).split,
  ),
  listed(
    'books.composition',
    'Parents of a mixture',
    'The stock books',
    async () => (await import('./books/bookCalculations')).composition,
  ),
  listed(
    'books.drift',
    'Unseen loss, learned from counts',
    'The stock books',
    async () => (await import('./books/drift')).drift,
  ),
  listed(
    'books.reconcile',
    'The whole line at once',
    'The stock books',
    async () => (await import('./books/reconcile')).reconcile,
    HEAVY,
  ),
];

export const isHeavy = (id: string): boolean => registry.some((c) => c.id === id && c.heavy);

/** Loads a calculation by id; undefined when there is none. */
export async function loadCalculation(id: string): Promise<Calculation | undefined> {
  return registry.find((c) => c.id === id)?.load();
}
