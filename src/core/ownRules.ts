/**
 * Rules of thumb of Morula's own: thresholds that no publication gives. Each says what it rests on; none has been
 * verified against data, and the Book lists them as such.
 */
export const ownRules = {
  massFactor: {
    what: 'a mean mass so many times above or below the last one is asked about',
    value: 8,
    unit: 'times',
    hint: 'half the smallest slip between units on a scale, 16 ounces for a pound; fish grow less between weighings',
  },
  heavyEgg: {
    what: 'an egg above this mean mass is asked about',
    value: 1,
    unit: 'g',
    hint: 'none of the shelf comes near',
  },
  heavyYolksac: {
    what: 'a yolk-sac larva above this mean mass is asked about',
    value: 2,
    unit: 'g',
    hint: 'as eggs, with water',
  },
  heavyFry: {
    what: 'fry above this mean mass are asked about',
    value: 20,
    unit: 'g',
    hint: 'fingerlings by any usage',
  },
  heavyFingerling: {
    what: 'fingerlings above this mean mass are asked about',
    value: 2000,
    unit: 'g',
    hint: 'table fish by any usage',
  },
  forecastSd: {
    what: 'doubt of a water’s forecast while fewer than three days were read',
    value: 0.5,
    unit: '°C',
    hint: 'compare daily means of a spring and of a river over two weeks',
  },
  leastForecastSd: {
    what: 'least doubt of a water’s forecast, however steady it was',
    value: 0.1,
    unit: '°C',
    hint: 'what a logger of ±0.1 °C can tell apart',
  },
  riseRounds: {
    what: 'rounds of dead that make a usual',
    value: 5,
    unit: 'rounds',
    hint: 'the median of fewer moves with each one',
  },
  riseSpreads: {
    what: 'spreads above the usual at which the dead of a round are called a rise',
    value: 4,
    unit: 'spreads',
    hint: 'under a normal spread one false alarm in some 30 000 rounds; real rounds are wilder',
  },
  settledBatches: {
    what: 'sample batches before a mean is called settled',
    value: 5,
    unit: 'batches',
    hint: 'two that agree are luck; practice is three to ten',
  },
  settledShare: {
    what: 'half-width of a mean, as a share of it, at which it is called settled',
    value: 0.05,
    unit: 'of the mean',
    hint: 'what rations and stocking numbers can bear',
  },
  packingSd: {
    what: 'doubt of how closely eggs lie, where this hatchery has not calibrated it',
    value: 0.023,
    unit: 'of the space',
    hint: 'spheres fill from some 0.56 of the space (poured loosely) to 0.64 (shaken): that width of 0.08, evenly, over √12',
  },
  eggDensity: {
    what: 'mass of a millilitre of fish egg, for eggs in a gram before this hatchery has counted any',
    value: 1.07,
    unit: 'g/mL',
    hint: 'eggs sink slowly in fresh water; weigh a counted sample of known diameter',
  },
  restDays: {
    what: 'days after which a female that was stripped is looked at again in her recovery tank',
    value: 2,
    unit: 'days',
    hint: 'spent adults commonly rest a couple of days in quiet water before they go back',
  },
  gameteHours: {
    what: 'stripped, unfertilised gametes older than this are to be looked at before they are used',
    value: 6,
    unit: 'hours',
    hint: 'cooled and dry they keep some hours, by species; find your own by fertilised share against age',
  },
  smallEggMm: {
    what: 'eggs smaller than this are not counted by a row',
    value: 1.5,
    unit: 'mm',
    hint: 'near a millimetre half an egg in a row is a large share, and walls and fluid hold eggs apart',
  },
  broodMassFactor: {
    what: 'a brood fish so many times heavier or lighter than the last time is asked about',
    value: 1.6,
    unit: 'times',
    hint: 'a spawning costs a female up to a third of her mass; a pound read as a kilogram is 2.2',
  },
  ripeDays: {
    what: 'a fish counts as ripe for so long after it was seen so, unless it spawned since',
    value: 14,
    unit: 'days',
    hint: 'brood fish in season are commonly looked through once or twice a week',
  },
  airSeconds: {
    what: 'a fish longer out of the water than this is called to be put back',
    value: 60,
    unit: 'seconds',
    hint: 'handling guidance for fish to be released commonly names half a minute to a minute; set it by your own',
  },
  responseDays: {
    what: 'a fish that ripens so long after a conditioning programme ended counts as its response',
    value: 60,
    unit: 'days',
    hint: 'a spawning season of one stock is commonly one to two months',
  },
  soakHours: {
    what: 'adults longer in a net than this are to be looked at before they are handled',
    value: 4,
    unit: 'hours',
    hint: 'nets for living brood fish are commonly lifted every few hours; a night in a net costs fish',
  },
  doseStop: {
    what: 'a dose so many times outside its range is stopped as a slip of an order of magnitude',
    value: 3,
    unit: 'times',
    hint: 'about the square root of ten: nearer to another order of magnitude than to the range',
  },
  injectionMost: {
    what: 'an injection above this volume is stopped: the vial was misread',
    value: 5,
    unit: 'mL/kg',
    hint: 'syringe practice is some tenths to two millilitres a kilogram',
  },
  injectionLeast: {
    what: 'an injection below this volume is stopped: no syringe measures it',
    value: 0.02,
    unit: 'mL',
    hint: 'two strokes of a fine syringe of one millilitre',
  },
  intervalSlack: {
    what: 'share of the interval between two parts by which a part may be early or late unasked',
    value: 0.25,
    unit: 'of the interval',
    hint: 'three hours in twelve',
  },
  latencyStaleHours: {
    what: 'a latency clock without a temperature for so long says that it runs on the last one',
    value: 6,
    unit: 'hours',
    hint: 'a quarter of a day’s swing; the shortest latency of the shelf is some 20 hours',
  },
} as const;
