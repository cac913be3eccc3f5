import { type SessionBatch, sessionState } from './session';

const MIN = 60_000;
const plan = { number: 1000, doseMl: 0.1, longestS: 240, needleAfter: 250 };
const batch = (minute: number, number: number, more: Partial<SessionBatch> = {}): SessionBatch => ({
  at: minute * MIN,
  number,
  hand: 'Mira',
  asleepS: 180,
  dead: 0,
  ...more,
});

test('done, left, vaccine used; the pace of hands and when it will be through', () => {
  const s = sessionState([batch(0, 100), batch(6, 100), batch(12, 100)], plan, 12 * MIN);
  expect(s).toMatchObject({ done: 300, left: 700, dead: 0, tooLong: 0 });
  expect(s.volumeMl).toBeCloseTo(30, 10);
  // Two hundred in twelve minutes after the first: a thousand an hour.
  expect(s.hands[0]!.perHour).toBeCloseTo(1000, 6);
  expect(s.endsAt).toBeCloseTo(12 * MIN + 42 * MIN, 0);
});

test('a pause is no slowness; two pairs of hands go side by side; one batch alone has no pace', () => {
  const s = sessionState(
    [
      batch(0, 100),
      batch(6, 100),
      batch(90, 100),
      batch(96, 100),
      batch(0, 50, { hand: 'Jory' }),
      batch(6, 50, { hand: 'Jory' }),
    ],
    plan,
    96 * MIN,
  );
  expect(s.hands.map((h) => [h.hand, h.done, Math.round(h.perHour!)])).toEqual([
    ['Mira', 400, 1000],
    ['Jory', 100, 500],
  ]);
  expect(sessionState([batch(0, 100)], plan, 0)).toMatchObject({ endsAt: null, hands: [{ perHour: null }] });
  expect(sessionState([], plan, 0)).toMatchObject({ done: 0, left: 1000, hands: [], endsAt: null });
});

test('a needle is due after so many, and counts on from its change; batches that slept too long are told, those that died', () => {
  const batches = [batch(0, 150), batch(6, 150, { asleepS: 300, dead: 2 })];
  expect(sessionState(batches, plan, 0)).toMatchObject({
    tooLong: 1,
    dead: 2,
    hands: [{ sinceNeedle: 300, needleDue: true }],
  });
  const changed = sessionState(batches, plan, 0, [{ hand: 'Mira', at: 3 * MIN }]);
  expect(changed.hands[0]).toMatchObject({ sinceNeedle: 150, needleDue: false });
  expect(sessionState(batches, { ...plan, needleAfter: null, longestS: null }, 0)).toMatchObject({
    tooLong: 0,
    hands: [{ needleDue: false }],
  });
});

test('more than were to be done: nothing is left, and nothing is due to end', () => {
  expect(sessionState([batch(0, 600), batch(6, 600)], plan, 0)).toMatchObject({ done: 1200, left: 0, endsAt: null });
});
