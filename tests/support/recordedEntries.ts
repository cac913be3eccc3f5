import type { ActHolding } from '@/client/holding';
import { dayPlan } from '@/core/spawning/plan';
import type { BroodFish } from '@/modules/brood/views/brood';
import type { EntryToCorrect } from '@/modules/entryToCorrect';
import { shippedProtocols } from '@/reference/protocols';
import { speciesOf } from '@/reference/shipped';
import { server } from './screen';

const holding = (unit: string, over: Partial<ActHolding> = {}): ActHolding => ({
  unitId: Number(unit.slice(1)),
  unit,
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'fry',
  can: ['eats'],
  stageName: 'fry',
  number: 4000,
  stages: [
    { id: 'egg', name: 'eggs' },
    { id: 'yolksac', name: 'yolk-sac larvae' },
    { id: 'fry', name: 'fry' },
    { id: 'fingerling', name: 'fingerlings' },
  ],
  checks: [{ id: 'eyed', name: 'eyed', stage: 'egg', looks: 'eyes seen as two dark dots' }],
  ...over,
});

/** Half a minute past 08:10 on a day in March, so that the seconds must survive. */
export const AT = Date.parse('2031-03-03T07:10:31.250Z');

export function entry(kind: string, payload: Record<string, unknown>, holdings: ActHolding[] = [holding('R1')]) {
  const found: EntryToCorrect = {
    original: { entryId: 'e1', kind, payload, at: AT, precision: 'minute', measuredBy: 'Hand', note: 'windy' },
    holdings: holdings as EntryToCorrect['holdings'],
    places: [1, 2, 3, 4].map((id) => ({ id, name: `R${id}`, room: 'Hall', roomId: 1, kind: 'tank', holds: '' })),
    sites: [{ id: 5, name: 'Lake Ivarre', permit: '', points: [] }],
    species: [
      {
        id: 'arctic-char',
        name: 'Arctic char',
        kept: true,
        stepCelsius: 1,
        stages: [
          { id: 'egg', name: 'eggs', station: 'eggs' },
          { id: 'fry', name: 'fry', station: 'fry' },
        ],
      },
    ],
    fish:
      fishNo(payload) === undefined
        ? null
        : {
            id: Number(fishNo(payload)),
            tag: 'STF11',
            sex: fishNo(payload) === 12 ? 'male' : 'female',
            massG: null,
            day: 3,
            book: sterlet,
          },
    spawningDay: ['cross', 'bath', 'nest'].includes(kind)
      ? ({
          id: 3,
          plan: dayPlan.parse({}),
          book: sterlet,
          perDryG: null,
          females: [inDay(11, 'STF11', 'female')],
          males: [inDay(12, 'STM1', 'male'), inDay(13, 'STM2', 'male')],
          protocols: [...shippedProtocols().values()].map((p) => ({ ...p, version: 0 })),
        } as unknown as EntryToCorrect['spawningDay'])
      : null,
  };
  server.pages['/api/entries/e1'] = found;
}

const sterlet = speciesOf('sterlet');
const fishNo = (payload: Record<string, unknown>) => ([] as unknown[]).concat(payload.fish ?? [])[0];
const inDay = (id: number, tag: string, sex: 'female' | 'male') => ({
  fish: { id, tag, sex } as BroodFish,
  eggsLeftG: sex === 'female' ? 300 : 0,
  strips: [],
  milts: [],
});

export const counted = (number: number) => ({ method: 'counted', number });
export const batches = [
  { massG: 25.4, count: 101 },
  { massG: 24.97, count: 98 },
];
const volume = {
  method: 'volume',
  samples: [
    { volumeMl: 10, count: 212 },
    { volumeMl: 12.5, count: 251 },
  ],
  totalVolumeMl: 3000,
};
const weight = { method: 'weight', batches, totalMassG: 12_500 };
export const where = { unit: 1, lotId: 9, stage: 'fry' };
const egg = { stage: 'egg', stageName: 'eggs' };

