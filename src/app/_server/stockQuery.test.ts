import { stockQuery } from './stockQuery';

const zone = 'Europe/Vienna';
const now = Date.parse('2031-04-14T05:42:00Z');

test('today means now; a past day means its local end, also over the change of clocks', () => {
  expect(stockQuery({}, now, zone)).toMatchObject({ asOf: now, by: 'species', knownAt: undefined });
  expect(stockQuery({ day: '2031-04-14' }, now, zone).asOf).toBe(now);
  expect(stockQuery({ day: '2031-04-13' }, now, zone).asOf).toBe(Date.parse('2031-04-13T22:00:00Z') - 1);
  expect(stockQuery({ day: '2031-03-29' }, now, zone).asOf).toBe(Date.parse('2031-03-29T23:00:00Z') - 1);
  expect(stockQuery({ day: '2031-03-30' }, now, zone).asOf).toBe(Date.parse('2031-03-30T22:00:00Z') - 1);
});

test('as known on an evening, never later than now', () => {
  const q = stockQuery(new URLSearchParams('day=2031-04-01&known=2031-04-05&by=unit'), now, zone);
  expect(q).toMatchObject({ by: 'unit', day: '2031-04-01', known: '2031-04-05' });
  expect(q.knownAt).toBe(Date.parse('2031-04-05T22:00:00Z') - 1);
  expect(stockQuery({ known: '2099-01-01' }, now, zone).knownAt).toBe(now);
});

test('fields left empty and nonsense count as not given', () => {
  expect(stockQuery({ day: '', known: '', by: '' }, now, zone)).toMatchObject({ asOf: now, by: 'species' });
  expect(stockQuery({ day: 'yesterday', by: 'lot' }, now, zone)).toMatchObject({ asOf: now, knownAt: undefined });
  expect(stockQuery({ by: "lot'; --" }, now, zone).by).toBe('species');
});
