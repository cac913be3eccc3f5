import { Chance } from '@/core/chance';
import { demoMorning } from '@/core/demoScenes';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import { setUp } from '@/modules/setup/people';
import type { Db } from '@/store/connection';
import { workJobs } from '@/store/predictions';
import { addPeople, DEMO_PASSWORD } from './people';
import { Player } from './player';
import { warmWaters } from './waters';

/** Its whole history: warm water needs no winter. */
const FIRST_DAY = -45;

type Tank = { unit: string; species: string; stage: string; lotName: string; number: number; came: number };

/** What stands in the hall, since when. */
const TANKS: readonly Tank[] = [
  { unit: 'H3', species: 'wels', stage: 'fry', lotName: 'WE-31-02', number: 9000, came: -26 },
  { unit: 'H4', species: 'wels', stage: 'fry', lotName: 'WE-31-02B', number: 8600, came: -26 },
  { unit: 'H5', species: 'wels', stage: 'fingerling', lotName: 'WE-31-01', number: 2400, came: -40 },
  { unit: 'H6', species: 'tench', stage: 'fry', lotName: 'TE-31-01', number: 14_000, came: -28 },
  { unit: 'H8', species: 'giant-river-prawn', stage: 'juvenile', lotName: 'GP-31-01', number: 1800, came: -38 },
  { unit: 'H9', species: 'giant-river-prawn', stage: 'juvenile', lotName: 'GP-31-02', number: 2100, came: -38 },
];
/** Mean mass at three weighings, grams, and on which days. */
const WEIGHED: Readonly<Record<string, readonly (readonly [day: number, grams: number])[]>> = {
  H3: [
    [-24, 0.05],
    [-14, 0.21],
    [-4, 0.55],
  ],
  // Too tight: it stands in half the water, and falls behind.
  H4: [
    [-24, 0.05],
    [-14, 0.17],
    [-4, 0.36],
  ],
  H5: [
    [-38, 2.1],
    [-22, 7.4],
    [-6, 17.5],
  ],
  H6: [
    [-26, 0.012],
    [-14, 0.045],
    [-4, 0.1],
  ],
  H8: [
    [-36, 1.1],
    [-18, 2.2],
    [-3, 3.4],
  ],
  H9: [
    [-36, 1.0],
    [-18, 2.0],
    [-3, 3.1],
  ],
};

/**
 * The second house of the demo: a small warm hall on one loop, with wels, tench and giant river prawns. Clocks run in
 * hours here, and somebody feeds day and night.
 */
export async function seedWarmHall(db: Db, anchor: number, say: (text: string) => void): Promise<Player> {
  const morning = demoMorning(anchor);
  say('seeding the second demo house: six weeks of a small warm hall, played through the commands');
  const { siteId, personId } = await setUp(
    db,
    {
      siteName: 'Tessel Warm Hall',
      timeZone: 'Europe/Vienna',
      managerName: 'Manager',
      password: DEMO_PASSWORD,
      demo: true,
    },
    morning + FIRST_DAY * DAY_MS,
  );
  const manager = { id: personId, siteId, name: 'Manager', role: 'manager' as const };
  const p = new Player(db, morning, new Chance(20_310_415), manager);
  p.day = FIRST_DAY;
  const sensors = await furnish(p);
  for (const row of await db('unit').select('id', 'name')) p.units.set(row.name, row.id);
  for (const row of (await db('person').select('id', 'name', 'role')) as { id: number; name: string; role: 'hand' }[])
    p.people[row.name] = { id: row.id, siteId, name: row.name, role: row.role };
  for (const w of warmWaters)
    for (let from = FIRST_DAY; from < 0; from += 15)
      p.at(from + 15, async () => {
        const lines = ['time;temperature °C'];
        for (let d = from; d < from + 15; d += 1 / 24)
          lines.push(
            `${new Date(Math.round((morning + d * DAY_MS) / HOUR_MS) * HOUR_MS).toISOString().slice(0, 16)}Z;${w.celsius(d).toFixed(2)}`,
          );
        await p.send('readings.import', {
          sensor: sensors.get(w.sensor),
          fileName: `${w.sensor}.csv`,
          text: lines.join('\n'),
        });
      });
  layTanks(p);
  layLarvae(p);
  layLiveFood(p);
  layPrawns(p);
  await p.play(() => {});
  await workJobs(db, morning);
  say(`demo: ${p.sent} records played`);
  if (p.refusals.length > 0 && process.env.MORULA_DEBUG) say(`demo: refused: ${p.refusals.join(' | ')}`);
  return p;
}

