import type { Calculation } from './calculation';

/** One line of the register; the calculation itself loads on demand. */
export type Listed = {
  id: string;
  title: string;
  group: string;
  /** Takes seconds with large inputs: computed in a thread of its own (`src/workers`). */
  heavy?: true;
  load: () => Promise<Calculation>;
};

/**
 * One line, its group still to come. The file's calculation is exported as `calculation`, or as `named` says. The types
 * of schemas differ: the register forgets them on purpose, and every use parses again.
 */
function listed<Name extends string = 'calculation'>(
  id: string,
  title: string,
  load: () => Promise<{ [name in Name]: unknown }>,
  { named, heavy }: { named?: Name; heavy?: true } = {},
): Omit<Listed, 'group'> {
  const name = named ?? ('calculation' as Name);
  return { id, title, ...(heavy ? { heavy } : {}), load: async () => (await load())[name] as Calculation };
}

const group = (name: string, calculations: readonly Omit<Listed, 'group'>[]): Listed[] =>
  calculations.map((c) => ({ ...c, group: name }));

/** Every calculation of the core, in the order in which the calculators show them. */
export const registry: readonly Listed[] = [
  ...group('Samples', [
    listed('sample.proportion', 'Share in a sample', () => import('./sampling/proportion')),
    listed('sample.difference', 'Two shares compared', () => import('./sampling/difference')),
    listed('sample.compare', 'Shares of groups compared', () => import('./sampling/shrinkage'), { heavy: true }),
    listed('sample.decide', 'Is the share above the mark?', () => import('./sampling/decide')),
    listed('sample.meanWeight', 'Mean weight from batches', () => import('./sampling/meanWeight')),
  ]),
  ...group('Counting', [
    listed('count.byWeight', 'Number from total weight', () => import('./sampling/countByWeight')),
    listed('count.byBuckets', 'Number from weighed buckets', () => import('./sampling/countByWeight'), {
      named: 'byBuckets',
    }),
    listed('count.perMass', 'Fry by the count of a gram', () => import('./counting/perMass')),
    listed('count.carriedWater', 'Water weighed with the fish', () => import('./counting/carriedWater')),
    listed('count.displacement', 'Number by volume displaced', () => import('./counting/displacement')),
    listed('count.splitter', 'Number by a counted share', () => import('./counting/splitter')),
    listed('count.counter', 'A counting device corrected', () => import('./counting/counter')),
    listed('count.markRecapture', 'Number by marking and catching again', () => import('./counting/markRecapture')),
  ]),
  ...group('Grading', [
    listed('grade.fit', 'How sizes lie', () => import('./grading/fit')),
    listed('grade.split', 'What the bars make of them', () => import('./grading/split')),
    listed('grade.bars', 'Where to set the bars', () => import('./grading/bars'), { heavy: true }),
    listed('grade.learn', 'What a grader does', () => import('./grading/learn')),
    listed('grade.cannibals', 'Who can swallow whom', () => import('./grading/cannibals')),
  ]),
  ...group('Selection', [listed('select.gamble', 'Keep it, or sell it now?', () => import('./selection/gamble'))]),
  ...group('Eggs', [
    listed('eggs.volumetric', 'Eggs by volume', () => import('./eggs/volumetric')),
    listed('eggs.trough', 'Eggs by a row in the trough', () => import('./eggs/trough'), { named: 'trough' }),
    listed('eggs.packing', 'How closely eggs lie', () => import('./eggs/trough'), { named: 'packing' }),
    listed('eggs.gravimetric', 'Eggs by weight', () => import('./eggs/gravimetric'), { named: 'gravimetric' }),
    listed('eggs.displacement', 'Eggs by displaced water', () => import('./eggs/gravimetric'), {
      named: 'displacement',
    }),
    listed('eggs.combine', 'Two methods, one number', () => import('./eggs/combine')),
    listed('eggs.swelling', 'Dry to hardened', () => import('./eggs/swelling'), { named: 'swelling' }),
    listed('eggs.expected', 'Eggs to expect of a female', () => import('./eggs/expected'), { named: 'expected' }),
  ]),
  ...group('Thermal time', [
    listed('development.rate', 'Days to a stage at one temperature', () => import('./development/rate')),
    listed(
      'development.predict',
      'When they eye, hatch and swim up',
      () => import('./development/predictCalculation'),
      { heavy: true },
    ),
    listed('development.calibrate', 'Own factor of the dates', () => import('./development/calibrate')),
    listed(
      'development.programme',
      'Temperature programme for a date',
      () => import('./development/programmeCalculation'),
      { heavy: true },
    ),
    listed('development.synchronise', 'Takes brought together', () => import('./development/synchronise'), {
      heavy: true,
    }),
  ]),
  ...group('Incubation', [
    listed('incubation.rolling', 'Flow that rolls a jar', () => import('./incubation/rolling')),
    listed('incubation.loading', 'Load of a tray or a jar', () => import('./incubation/loading')),
    listed(
      'incubation.alarms',
      'Alarms of a room: false ones and delay',
      () => import('./incubation/alarmSimulation'),
      { heavy: true },
    ),
    listed('incubation.skip', 'What a skipped day is likely to cost', () => import('./incubation/skipping')),
    listed('incubation.swimUp', 'Swim-up: now, or wait?', () => import('./incubation/swimUp')),
    listed('incubation.yolkIndex', 'Yolk index K_D', () => import('./incubation/yolkIndex')),
    listed('incubation.fertileOrDead', 'Fertile, or dead?', () => import('./incubation/fertileOrDead')),
    listed('transport.eyedEggs', 'Eyed eggs in a box', () => import('./incubation/eyedShipping')),
  ]),
  ...group('Parents', [
    listed('genetics.kinship', 'Kinship and inbreeding', () => import('./genetics/kinshipCalculation'), {
      named: 'kinship',
      heavy: true,
    }),
    listed('genetics.matingPlan', 'Mating plan', () => import('./genetics/matingPlan'), {
      named: 'matingPlan',
      heavy: true,
    }),
    listed('genetics.effectiveSize', 'Effective size', () => import('./genetics/effectiveSize'), {
      named: 'effectiveSize',
    }),
    listed('genetics.retain', 'Future brood from each family', () => import('./genetics/effectiveSize'), {
      named: 'retain',
    }),
    listed('genetics.deformities', 'Deformities by parent', () => import('./genetics/deformityTrace'), {
      named: 'deformityTrace',
      heavy: true,
    }),
  ]),
  ...group('Spawning', [
    listed('eggs.polarisation', 'Polarisation index', () => import('./induction/ripeness'), { named: 'polarisation' }),
    listed('induction.latency', 'When an injected female ovulates', () => import('./induction/latencyCalculation'), {
      named: 'latency',
    }),
    listed('spawning.females', 'Females needed', () => import('./induction/females'), {
      named: 'femalesNeeded',
      heavy: true,
    }),
    listed('milt.needed', 'Milt needed', () => import('./induction/milt'), { named: 'milt' }),
  ]),
  ...group('Doses and baths', [
    listed('dose.injection', 'Injection', () => import('./doses/doses'), { named: 'injection' }),
    listed('dose.bath', 'Bath', () => import('./doses/doses'), { named: 'bath' }),
    listed('dose.flow', 'Dose into flowing water', () => import('./doses/flow'), { named: 'flow' }),
    listed('dose.dilution', 'Dilution', () => import('./doses/doses'), { named: 'dilution' }),
  ]),
  ...group('Water', [
    listed('water.oxygenSaturation', 'Oxygen that water can hold', () => import('./water/oxygen')),
    listed('water.unionisedAmmonia', 'Toxic share of ammonia', () => import('./water/ammonia')),
    listed('water.gasPressure', 'Gas after heating or pumping', () => import('./water/gas')),
    listed('water.minutesToDanger', 'Minutes to danger when the flow stops', () => import('./water/flows'), {
      named: 'minutesToDanger',
    }),
    listed('water.fishDanger', 'Minutes to danger for fish in a tank', () => import('./water/stillWater')),
    listed('water.oxygenUse', 'Oxygen use, by closing the flow', () => import('./water/flows'), { named: 'oxygenUse' }),
    listed('water.flowForOxygen', 'Flow for the oxygen they use', () => import('./water/flows'), {
      named: 'flowForOxygen',
    }),
    listed('water.turnover', 'Turnover', () => import('./water/flows'), { named: 'turnover' }),
    listed('water.exchange', 'Water exchange after a breach', () => import('./water/flows'), { named: 'exchange' }),
    listed('water.salt', 'Salt into the water', () => import('./water/salting'), { named: 'salting' }),
    listed('water.clay', 'Clay to cloud the water', () => import('./water/salting'), { named: 'clouding' }),
    listed('water.mix', 'Hot and cold mixed', () => import('./water/mixing'), { named: 'mix' }),
    listed('water.dechlorination', 'Chlorine and the neutraliser', () => import('./water/flows'), {
      named: 'dechlorination',
    }),
    listed('transport.ice', 'Ice for a tank', () => import('./water/mixing'), { named: 'ice' }),
    listed('transport.temper', 'Tempering', () => import('./water/mixing'), { named: 'temper' }),
    listed('water.capacity', 'How many could stand there', () => import('./water/capacity')),
    listed('water.biofilter', 'Biofilter against its load', () => import('./water/biofilter')),
    listed('water.conditioning', 'Conditioning of a biofilter', () => import('./water/conditioning')),
  ]),
  ...group('Transport and release', [
    listed('transport.load', 'Load of a tank truck', () => import('./transport/load')),
    listed('transport.bag', 'A bag under oxygen', () => import('./transport/bag')),
    listed('order.promise', 'Can it be promised?', () => import('./planning/promise')),
    listed('move.whereTo', 'Where to', () => import('./planning/whereTo'), { heavy: true }),
    listed('release.allocate', 'Lots to release sites', () => import('./release/allocate'), { heavy: true }),
  ]),
  ...group('Ponds', [
    listed('pond.prepare', 'Preparation of a pond', () => import('./ponds/prepare')),
    listed('pond.fill', 'Filling a pond', () => import('./ponds/fill')),
    listed('pond.dawn', 'Oxygen of a pond at dawn', () => import('./ponds/dawn')),
  ]),
  ...group('Health', [
    listed('health.mortalityAlarm', 'Dead of the day, watched', () => import('./health/mortalityAlarm')),
    listed('health.sampleSize', 'How many to sample for an inspection', () => import('./health/sampleSize')),
    listed('health.withdrawal', 'Withdrawal after a treatment', () => import('./health/withdrawal')),
    listed('health.vaccine', 'Vaccine, hands and hours', () => import('./health/vaccine')),
  ]),
  ...group('Growth and feed', [
    listed('growth.condition', 'Condition factor', () => import('./growth/growth'), { named: 'condition' }),
    listed('growth.specific', 'Specific growth rate', () => import('./growth/growth'), { named: 'specific' }),
    listed('growth.thermal', 'Thermal growth coefficient', () => import('./growth/growth'), { named: 'thermal' }),
    listed('growth.moults', 'Growth from moult to moult', () => import('./growth/byMoults')),
    listed('growth.own', 'Own growth', () => import('./growth/own')),
    listed('growth.forecast', 'Growth to a size', () => import('./growth/forecast')),
    listed('feed.ration', 'Ration of the day', () => import('./feeding/ration')),
    listed('feed.pellet', 'Size of feed', () => import('./feeding/pellet')),
    listed('feed.regime', 'Feeds of the day', () => import('./feeding/regime')),
    listed('feed.conversion', 'Feed conversion', () => import('./feeding/conversion')),
    listed('feed.waste', 'Feed left over', () => import('./feeding/waste')),
    listed('feed.stock', 'Days of feed left', () => import('./feeding/stock')),
    listed('appetite.next', 'Next meal by the tray', () => import('./appetite/next')),
    listed('appetite.phase', 'Moult, read from the appetite', () => import('./appetite/phase'), { heavy: true }),
  ]),
  ...group('Live food', [
    listed('liveFeed.brineShrimp', 'Cysts to sow', () => import('./liveFood/brineShrimp')),
    listed('liveFeed.plan', 'When to sow which cone', () => import('./liveFood/planCalculation'), { heavy: true }),
    listed('liveFeed.count', 'Live food by subsamples', () => import('./liveFood/count')),
    listed('liveFeed.density', 'Prey to add', () => import('./liveFood/density')),
    listed('liveFeed.rotifer', 'Rotifer harvest', () => import('./liveFood/rotifer')),
  ]),
  ...group('The stock books', [
    listed('books.census', 'The count against the books', () => import('./books/bookCalculations'), {
      named: 'census',
    }),
    listed('books.survival', 'Survival between two numbers', () => import('./books/bookCalculations'), {
      named: 'survival',
    }),
    listed('books.split', 'Sharing out a number', () => import('./books/bookCalculations'), { named: 'split' }),
    listed('books.composition', 'Parents of a mixture', () => import('./books/bookCalculations'), {
      named: 'composition',
    }),
    listed('books.drift', 'Unseen loss, learned from counts', () => import('./books/drift'), { named: 'drift' }),
    listed('books.reconcile', 'The whole line at once', () => import('./books/reconcile'), {
      named: 'reconcile',
      heavy: true,
    }),
  ]),
];

export const isHeavy = (id: string): boolean => registry.some((c) => c.id === id && c.heavy);

/** Loads a calculation by id; undefined when there is none. */
export async function loadCalculation(id: string): Promise<Calculation | undefined> {
  return registry.find((c) => c.id === id)?.load();
}
