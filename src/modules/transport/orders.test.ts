import { hallView } from '@/modules/rearing/views/hall';
import { livingStock } from '@/server/stock/livingStock';
import { counted, standIn } from '../../../tests/support/example';
import { DAY, HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { ordersOf } from './views/orders';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const orders = async () => {
  const site = { siteId: h.manager.siteId, timeZone: 'Europe/Vienna' };
  const holdings = await livingStock(h.db, site, h.clock.now);
  return ordersOf(h.db, site.siteId, h.clock.now, await hallView(h.db, site, h.clock.now, holdings));
};
const take = (more: object = {}) =>
  h.send<{ id: number }>('order.save', {
    customer: 'Aldern pond keepers',
    species: 'arctic-char',
    number: 5000,
    leastG: 8,
    dueAt: h.clock.now + 20 * DAY,
    ...more,
  });

test('an order stands with what may serve it; what is sold to that customer is delivered; closed it is past', async () => {
  expect(await orders()).toEqual({ orders: [], lots: [], species: [] });
  const at = await standIn(h, 'fingerling', 9000);
  h.clock.now += HOUR;
  await h.send('weigh.record', {
    ...at,
    batches: [
      { massG: 1000, count: 100 },
      { massG: 1005, count: 100 },
    ],
  });
  const { id } = await take({ priceEach: 0.4 });
  const { orders: open, lots } = await orders();
  expect(open).toMatchObject([{ customer: 'Aldern pond keepers', delivered: 0, priceEach: 0.4, closedAt: null }]);
  expect(lots).toMatchObject([{ id: 'R1', species: 'arctic-char', number: 9000 }]);
  expect(lots[0]!.meanG).toBeCloseTo(10.03, 1);
  h.clock.now += HOUR;
  await h.send('loss.record', { ...at, account: 'sold', measured: counted(3000), receiver: 'aldern pond keepers' });
  expect((await orders()).orders[0]!.delivered).toBe(3000);
  await take({ id, closed: true });
  expect((await orders()).orders[0]!.closedAt).not.toBeNull();
});

test('a day that is over or years away, an order that is none, a species that is none are refused at their field', async () => {
  expect((await refusal(take({ dueAt: h.clock.now - 3 * DAY }))).path).toBe('dueAt');
  expect((await refusal(take({ dueAt: h.clock.now + 900 * DAY }))).path).toBe('dueAt');
  expect((await refusal(take({ id: 99 }))).code).toBe('noOrder');
  expect((await refusal(take({ number: 0 }))).path).toBe('number');
  expect((await refusal(take({ customer: ' ' }))).path).toBe('customer');
  expect((await refusal(take({ species: 'unicorn' }))).code).not.toBe('');
  expect((await orders()).orders).toEqual([]);
});
