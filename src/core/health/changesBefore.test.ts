import { DAY_MS } from '../time/spans';
import { type Change, changesBefore } from './changesBefore';

const since = 100 * DAY_MS;
const feed = (unit: number, daysBefore: number): Change => ({
  unit,
  at: since - daysBefore * DAY_MS,
  key: 'feed 7',
  says: 'first fed of lot 7',
});
const weighed = (unit: number, daysBefore: number): Change => ({
  ...feed(unit, daysBefore),
  key: 'weighed',
  says: 'weighed',
});
const ill = [1, 2, 3].map((unit) => ({ unit, since }));
const others = [4, 5, 6, 7, 8, 9];

test('what all ill tanks had and no other fits well; what all tanks had fits hardly; what came before it all is first', () => {
  const found = changesBefore(
    [...[1, 2, 3].map((u) => feed(u, 1)), ...[1, 2, 3, ...others].map((u) => weighed(u, 1))],
    ill,
    others,
  );
  expect(found.map((f) => [f.key, f.fits])).toEqual([
    ['feed 7', 'well'],
    ['weighed', 'hardly'],
  ]);
  expect(found[0]).toMatchObject({ ill: { with: 3, of: 3 }, others: { with: 0, of: 6 }, daysBefore: 1 });
});

test('longer ago fits worse; longer than ten days ago, or after the rise began, is not looked at', () => {
  const fits = (days: number) =>
    changesBefore(
      [1, 2, 3].map((u) => feed(u, days)),
      ill,
      others,
    )[0]?.fits;
  expect([fits(0), fits(3), fits(9)]).toEqual(['well', 'partly', 'partly']);
  expect(fits(11)).toBeUndefined();
  expect(fits(-1)).toBeUndefined();
  // During the first day of the rise it may still have come first.
  expect(fits(-0.5)).toBe('well');
});

test('what may be an answer to the rise counts only before its first day', () => {
  const treated = (daysBefore: number): Change => ({ ...feed(1, daysBefore), key: 'treated', answer: true });
  expect(changesBefore([treated(-0.5)], ill, others)).toEqual([]);
  expect(changesBefore([treated(0.5)], ill, others)).toHaveLength(1);
});

test('feed that others are given since long without harm speaks against it', () => {
  const begun = (unit: number, daysBefore: number): Change => ({ ...feed(unit, daysBefore), lasts: true });
  const all = [...[1, 2, 3].map((u) => begun(u, 1)), ...others.map((u) => begun(u, 40))];
  expect(changesBefore(all, ill, others)).toMatchObject([{ fits: 'hardly', others: { with: 6, of: 6 } }]);
});

test('one tank alone proves nothing where there is no other; the latest of several counts', () => {
  const one = changesBefore([feed(1, 8), feed(1, 1)], [{ unit: 1, since }], []);
  expect(one).toMatchObject([{ fits: 'partly', daysBefore: 1 }]);
  expect(changesBefore([feed(4, 1)], [{ unit: 1, since }], [4])).toEqual([]);
  expect(changesBefore([feed(1, 1)], [], [1])).toEqual([]);
});