async function furnish(p: Player): Promise<Map<string, number>> {
  const room = async (name: string, kind: string) => Number((await p.send('room.save', { name, kind })).id);
  const corner = await room('Hatching corner', 'incubation');
  const hall = await room('Hall', 'rearing');
  p.rooms.set('Hatching corner', corner);
  const sensors = new Map<string, number>();
  for (const [name, at] of [
    ['jars', corner],
    ['hall', hall],
  ] as const)
    sensors.set(name, Number((await p.send('sensor.save', { name, room: at })).id));
  await p.send('unit.addMany', {
    room: corner,
    kind: 'jar',
    prefix: 'K',
    from: 1,
    count: 4,
    battery: 'Jars',
    volumeL: 6,
    flowLPerMin: 3,
    loadLimit: 60_000,
  });
  await p.send('unit.addMany', {
    room: hall,
    kind: 'tank',
    prefix: 'H',
    from: 1,
    count: 10,
    battery: 'The loop',
    volumeL: 900,
    flowLPerMin: 40,
  });
  await addPeople(p);
  return sensors;
}

const stands = (p: Player, unit: string) => ({ unit: p.unit(unit) });

/** Fish and prawns that came in small, weighed, on their rations, fed every few hours of the last two days. */
function layTanks(p: Player): void {
  p.at(FIRST_DAY + 0.5, async () => {
    const products = [
      { name: 'Warm starter 0.3', fromMm: 8, toMm: 26, proteinShare: 0.6, pricePerKg: 9 },
      { name: 'Warm crumble 0.8', fromMm: 24, toMm: 60, proteinShare: 0.55, pricePerKg: 5 },
      { name: 'Prawn pellet 2', fromMm: 30, toMm: 120, proteinShare: 0.4, pricePerKg: 3 },
      { name: 'Wels pellet 2', fromMm: 58, toMm: 160, proteinShare: 0.5, pricePerKg: 3.5 },
    ];
    for (const [i, product] of products.entries()) {
      const { id } = await p.send('feedProduct.save', product);
      await p.trySend('feed.deliver', {
        product: id,
        lotName: `T${401 + i}`,
        massG: 20_000,
        bestBefore: Math.round(p.anchor + (i === 0 ? 12 : 120) * DAY_MS),
      });
    }
  });
  for (const t of TANKS) {
    p.at(t.came, async () => {
      await p.trySend(
        'stock.bring',
        {
          account: 'arrived',
          species: t.species,
          lotName: t.lotName,
          stage: t.stage,
          unit: p.unit(t.unit),
          measured: { method: 'estimated', number: t.number, half: t.number * 0.08 },
          origin: 'our own jars, before these books began',
        },
        'Culturist',
        { overload: 'yes' },
      );
    });
    for (const [day, grams] of WEIGHED[t.unit] ?? [])
      p.at(day, async () => {
        await p.trySend(
          'weigh.record',
          {
            ...stands(p, t.unit),
            batches: [0.97, 1, 1.03].map((f) => ({ massG: Number((50 * grams * f).toPrecision(4)), count: 50 })),
          },
          'Culturist',
          { sure: 'yes' },
        );
      });
    const prawns = t.species === 'giant-river-prawn';
    if (!prawns)
      p.at(-3.5, async () => {
        await p.trySend(
          'ration.set',
          {
            ...stands(p, t.unit),
            method: 'growth',
            mealsPerDay: t.stage === 'fry' ? 8 : 6,
            fromHour: 0,
            toHour: 24,
            by: 'hand',
          },
          'Culturist',
          { sure: 'yes' },
        );
      });
    const grams = WEIGHED[t.unit]!.at(-1)![1] * t.number;
    for (let h = prawns ? 0 : -45; h <= -1; h += 3)
      p.at(h / 24, async () => {
        await p.trySend(
          'feed.record',
          {
            ...stands(p, t.unit),
            massG: Number((grams * (t.stage === 'fry' ? 0.006 : 0.003)).toPrecision(2)),
            feed: '',
          },
          h % 2 === 0 ? 'Hand' : 'Culturist',
          { sure: 'yes', again: 'another', beyondRation: 'yes', held: 'yes' },
        );
      });
    for (let d = -6; d <= 0; d++)
      p.at(
        d - 0.04,
        async () =>
          void (await p.trySend(
            'dead.record',
            {
              ...stands(p, t.unit),
              number: Math.max(0, Math.round((t.number / 1000) * (t.unit === 'H4' ? 2.4 : 0.7))),
            },
            'Hand',
          )),
      );
  }
  // Graded this afternoon: no feed until then.
  p.at(-0.02, async () => {
    await p.trySend('feed.hold', { ...stands(p, 'H5'), why: 'grading', hours: 10 }, 'Culturist');
  });
}

