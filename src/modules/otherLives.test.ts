import { stageOf } from '@/core/species/species';
import { speciesOf } from '@/reference/shipped';
import { actHoldings } from '@/server/stock/actHoldings';
import { livingStock } from '@/server/stock/livingStock';
import { places } from '@/server/stock/places';
import { workJobs } from '@/store/predictions';
import { speciesBook } from '@/store/species';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../tests/support/hatchery';
import { flow } from './flow/views/flow';
import { lifeLine } from './frame/views/frame';
import { snapshot } from './frame/views/snapshot';
import { comparison } from './incubation/views/compare';
import { roomView } from './incubation/views/room';
import { routine } from './incubation/views/routine';
import { unitSheet } from './incubation/views/unitSheet';
import { lotView } from './lot/views/lot';
import { releases } from './moves/views/releases';
import { hallView } from './rearing/views/hall';
import { ledger } from './records/views/ledger';
import { stockList } from './records/views/stockList';
import { daysNow } from './spawning/views/daysNow';
import { today } from './today/views/today';

/**
 * Species with stages of their own go through every screen and act without a line of code: shrimp with larvae that feed
 * before they are postlarvae, a crab that feeds from the hatch on, a catfish whose eggs show no eyes worth a check.
 */
let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
}, 60_000);

/** Steady water of these days, read every hour, and the dates worked by it. */
async function water(days: number, celsius: number): Promise<void> {
  const begin = h.clock.now;
  const rows = Array.from(
    { length: Math.ceil(days * 24) },
    (_, k) => `${new Date(begin + k * HOUR).toISOString()},${celsius}`,
  );
  h.clock.now = begin + days * DAY;
  await h.send('readings.import', {
    sensor: h.sensor,
    fileName: 'logger.csv',
    text: `time,celsius\n${rows.join('\n')}\n`,
  });
  await workJobs(h.db, h.clock.now);
}

const site = () => ({ siteId: h.manager.siteId, timeZone: 'Europe/Vienna', units: 'metric' as const });
const person = () => ({ ...h.manager, units: 'metric' as const, timeZone: 'Europe/Vienna' });

/** Draws on every view there is; what they say of the only lot. */
async function everyView() {
  const [db, now] = [h.db, h.clock.now];
  const holdings = await livingStock(db, site(), now);
  const days = await daysNow(db, h.manager.siteId, now);
  const book = await speciesBook(db, h.manager.siteId);
  const lot = holdings[0]!;
  const room = (await db('unit').where({ id: lot.unitId }).first('room_id')) as { room_id: number };
  const [day, line, view, stock, shot] = await Promise.all([
    today(db, person(), now, holdings),
    lifeLine(db, site(), now, holdings, days),
    lotView(db, site(), lot.lotId, now),
    stockList(db, h.manager.siteId, now, 'lot'),
    snapshot(db, h.manager.siteId, now),
    roomView(db, site(), room.room_id, now, holdings),
    routine(db, site(), now, holdings),
    hallView(db, site(), now, holdings),
    flow(db, h.manager.siteId, now - 60 * DAY, now + DAY, {}),
    ledger(db, h.manager.siteId, { limit: 100 }),
    releases(db, h.manager.siteId, now),
    comparison(db, site(), {}),
    places(db, h.manager.siteId, now),
    unitSheet(db, h.manager.siteId, lot.unitId, [lot.holdingId], false),
  ]);
  return { holdings, lot, acts: actHoldings(holdings, book), day, line, view: view!, stock, shot };
}

type Step = { stage: string; celsius: number };
/** Where a lot of the hatchery's own stands now: the next stage by hatch, stage change or move, as its station asks. */
async function goOn(step: Step, unit: string, from: string): Promise<string> {
  const species = speciesOf((await h.db('lot').first('species'))!.species);
  const [before, after] = [stageOf(species, from), stageOf(species, step.stage)];
  const model = species.milestones.find((m) => m.enters === step.stage);
  if (model) {
    const due = (await everyView()).lot.milestones.find((m) => m.id === model.id)!;
    expect(due.at).not.toBeNull();
    await water(Math.max(0.5, (due.at! - h.clock.now) / DAY + 0.1), step.celsius);
    const { lot } = await everyView();
    // It is time: Today says so, in the words of the species.
    expect(lot.due.map((d) => d.says).join('; ')).toMatch(
      before.station === 'eggs' ? /hatch/i : before.station === 'yolksac' ? /beaker sample/ : new RegExp(model.name),
    );
  }
  if (before.station !== 'yolksac') {
    await h.send('stage.change', {
      unit: h.units[unit]!,
      from,
      to: step.stage,
      amount: { kind: 'all' },
      early: 'seen',
    });
    return unit;
  }
  const to = 'J2';
  await h.send('move.record', {
    sources: [{ unit: h.units[unit]!, stage: from, amount: { kind: 'all' } }],
    to: h.units[to]!,
    toStage: after.id,
    sensitive: 'emergency',
  });
  return to;
}

async function live(species: string, celsius: number): Promise<void> {
  const { stages } = speciesOf(species);
  await h.send('stock.bring', {
    species,
    unit: h.units.J1!,
    stage: stages[0]!.id,
    account: 'arrived',
    measured: { method: 'counted', number: 40_000 },
    origin: 'Aurel station',
    fertilisedAt: h.clock.now - HOUR,
  });
  await water(0.2, celsius);
  let unit = 'J1';
  for (const [i, stage] of stages.entries()) {
    if (i > 0) unit = await goOn({ stage: stage.id, celsius }, unit, stages[i - 1]!.id);
    const v = await everyView();
    expect(v.lot.stageName).toBe(stage.name);
    expect(v.line.find((s) => s.station === stage.station)!.number).toBe(40_000);
    expect(v.view.stair.steps.map((s) => s.name)).toEqual(stages.slice(0, i + 1).map((s) => s.name));
    expect(v.acts[0]!.stageName).toBe(stage.name);
    expect(v.shot.units.find((u) => u.id === v.lot.unitId)!.holdings[0]!.next).toBe(stages[i + 1]?.id ?? null);
    expect(JSON.stringify(v.stock)).toContain(stage.name);
  }
  // Fed, weighed, counted, let go: as whatever eats.
  const at = { unit: h.units[unit]!, stage: stages.at(-1)!.id };
  await h.send('weigh.record', { ...at, batches: [{ massG: 30, count: 100 }], sure: 'yes' });
  await h.send('dead.record', { ...at, number: 12 });
  expect(await h.number(unit)).toBe(40_000 - 12);
}

test('whiteleg shrimp: nauplii, zoeae, mysis, postlarvae, juveniles', () => live('whiteleg-shrimp', 28), 120_000);
test('mud crab: zoeae feed from the hatch on; megalopae and crablets follow', () => live('mud-crab', 28), 120_000);
test('African catfish: no check of eyes', () => live('african-catfish', 26), 120_000);
test('giant river prawn: larvae settle', () => live('giant-river-prawn', 28), 120_000);
