import { ownThresholds } from './thresholdsInForce';

/**
 * Rules of thumb of Morula's own: thresholds that no publication gives. Each says what it rests on; none has been
 * verified against data, and Reference lists them as such until a hatchery has set or checked them.
 */

/** What a threshold is about, in the order in which Reference shows them. */
export const thresholdSubjects = {
  counting: 'Counting and weighing',
  brood: 'Brood and spawning',
  doses: 'Doses and baths',
  dead: 'Dead eggs and fungus',
  dates: 'Dates',
  swimUp: 'Swim-up',
  water: 'Water',
  hands: 'Feeding, moving, hands',
} as const;

type Shipped = { of: keyof typeof thresholdSubjects; what: string; value: number; unit: string; hint: string };

/** As they ship. What is in force is `thresholds`. */
export const shippedThresholds = {
  massFactor: {
    of: 'counting',
    what: 'a mean mass so many times above or below the last one is asked about',
    value: 8,
    unit: 'times',
    hint: 'half the smallest slip between units on a scale, 16 ounces for a pound; fish grow less between weighings',
  },
  heavyEgg: {
    of: 'counting',
    what: 'an egg above this mean mass is asked about',
    value: 1,
    unit: 'g',
    hint: 'none of the shelf comes near',
  },
  heavyYolksac: {
    of: 'counting',
    what: 'a yolk-sac larva above this mean mass is asked about',
    value: 2,
    unit: 'g',
    hint: 'as eggs, with water',
  },
  heavyFry: {
    of: 'counting',
    what: 'fry above this mean mass are asked about',
    value: 20,
    unit: 'g',
    hint: 'fingerlings by any usage',
  },
  heavyFingerling: {
    of: 'counting',
    what: 'fingerlings above this mean mass are asked about',
    value: 2000,
    unit: 'g',
    hint: 'table fish by any usage',
  },
  forecastSd: {
    of: 'dates',
    what: 'doubt of a water’s forecast while fewer than three days were read',
    value: 0.5,
    unit: '°C',
    hint: 'compare daily means of a spring and of a river over two weeks',
  },
  leastForecastSd: {
    of: 'dates',
    what: 'least doubt of a water’s forecast, however steady it was',
    value: 0.1,
    unit: '°C',
    hint: 'what a logger of ±0.1 °C can tell apart',
  },
  riseRounds: {
    of: 'dead',
    what: 'rounds of dead that make a usual',
    value: 5,
    unit: 'rounds',
    hint: 'the median of fewer moves with each one',
  },
  riseSpreads: {
    of: 'dead',
    what: 'spreads above the usual at which the dead of a round are called a rise',
    value: 4,
    unit: 'spreads',
    hint: 'under a normal spread one false alarm in some 30 000 rounds; real rounds are wilder',
  },
  settledBatches: {
    of: 'counting',
    what: 'sample batches before a mean is called settled',
    value: 5,
    unit: 'batches',
    hint: 'two that agree are luck; practice is three to ten',
  },
  settledShare: {
    of: 'counting',
    what: 'half-width of a mean, as a share of it, at which it is called settled',
    value: 0.05,
    unit: 'of the mean',
    hint: 'what rations and stocking numbers can bear',
  },
  rowScatter: {
    of: 'counting',
    what: 'how rows in the trough usually differ, until your own rows show it',
    value: 0.01,
    unit: 'of the count',
    hint: 'half an egg in fifty, as a row is laid by hand; lay ten rows of one batch and compare',
  },
  beakerCorrelation: {
    of: 'swimUp',
    what: 'how much alike larvae of one beaker are, beyond those of another: least that is reckoned with',
    value: 0.08,
    unit: 'intraclass correlation',
    hint: 'those that are up gather: a scoop is no draw; between 0.05 and 0.1 wherever beakers were compared',
  },
  packingSd: {
    of: 'counting',
    what: 'doubt of how closely eggs lie, where this hatchery has not calibrated it',
    value: 0.023,
    unit: 'of the space',
    hint: 'spheres fill from some 0.56 of the space (poured loosely) to 0.64 (shaken): that width of 0.08, evenly, over √12',
  },
  eggDensity: {
    of: 'counting',
    what: 'mass of a millilitre of fish egg, for eggs in a gram before this hatchery has counted any',
    value: 1.07,
    unit: 'g/mL',
    hint: 'eggs sink slowly in fresh water; weigh a counted sample of known diameter',
  },
  restDays: {
    of: 'brood',
    what: 'days after which a female that was stripped is looked at again in her recovery tank',
    value: 2,
    unit: 'days',
    hint: 'spent adults commonly rest a couple of days in quiet water before they go back',
  },
  gameteHours: {
    of: 'brood',
    what: 'stripped, unfertilised gametes older than this are to be looked at before they are used',
    value: 6,
    unit: 'hours',
    hint: 'cooled and dry they keep some hours, by species; find your own by fertilised share against age',
  },
  smallEggMm: {
    of: 'counting',
    what: 'eggs smaller than this are not counted by a row',
    value: 1.5,
    unit: 'mm',
    hint: 'near a millimetre half an egg in a row is a large share, and walls and fluid hold eggs apart',
  },
  broodMassFactor: {
    of: 'brood',
    what: 'a brood fish so many times heavier or lighter than the last time is asked about',
    value: 1.6,
    unit: 'times',
    hint: 'a spawning costs a female up to a third of her mass; a pound read as a kilogram is 2.2',
  },
  ripeDays: {
    of: 'brood',
    what: 'a fish counts as ripe for so long after it was seen so, unless it spawned since',
    value: 14,
    unit: 'days',
    hint: 'brood fish in season are commonly looked through once or twice a week',
  },
  airSeconds: {
    of: 'brood',
    what: 'a fish longer out of the water than this is called to be put back',
    value: 60,
    unit: 'seconds',
    hint: 'handling guidance for fish to be released commonly names half a minute to a minute; set it by your own',
  },
  responseDays: {
    of: 'brood',
    what: 'a fish that ripens so long after a conditioning programme ended counts as its response',
    value: 60,
    unit: 'days',
    hint: 'a spawning season of one stock is commonly one to two months',
  },
  soakHours: {
    of: 'brood',
    what: 'adults longer in a net than this are to be looked at before they are handled',
    value: 4,
    unit: 'hours',
    hint: 'nets for living brood fish are commonly lifted every few hours; a night in a net costs fish',
  },
  doseStop: {
    of: 'doses',
    what: 'a dose so many times outside its range is stopped as a slip of an order of magnitude',
    value: 3,
    unit: 'times',
    hint: 'about the square root of ten: nearer to another order of magnitude than to the range',
  },
  injectionMost: {
    of: 'doses',
    what: 'an injection above this volume is stopped: the vial was misread',
    value: 5,
    unit: 'mL/kg',
    hint: 'syringe practice is some tenths to two millilitres a kilogram',
  },
  injectionLeast: {
    of: 'doses',
    what: 'an injection below this volume is stopped: no syringe measures it',
    value: 0.02,
    unit: 'mL',
    hint: 'two strokes of a fine syringe of one millilitre',
  },
  intervalSlack: {
    of: 'doses',
    what: 'share of the interval between two parts by which a part may be early or late unasked',
    value: 0.25,
    unit: 'of the interval',
    hint: 'three hours in twelve',
  },
  latencyStaleHours: {
    of: 'doses',
    what: 'a latency clock without a temperature for so long says that it runs on the last one',
    value: 6,
    unit: 'hours',
    hint: 'a quarter of a day’s swing; the shortest latency of the shelf is some 20 hours',
  },
  gasLimit: {
    of: 'water',
    what: 'total gas pressure above which degassing is asked for',
    value: 103,
    unit: '%',
    hint: 'guidance for eggs and larvae commonly names 103 to 105 %; lower is safer',
  },
  roundPause: {
    of: 'hands',
    what: 'longer than this between two units is a pause, no work of the round',
    value: 15,
    unit: 'min',
    hint: 'the longest that one unit takes; compare with a round that was watched',
  },
  shelfLots: {
    of: 'dead',
    what: 'own lots that count as much as the shelf in how eggs whiten',
    value: 2,
    unit: 'lots',
    hint: 'fewer follow one odd lot, more learn slowly',
  },
  chlorineEvery: {
    of: 'water',
    what: 'residual chlorine is measured so often where there is town water',
    value: 12,
    unit: 'h',
    hint: 'the time for which the stock of the neutraliser is sure to last',
  },
  valveBelow: {
    of: 'water',
    what: 'with less reserve of the neutraliser than this a valve must shut by itself',
    value: 10,
    unit: 'min',
    hint: 'the time in which somebody is sure to be there',
  },
  mixWithin: {
    of: 'brood',
    what: 'takes brought together may go into one tank within so much of each other',
    value: 3,
    unit: 'days',
    hint: 'what separates those that eat from those that are eaten; compare size spread and losses of mixed tanks',
  },
  levelFall: {
    of: 'water',
    what: 'share of its usual below which a water level is called out',
    value: 0.9,
    unit: 'of the usual level',
    hint: 'eggs lie near the surface of trays and troughs; a tenth of a shallow trough is a centimetre or two',
  },
  chlorineLimit: {
    of: 'water',
    what: 'chlorine in the water of eggs and larvae above which an alarm is raised',
    value: 0.019,
    unit: 'mg/L',
    hint: 'US EPA 1985, Ambient Water Quality Criteria for Chlorine: 0.019 mg/L for an hour, 0.011 for four days; look both up',
  },
  oxygenQ10: {
    of: 'water',
    what: 'how much more oxygen eggs and larvae use ten degrees warmer',
    value: 2,
    unit: 'times',
    hint: 'metabolism of cold-blooded animals commonly doubles to triples',
  },
  assumedSaturation: {
    of: 'water',
    what: 'share of saturation that incubation water is taken to have, where no oxygen is measured',
    value: 0.95,
    unit: 'of saturation',
    hint: 'aerated water; measure it at the outflow of the fullest unit',
  },
  foundInTray: {
    of: 'dead',
    what: 'share of the standing dead that a round of picking finds in a tray',
    value: 0.9,
    unit: 'of the dead',
    hint: 'have a second person pick after the first, and count',
  },
  foundInJar: {
    of: 'dead',
    what: 'share of the standing dead that siphoning finds in a jar',
    value: 0.6,
    unit: 'of the dead',
    hint: 'siphoning catches a part only: pour one out at the eye stage and count what was left',
  },
  fungusRate: {
    of: 'dead',
    what: 'living eggs that one mouldy egg kills by one contact in a day at 10 °C',
    value: 0.04,
    unit: '1/day',
    hint: 'assumed, uncertain fourfold: count what stands around a dead egg that was left, day by day',
  },
  fungusLag: {
    of: 'dead',
    what: 'days until fungus on a dead egg reaches its neighbours at 10 °C',
    value: 1.5,
    unit: 'days',
    hint: 'assumed: threads are commonly seen after a day or two',
  },
  fungusQ10: {
    of: 'dead',
    what: 'how much faster fungus spreads ten degrees warmer',
    value: 3,
    unit: 'times',
    hint: 'growth of water moulds commonly doubles to triples',
  },
  programmeSd: {
    of: 'dates',
    what: 'doubt of a water that a programme sets, as a lasting offset',
    value: 0.2,
    unit: '°C',
    hint: 'what a thermostat and its probe keep; compare set points and daily means',
  },
  swumUpShare: {
    of: 'swimUp',
    what: 'share that must have swum up before they are moved and fed',
    value: 0.7,
    unit: 'of the larvae',
    hint: 'practice: when a majority, not a few, has swum up; too early they are hurt, too late they starve',
  },
  fewestInBeakers: {
    of: 'swimUp',
    what: 'larvae looked at before a swim-up sample settles anything',
    value: 50,
    unit: 'larvae',
    hint: 'looking again and again until it says yes is wrong half the time at the mark',
  },
  mostInBeakers: {
    of: 'swimUp',
    what: 'larvae looked at after which a swim-up sample is left for today',
    value: 300,
    unit: 'larvae',
    hint: 'as the line above; tomorrow tells more than a hundred more today',
  },
  dateScatter: {
    of: 'dates',
    what: 'scatter of a stage’s date within a lot’s own pace, where none is given',
    value: 0.03,
    unit: 'of the days',
    hint: 'two days in some seventy: when one looked, and what one calls half',
  },
  clockOutlier: {
    of: 'dates',
    what: 'a stage’s date further off Reference’s than this bends no clock: something was entered wrongly',
    value: 0.35,
    unit: 'of the log of the days',
    hint: 'strains differ by some per cent; a third off is a wrong fertilisation time, thermometer or unit',
  },
  clockBeyond: {
    of: 'dates',
    what: 'a clock is carried on with a warning so far outside of the temperatures that it was fitted at; beyond, there is no date',
    value: 3,
    unit: '°C',
    hint: 'published clocks are fitted over 6 to 10 °C; a third of that beyond their ends their curves part by more than their spread',
  },
  stuckShare: {
    of: 'dead',
    what: 'share of eggs stuck together above which they are to be parted or treated again',
    value: 0.05,
    unit: 'of the eggs',
    hint: 'inside a clump eggs die for lack of oxygen; after a good treatment for stickiness nearly all lie single',
  },
  mostLayers: {
    of: 'dead',
    what: 'layers of eggs on a tray or screen above which they are to be spread',
    value: 2,
    unit: 'layers',
    hint: 'practice: one layer, two at most where the water rises through them; dead ones hide below',
  },
  handsFor: {
    of: 'hands',
    what: 'hatches and pondings within two days above which hands are said to be short',
    value: 3,
    unit: 'lots',
    hint: 'a hatch wants an hour morning and evening, a ponding half a day of two people',
  },
  releaseStep: {
    of: 'hands',
    what: 'fish that go to a water further off than this are tempered first, where Reference has no step for them',
    value: 3,
    unit: '°C',
    hint: 'practice: a few degrees at most between the two waters; verify',
  },
  temperMinutes: {
    of: 'hands',
    what: 'minutes between two steps of tempering, until set otherwise',
    value: 20,
    unit: 'min',
    hint: 'practice: a quarter to half an hour a degree; watch them between the steps',
  },
  clockParts: {
    of: 'dates',
    what: 'share of a clock’s spread that all waters, strains and stages of one hatchery have in common',
    value: 0.4,
    unit: 'of the variance',
    hint: 'the rest is divided evenly between strain, water and stage; own dates soon outweigh it',
  },
  oddYield: {
    of: 'counting',
    what: 'eggs so many times what females of their mass usually give are asked about',
    value: 3,
    unit: 'times',
    hint: 'good and poor females of a stock differ by two; three is a slip of a total or of a mass',
  },
  absurdYield: {
    of: 'counting',
    what: 'eggs so many times what females of their mass usually give are refused',
    value: 10,
    unit: 'times',
    hint: 'a digit too many, or grams for kilograms',
  },
  mostMeal: {
    of: 'hands',
    what: 'feed above this share of the mass of the fish in a day is asked about',
    value: 0.3,
    unit: 'of their mass',
    hint: 'first-feeding fry are commonly given a tenth, larvae on live food somewhat more',
  },
  absurdMeal: {
    of: 'hands',
    what: 'feed so many times above that share is refused',
    value: 5,
    unit: 'times',
    hint: 'more than the fish weigh: grams for kilograms',
  },
  absurdLoad: {
    of: 'counting',
    what: 'animals so many times above the limit of a unit are refused',
    value: 5,
    unit: 'times',
    hint: 'up to it, crowding is asked about; a digit too many is ten times',
  },
  leastPacking: {
    of: 'counting',
    what: 'eggs fill at least so much of the space that they lie in: more than fill a vessel are refused',
    value: 0.5,
    unit: 'of the space',
    hint: 'spheres poured loosely fill some 0.56 of it; half is on the safe side',
  },
  eyesFrom: {
    of: 'dates',
    what: 'share of the way to hatch before which eyes are asked about',
    value: 0.2,
    unit: 'of the way',
    hint: 'they come near the middle of it; the wrong jar is looked at sooner',
  },
  eyesIn: {
    of: 'dates',
    what: 'share of the last check from which eyes count as seen in nearly all',
    value: 0.9,
    unit: 'share',
    hint: 'the rest are dead, or some hours behind',
  },
  hatchFrom: {
    of: 'dates',
    what: 'share of the way to hatch before which a hatch is asked about',
    value: 0.65,
    unit: 'of the way',
    hint: 'clocks of stocks differ by a fifth at most',
  },
  leastEggHours: {
    of: 'dates',
    what: 'without dates, eggs younger than this are asked about when eyes or a hatch are seen',
    value: 20,
    unit: 'hours',
    hint: 'in whatever water they have reached nothing by then',
  },
  unknownBathStop: {
    of: 'doses',
    what: 'a bath of a product that Reference does not know is refused above this',
    value: 5000,
    unit: 'mg/L',
    hint: 'stronger than this nothing but salt is used',
  },
  iodineUntil: {
    of: 'doses',
    what: 'share of the way to hatch from which iodine is not used on eggs',
    value: 0.85,
    unit: 'of the way',
    hint: 'shells thin in the last days; labels commonly bar it then',
  },
  farCelsius: {
    of: 'water',
    what: 'a file of a logger whose middle lies so far from the days around it is asked about',
    value: 8,
    unit: '°C',
    hint: 'a week’s weather moves a river by less; degrees Fahrenheit or the number column lie further off',
  },
} as const satisfies Record<string, Shipped>;

