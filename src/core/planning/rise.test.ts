import { riseOf } from './rise';

test('a jump stands out on the first day; ordinary scatter and few rounds do not', () => {
  expect(riseOf([30, 28, 35, 31, 27, 33, 95])).toMatchObject({ last: 95, usual: 30.5 });
  expect(riseOf([30, 28, 35, 31, 27, 33, 44])).toBeNull();
  expect(riseOf([0, 1, 0, 2, 0, 1, 4])).toBeNull();
  expect(riseOf([3, 90])).toBeNull();
});

test('one wild round among those before hides nothing', () => {
  expect(riseOf([30, 28, 400, 31, 27, 33, 120])).toMatchObject({ last: 120 });
});

test('a steady climb goes on being told', () => {
  expect(riseOf([30, 31, 28, 30, 120, 250, 400])).toMatchObject({ last: 400 });
});
