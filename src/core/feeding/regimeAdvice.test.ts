import { feedsAt, regimeInOrder } from './regime';
import { regimeAdvice } from './regimeAdvice';

const steps = regimeInOrder(
  [
    { feed: 'brine shrimp', from: 4, to: 22, perMl: 3 },
    { feed: 'starter', from: 16, to: 32 },
    { feed: 'crumble', from: 28 },
  ],
  'days',
);
const at = (day: number, took: Parameters<typeof regimeAdvice>[3] = null) =>
  regimeAdvice(steps, feedsAt(steps, day, 'days'), day, took);

test('a change that runs is held where too few take the new feed, and goes on where enough do', () => {
  expect(at(18, 'bad')).toEqual({ is: 'hold', feed: 'starter' });
  expect(at(18, 'good')).toEqual({ is: 'goOn', feed: 'starter' });
  expect(at(18)).toBeNull();
  expect(at(18, 'open')).toBeNull();
});

test('before a change it is tried in a beaker, and may begin once enough take it', () => {
  expect(at(6)).toBeNull();
  expect(at(13)).toEqual({ is: 'try', feed: 'starter', from: 16 });
  expect(at(6, 'good')).toEqual({ is: 'ready', feed: 'starter', from: 16 });
  expect(at(13, 'bad')).toEqual({ is: 'try', feed: 'starter', from: 16 });
});

test('before the first feed, and after the last change, nothing is said', () => {
  expect(at(2, 'good')).toBeNull();
  expect(at(40, 'good')).toBeNull();
});