export type ThresholdId = keyof typeof shippedThresholds;
export const thresholdIds = Object.keys(shippedThresholds) as ThresholdId[];

/** Every threshold with the value in force. It may change while the process runs: read it when it is used. */
export const thresholds = Object.fromEntries(
  thresholdIds.map((id) => [
    id,
    {
      get value() {
        return ownThresholds()[id] ?? shippedThresholds[id].value;
      },
    },
  ]),
) as Readonly<Record<ThresholdId, { readonly value: number }>>;

/** Units of what is counted: no half lots. */
const WHOLE = new Set(['rounds', 'batches', 'larvae', 'lots']);
/** Shares: no more than all. */
const isShare = (unit: string) => unit === 'share' || unit === 'intraclass correlation' || /^of (the|sat)/.test(unit);
/** So many times away from the shipped value, a slip is likelier than a meaning. */
const FAR = 4;

/** Why a threshold cannot have a value; null where it can. */
export function thresholdFault(id: ThresholdId, value: number): string | null {
  const { unit } = shippedThresholds[id];
  if (!Number.isFinite(value) || value <= 0) return 'must be above 0';
  if (WHOLE.has(unit) && !Number.isInteger(value)) return `must be a whole number of ${unit}`;
  if (isShare(unit) && value > 1) return 'is a share: from 0 to 1';
  if (unit === 'times' && value < 1) return 'is so many times: 1 at least';
  return null;
}

/** Whether a value lies so far from the shipped one that it is asked about. */
export function thresholdFar(id: ThresholdId, value: number): boolean {
  const times = value / shippedThresholds[id].value;
  return times > FAR || times < 1 / FAR;
}