/** Wels eggs that hatch today, wels and tench larvae on the way to their first meal. */
function layLarvae(p: Player): void {
  const at = (day: number) => Math.round(p.anchor + day * DAY_MS);
  const bring = (unit: string, species: string, stage: string, lotName: string, number: number, laidDay: number) =>
    p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species,
        lotName,
        stage,
        unit: p.unit(unit),
        measured: { method: 'estimated', number, half: number * 0.1 },
        fertilisedAt: at(laidDay),
        origin: 'stripped in the pond house',
      },
      'Culturist',
      { overload: 'yes' },
    );
  p.at(-2.2, async () => void (await bring('K1', 'wels', 'egg', 'WE-31-04', 22_000, -2.4)));
  p.at(-2.1, async () => void (await bring('K2', 'wels', 'egg', 'WE-31-04B', 18_000, -2.3)));
  p.at(-0.9, async () => void (await bring('K3', 'tench', 'egg', 'TE-31-03', 60_000, -1)));
  for (let d = -2; d <= 0; d++)
    for (const jar of ['K1', 'K2'])
      p.at(d + 0.02, async () => {
        await p.trySend('pick.record', { ...stands(p, jar), number: 130 - 20 * d }, 'Hand', {
          early: 'seen',
          sure: 'yes',
        });
      });
  // Wels larvae: hatched four days ago, the first brine shrimp this night; tench a day behind theirs.
  p.at(-4.2, async () => void (await bring('H1', 'wels', 'yolksac', 'WE-31-03', 16_000, -7)));
  p.at(-3.1, async () => void (await bring('H2', 'tench', 'yolksac', 'TE-31-02', 40_000, -5.2)));
  p.at(-2.5, async () => {
    for (const [unit, regime, hatched] of [
      ['H1', 'catfish-brine-shrimp', -4.6],
      ['H2', 'cyprinid-brine-shrimp', -3.2],
    ] as const)
      await p.trySend('regime.follow', { ...stands(p, unit), regime, hatchedAt: at(hatched) }, 'Culturist');
  });
  for (const [unit, number] of [
    ['H1', 45],
    ['H2', 120],
  ] as const)
    for (let d = -2; d <= 0; d++)
      p.at(d - 0.05, async () => void (await p.trySend('dead.record', { ...stands(p, unit), number }, 'Hand')));
  for (let h = -10; h <= -1; h += 3)
    p.at(h / 24, async () => {
      await p.trySend(
        'prey.give',
        { ...stands(p, 'H1'), number: 900_000, prey: 'newly hatched brine shrimp' },
        'Hand',
        { sure: 'yes' },
      );
    });
  for (const [hours, check, successes] of [
    [-4, 'gutFull', 31],
    [-1.5, 'gutFull', 38],
    [-1.5, 'yolkLeft', 11],
  ] as const)
    p.at(hours / 24, async () => {
      await p.trySend('check.record', { ...stands(p, 'H1'), check, successes, trials: 40 }, 'Culturist');
    });
}

