import { cannotGo, WEEKS } from '@/core/planning/floor';
import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { standIn } from '../../../tests/support/example';
import { DAY, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { floorOf } from './views/whereTo';

let h: TestHatchery;
let hall: number;
beforeEach(async () => {
  h = await testHatchery();
  hall = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
});
const floor = async () => {
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const holdings = await livingStock(h.db, site, h.clock.now);
  return floorOf(h.db, site.siteId, h.clock.now, await hallView(h.db, site, h.clock.now, holdings));
};
const tank = async (name: string) => (await floor()).tanks.find((t) => t.name === name)!;

test('an empty hatchery has free tanks, and nothing to place', async () => {
  const f = await floor();
  expect(f.tanks.every((t) => t.holds === null && t.closed === '')).toBe(true);
  expect(f.asked).toBeNull();
});

test('fish that outgrow their tank are to be placed into free ones, by what those bear then', async () => {
  const at = await standIn(h, 'fingerling', 20_000);
  await h.db('unit').whereIn('id', [h.units.R1!, h.units.R2!]).update({ volume_l: 2000, flow_l_min: 60 });
  h.clock.now += 1000;
  await h.send('weigh.record', {
    ...at,
    batches: [
      { massG: 1000, count: 100 },
      { massG: 1005, count: 100 },
    ],
  });
  const { id: probe } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room: hall });
  await h.send('reading.record', { sensor: probe, value: 9 });
  const { tanks, asked } = await floor();
  const held = tanks.find((t) => t.name === 'R1')!.holds!;
  expect(held.weeks).toHaveLength(WEEKS + 1);
  // Twenty thousand of ten grams in two cubic metres: far beyond, and more so as they grow.
  expect(held.weeks[0]!).toBeGreaterThan(1);
  expect(held.weeks[WEEKS]!).toBeGreaterThan(held.weeks[0]!);
  const lot = asked!.lots[0]!;
  expect(lot).toMatchObject({ id: 'R1', near: expect.arrayContaining(['R2']) });
  expect(lot.over % 100).toBe(0);
  expect(lot.over).toBeLessThanOrEqual(20_000);
  // What stays is within nine tenths of what it bears at the end.
  expect((held.number - lot.over) / (held.number / held.weeks[WEEKS]!)).toBeLessThanOrEqual(0.9 + 1e-9);
  expect(lot.bears.R2!).toBeGreaterThan(0);
});

test('nothing is put behind a biofilter that does not carry yet, into a pond, or into water that they do not bear', async () => {
  await standIn(h, 'fingerling', 20_000);
  await h.send('work.save', { name: 'Biofilter', kind: 'biofilter', rooms: [hall], stockAt: h.clock.now + 20 * DAY });
  expect((await tank('R2')).closed).toBe('its biofilter does not carry yet');
  h.clock.now += 21 * DAY;
  expect((await tank('R2')).closed).toBe('');
  await h.send('unit.addMany', { room: hall, kind: 'pond', prefix: 'P', from: 1, count: 1 });
  expect((await tank('P1')).closed).toBe('a pond is stocked by its run');
  const free = { closed: '', celsius: 21 };
  expect(cannotGo({ high: 16 }, free)).toContain('warmer');
  expect(cannotGo({ low: 24 }, free)).toContain('colder');
  expect(cannotGo({ high: 22, low: 4 }, free)).toBe('');
  expect(cannotGo({ high: 16 }, { closed: '', celsius: null })).toBe('');
});