/** Every kind that a form records, as its command keeps it. */
const recorded: [kind: string, payload: Record<string, unknown>, holdings?: ActHolding[]][] = [
  ['pick', { ...where, stage: 'egg', number: 340, cause: '' }, [holding('R1', egg)]],
  ['dead', { ...where, number: 12, cause: 'fungus' }],
  [
    'treatment',
    {
      ...where,
      product: 'salt',
      productLot: 'S 4',
      by: 'bath',
      basis: 'productMass',
      targetMgPerL: 8000,
      volumeL: 900,
      minutes: 20,
      water: 'off',
      orderedBy: 'Dr Lind',
      label: 'order 12',
      checkedBy: 'Mira',
      discharge: 'settling pond',
      withdrawalDays: 0,
    },
  ],
  [
    'treatment',
    {
      ...where,
      product: 'medicated feed',
      productLot: '',
      by: 'feed',
      mgPerKgDay: 80,
      massG: 40_500,
      days: 10,
      activeShare: 0.125,
      orderedBy: 'Dr Lind',
      label: 'order 12',
      checkedBy: '',
      withdrawalDegreeDays: 500,
      withdrawalDays: 3,
    },
  ],
  [
    'treatment',
    {
      ...where,
      product: 'vaccine A',
      productLot: 'V 9',
      by: 'injection',
      mlEach: 0.05,
      orderedBy: 'Dr Lind',
      label: 'order 13',
      checkedBy: '',
      withdrawalDegreeDays: 400,
    },
  ],
  [
    'broodTreatment',
    {
      fish: 11,
      who: 'tank',
      product: 'medicated feed',
      productLot: 'F 2',
      by: 'feed',
      mgPerKgDay: 60,
      massG: 30_000,
      days: 5,
      activeShare: 0.2,
      orderedBy: 'Dr Lind',
      label: 'order 14',
      checkedBy: 'Mira',
      withdrawalDays: 30,
      number: 12,
    },
  ],
  [
    'broodTreatment',
    {
      batch: 4,
      who: 'alone',
      product: 'salt',
      productLot: '',
      by: 'bath',
      basis: 'productMass',
      targetMgPerL: 8000,
      volumeL: 900,
      minutes: 20,
      water: 'on',
      orderedBy: 'Dr Lind',
      label: 'order 14',
      checkedBy: '',
      discharge: 'settling pond',
      withdrawalDays: 0,
      number: 23,
    },
  ],
  ['treatmentEnd', { treatment: '0190a1b2-0000-7000-8000-000000000001', why: 'they leave it' }],
  ['caseSay', { case: 3, what: 'found', text: 'pale gills', signs: ['gills', 'dark'] }],
  [
    'caseSay',
    { case: 3, what: 'sample', sample: 'K 7', organs: 'gills', animals: 10, handedTo: 'courier', signs: [], text: '' },
  ],
  ['caseSay', { case: 3, what: 'result', sample: 'K 7', text: 'nothing', by: 'laboratory', signs: [] }],
  ['inspectionTake', { inspection: 3, unit: 1, number: 30, container: 'I 1', organs: 'spleen', method: 'overdose' }],
  ['inspectionFind', { inspection: 3, container: 'I 1', found: 'two with worms', affected: 2, by: 'laboratory' }],
  ['inspectionClose', { inspection: 3, verdict: 'free', certificate: 'C 12', validDays: 365, signedBy: 'Dr Lind' }],
  ['incident', { what: 'needle', who: 'Jory', said: 'left thumb', done: 'hospital' }],
  ['caseClose', { case: 3, outcome: 'unexplained', diagnosis: 'gill irritation' }],
  ['handled', { ...where, stage: 'egg', what: 'flow', minutes: 12.5 }, [holding('R1', egg)]],
  ['handled', { ...where, stage: 'egg', what: 'rolled', flowLPerMin: 4.5 }, [holding('R1', egg)]],
  ['doubtful', { ...where, stage: 'egg', number: 14 }, [holding('R1', egg)]],
  ['hatchSeen', { ...where, stage: 'egg', seen: 'half' }, [holding('R1', egg)]],
  [
    'eggShipment',
    {
      ...where,
      stage: 'egg',
      all: false,
      measured: counted(9000),
      receiver: 'a school',
      papers: 'HP 31-7',
      carrier: '',
      boxes: 2,
      hours: 20,
      boxCelsius: 4,
      outsideCelsius: 18,
      wallWattPerKelvin: 0.6,
    },
    [holding('R1', egg)],
  ],
  ['check', { ...where, stage: 'egg', check: 'eyed', successes: 95, trials: 100 }, [holding('R1', egg)]],
  ['sampleBack', { ...where, number: 30, dead: 2, purpose: 'gut full' }],
  ['sample', { ...where, account: 'sampled', measured: counted(30), cause: 'gills' }],
  ['cull', { ...where, account: 'culled', all: false, measured: counted(40), cause: 'runts', receiver: '' }],
  ['sale', { ...where, account: 'sold', all: false, measured: weight, cause: '', receiver: 'a pond' }],
  ['unitLoss', { ...where, account: 'dead', all: true, cause: 'pump trip', receiver: '' }],
  [
    'hatch',
    { unit: 1, lotId: 9, from: 'egg', to: 'yolksac', amount: { kind: 'measured', measured: volume } },
    [holding('R1', egg)],
  ],
  [
    'layDown',
    {
      unit: 1,
      lotId: 9,
      totalVolumeMl: 3000,
      parts: [
        { unit: 2, volumeMl: 2000 },
        { unit: 3, volumeMl: 995.5 },
      ],
      graduationMl: 20,
    },
    [holding('R1', egg)],
  ],
  ['move', { sources: [{ ...where, amount: { kind: 'measured', measured: counted(800) } }], to: 2 }],
  [
    'pond',
    {
      sources: [
        { ...where, stage: 'yolksac', amount: { kind: 'all' }, dead: 40, stay: 120 },
        { unit: 4, lotId: 9, stage: 'yolksac', amount: { kind: 'measured', measured: counted(700) } },
      ],
      to: 2,
      toStage: 'fry',
    },
    [holding('R1', { stage: 'yolksac' }), holding('R4', { stage: 'yolksac' })],
  ],
  [
    'grade',
    {
      ...where,
      classes: [
        { grade: 'L', unit: 2, amount: { kind: 'measured', measured: weight } },
        { grade: 'M', unit: 3, amount: { kind: 'measured', measured: counted(700) }, stage: 'fingerling' },
        { grade: 'S', unit: 4, amount: { kind: 'all' } },
      ],
    },
  ],
  ['weighing', { ...where, batches, totalMassG: 12_500 }],
  ['count', { ...where, measured: { method: 'estimated', number: 3900, half: 400 } }],
  ['emptied', { ...where }],
  ['release', { ...where, site: 5, batches, bucketsG: [8200, 7950.5], emptied: true, waterCelsius: 7.4 }],
  ['feed', { ...where, massG: 120, feed: 'crumb 0.5' }],
  ['temperature', { celsius: 8.4 }, []],
  ['routine', { room: 2, task: 'dark', taskName: 'kept dark', roomName: 'Cold room' }, []],
  ['reading', { value: 9.1, sensorName: 'oxygen R', unitName: 'mg/L' }, []],
  [
    'take',
    {
      species: 'arctic-char',
      lotName: 'Char one',
      females: [
        { tag: 'F31', massG: 1200 },
        { tag: 'F34', share: 0.4 },
      ],
      males: [{ tag: 'M4' }, { tag: 'M7' }],
      cross: 'pairs',
      pairs: [
        { female: 'F31', males: ['M4', 'M7'] },
        { female: 'F34', males: ['M7'] },
      ],
      measured: volume,
      unit: 1,
    },
  ],
  [
    'take',
    {
      species: 'arctic-char',
      lotName: 'Factorial',
      females: [{ tag: 'F31', share: 1 }],
      males: [{ tag: 'M4' }, { tag: 'M7' }],
      cross: 'pairs',
      pairs: [
        { female: 'F31', males: ['M4'] },
        { female: 'F31', males: ['M7'] },
      ],
      measured: {
        method: 'combined',
        parts: [
          { method: 'trough', troughLengthMm: 300, counts: [58, 59.5, 58], packing: 0.61, totalVolumeMl: 900 },
          { method: 'displaced', samples: [{ displacedMl: 12, count: 150 }], displacedMl: 640 },
        ],
      },
      unit: 1,
    },
  ],
  [
    'arrival',
    {
      account: 'arrived',
      species: 'arctic-char',
      lotName: 'Bought',
      stage: 'egg',
      unit: 2,
      measured: counted(20_000),
      origin: 'a station up the river',
      fertilisedAt: AT - 30 * 86_400_000 - 12_345,
    },
  ],
  [
    'fishLook',
    {
      fish: 11,
      massG: 2450,
      lengthMm: 734,
      ripeness: 'ripening',
      oocytes: [
        { nucleusToPoleMm: 0.15, diameterMm: 2.3 },
        { nucleusToPoleMm: 0.12, diameterMm: 2.25 },
      ],
      condition: 'a healed wound',
      airSeconds: 31,
    },
    [],
  ],
  [
    'keepBrood',
    { ...where, stage: 'egg', amount: { kind: 'measured', measured: counted(120) }, to: 3 },
    [holding('R1', egg)],
  ],
  ['deformity', { ...where, looked: 120, deformed: 7, kinds: { jaw: 5, tail: 3 } }],
  [
    'fishArrival',
    {
      species: 'pikeperch',
      name: '',
      means: 'net',
      place: 'Lake Ivarre',
      soakHours: 6.5,
      unit: 3,
      females: 10,
      males: 14,
      unknown: 0,
      dead: 1,
      own: [{ season: '2028/29', number: 3 }],
    },
    [],
  ],
  [
    'fishSort',
    {
      batch: 4,
      sex: 'male',
      number: 6,
      fate: 'food',
      method: 'blow',
      sufficed: 5,
      mark: '',
      totalMassG: 9000,
      cause: '',
    },
    [],
  ],
  [
    'bath',
    {
      day: 3,
      protocol: 'iodophor-after',
      volumeL: 10,
      targetMgPerL: 100,
      way: 'product',
      activeShare: 0.0125,
      densityKgPerL: 1.05,
      productLot: 'I-22',
      pH: 6.9,
      batchesMost: 2,
    },
    [],
  ],
  [
    'bath',
    {
      day: 3,
      protocol: 'iodophor-weak',
      volumeL: 10,
      targetMgPerL: 25,
      way: 'stock',
      stockMgPerL: 2000,
      productLot: 'I-22',
      batchesMost: 1,
    },
    [],
  ],
  ['nest', { day: 3, bowl: 'N', female: 11, males: [12], protocols: ['harden-short'] }, []],
  [
    'layDown',
    {
      unit: 1,
      lotId: 9,
      parts: [
        { unit: 2, number: 1200 },
        { unit: 3, number: 1100 },
      ],
      graduationMl: 10,
      emptied: true,
    },
    [holding('B1', egg)],
  ],
  ['fishMove', { fish: [11, 14], unit: 3 }, []],
  ['fate', { fish: 11, fate: 'killed', method: 'blow', firstSufficed: false, cause: 'surplus' }, []],
  ['fate', { fish: 11, fate: 'returned', mark: 'left clip', massG: 2300, lengthMm: 734, cause: '' }, []],
  [
    'inject',
    {
      fish: 11,
      day: 3,
      induction: 'pituitary2',
      part: 2,
      massG: 2450,
      dosePerKg: 4,
      concentrationPerMl: 5000,
      concentrationUnit: 'ug',
      maxMlPerSite: 0.5,
      hormoneLot: 'CP-7',
      checkedBy: 'Manager',
    },
    [],
  ],
  ['ready', { fish: 11, day: 3, found: 'soon' }, []],
  [
    'strip',
    {
      fish: 11,
      day: 3,
      massG: 318,
      colour: 'good',
      firmness: 'mixed',
      blood: 'some',
      lumps: true,
      overRipeShare: 0.125,
      apart: true,
      why: 'lumps',
    },
    [],
  ],
  [
    'milt',
    { fish: 12, day: 3, volumeMl: 12.5, motility: 'low', taken: 'tube', dirt: 'urine', apart: true, why: 'urine' },
    [],
  ],
  [
    'cross',
    {
      day: 3,
      bowl: 'A',
      females: [{ fish: 11, massG: 290 }],
      males: [12, 13],
      how: 'split',
      protocols: ['sturgeon-diluted', 'clay'],
    },
    [],
  ],
  ['step', { day: 3, bowl: 'A', protocol: 'clay', step: 'into', value: 7.25, why: 'late bell', skipped: false }, []],
];

export const kinds = recorded.map(([kind, payload, holdings = [holding('R1')]]) => ({ kind, payload, holdings }));