/** Two cones a day, one of water fleas for the tench. */
function layLiveFood(p: Player): void {
  const cones = new Map<string, number>();
  p.at(FIRST_DAY + 1, async () => {
    for (const name of ['N1', 'N2', 'N3'])
      cones.set(name, Number((await p.send('vessel.save', { name, kind: 'cone', volumeL: 30 })).id));
    cones.set('F1', Number((await p.send('vessel.save', { name: 'F1', kind: 'culture', volumeL: 200 })).id));
  });
  const sow = (hours: number, name: string, grams: number) =>
    p.at(hours / 24, async () => {
      await p.trySend('cysts.sow', { vessel: cones.get(name), cystsG: grams, celsius: 28 }, 'Hand', {
        over: 'yes',
        dense: 'yes',
      });
    });
  const harvest = (hours: number, name: string, each: number) =>
    p.at(hours / 24, async () => {
      await p.trySend(
        'cysts.harvest',
        { vessel: cones.get(name), totalVolumeL: 15, sampleMl: 0.25, counts: [each - 5, each + 4, each] },
        'Hand',
        { sure: 'yes' },
      );
    });
  for (const [d, name, each] of [
    [-2, 'N1', 152],
    [-1.5, 'N2', 148],
    [-1, 'N1', 160],
  ] as const) {
    sow(24 * d - 21, name, 45);
    harvest(24 * d + 1, name, each);
  }
  sow(-25, 'N3', 45);
  harvest(-2.5, 'N3', 155);
  sow(-14, 'N2', 45);
  p.at(-9, async () => {
    await p.trySend('culture.start', { vessel: cones.get('F1'), organism: 'waterFleas', perMl: 0.2 }, 'Culturist');
  });
  for (const [d, count] of [
    [-7.05, 26],
    [-5.05, 41],
    [-3.05, 66],
    [-1.05, 98],
    [-0.05, 118],
  ] as const)
    p.at(d, async () => {
      await p.trySend(
        'culture.count',
        { vessel: cones.get('F1'), sampleMl: 100, counts: [count - 3, count + 4, count], carrying: 22, eggsOf: 60 },
        'Hand',
        { sure: 'yes' },
      );
    });
}

/** Prawns fed by their trays at dusk and dawn; those of H8 moult in step, and tonight is the night. */
function layPrawns(p: Player): void {
  const cycle = 11;
  for (const [unit, gram, phase] of [
    ['H8', 90, -0.4],
    ['H9', 95, 4],
  ] as const)
    for (let d = -34; d <= 0; d++) {
      const turn = ((((d - phase) % cycle) + cycle) % cycle) / cycle;
      // Soft at the beginning of a turn, then a rise to the plateau.
      const appetite = turn < 0.12 ? 0.25 : turn < 0.3 ? 0.75 : 1;
      const share = unit === 'H8' ? appetite : 0.9;
      const offered = gram * (1 + 0.012 * (d + 34));
      const left = 1 - share > 0.6 ? 'more' : 1 - share > 0.2 ? 'quarter' : d % 3 === 0 ? 'few' : 'none';
      p.at(d - 0.45, async () => {
        await p.trySend(
          'feed.record',
          { ...stands(p, unit), massG: Number(offered.toPrecision(3)), feed: 'Prawn pellet 2' },
          'Hand',
          { sure: 'yes', again: 'another', beyondRation: 'yes' },
        );
      });
      p.at(d - 0.37, async () => {
        await p.trySend('tray.check', { ...stands(p, unit), left }, 'Hand');
      });
    }
}
