import { type DueInput, dueFor } from './due';

const zone = 'Europe/Vienna';
const now = Date.parse('2031-04-14T06:00:00Z');
const DAY = 86_400_000;
const eggs = (more: Partial<DueInput> = {}): DueInput => ({
  holdingId: 1,
  unitId: 1,
  unit: 'J3',
  roomId: 1,
  lotId: 1,
  lot: 'AC',
  stage: 'egg',
  station: 'eggs',
  number: 20000,
  sd: 300,
  openedAt: now - 30 * DAY,
  last: { pick: now - DAY },
  milestones: [],
  ...more,
});
const kinds = (h: DueInput) => dueFor(h, now, zone).map((d) => `${d.kind}${d.urgency}`);
const eyed = (low: number, high: number, seen = false) => ({
  id: 'eyed',
  name: 'eyed',
  at: now + ((low + high) / 2) * DAY,
  low: now + low * DAY,
  high: now + high * DAY,
  seen,
  check: 'eyed',
});
const hatch = (low: number, high: number) => ({
  id: 'hatched',
  name: 'half hatched',
  enters: 'yolksac',
  turn: 'hatch' as const,
  at: now + ((low + high) / 2) * DAY,
  low: now + low * DAY,
  high: now + high * DAY,
  seen: false,
});

test('picked yesterday: due today; picked today: not; a missed round makes it urgent and says how long', () => {
  expect(kinds(eggs())).toEqual(['pick2']);
  expect(kinds(eggs({ last: { pick: now - 3600_000 } }))).toEqual([]);
  const missed = dueFor(eggs({ last: { pick: now - 3 * DAY } }), now, zone);
  expect(missed[0]).toMatchObject({ kind: 'pick', urgency: 1, says: expect.stringMatching(/not picked for 3 days/) });
});

test('the eyed check follows the predicted window: when the water moves it, the list moves', () => {
  const done = { pick: now - 3600_000 };
  expect(kinds(eggs({ last: done, milestones: [eyed(2, 6)] }))).toEqual([]);
  expect(kinds(eggs({ last: done, milestones: [eyed(-1, 3)] }))).toEqual(['check2']);
  expect(kinds(eggs({ last: done, milestones: [eyed(-6, -1)] }))).toEqual(['check1']);
  expect(kinds(eggs({ last: { ...done, 'check:eyed': now - DAY }, milestones: [eyed(-6, -1, true)] }))).toEqual([]);
});

test('hatch is watched from the early end of its window, and overdue past the late end', () => {
  const done = { pick: now - 3600_000 };
  expect(dueFor(eggs({ last: done, milestones: [hatch(-1, 3)] }), now, zone)[0]!.says).toMatch(/hatch may begin/);
  expect(dueFor(eggs({ last: done, milestones: [hatch(-6, -1)] }), now, zone)[0]!.says).toMatch(/overdue/);
});

test('fry want sample weights every two weeks, and a count when the number has grown vague', () => {
  const fry = eggs({
    stage: 'fry',
    station: 'fry',
    last: { dead: now - 3600_000, meanG: now - 5 * DAY },
    number: 4000,
    sd: 100,
  });
  expect(kinds(fry)).toEqual([]);
  expect(kinds({ ...fry, last: { dead: now - 3600_000, meanG: now - 20 * DAY } })).toEqual(['weigh3']);
  expect(kinds({ ...fry, sd: 500 })).toEqual(['count3']);
});

test('how often to weigh and when a count pays is the hatchery’s own choice', () => {
  const fry = eggs({
    stage: 'fry',
    station: 'fry',
    number: 1000,
    sd: 60,
    last: { dead: now - 3600_000, meanG: now - 10 * DAY },
  });
  const asked = (weighEveryDays: number, countAbovePercent: number) =>
    dueFor(fry, now, zone, { weighEveryDays, countAbovePercent }).map((d) => d.kind);
  expect(asked(14, 15)).toEqual([]);
  expect(asked(7, 15)).toEqual(['weigh']);
  expect(asked(14, 11)).toEqual(['count']);
});

test('a jar is set anew once its water has changed enough since the flow was set, and which way', () => {
  const done = { pick: now - 3600_000 };
  const jar = (change: number, from: number, to: number) =>
    dueFor(eggs({ last: done, rolling: { from, to, change, setAt: now - 9 * DAY } }), now, zone);
  expect(jar(0.03, 6, 7)).toEqual([]);
  expect(jar(-0.07, 8, 5.8)[0]).toMatchObject({ kind: 'flow', urgency: 2 });
  expect(jar(-0.07, 8, 5.8)[0]!.says).toMatch(/8\.0 °C when it was set, 5\.8 °C now.*close it by 7 %/);
  expect(jar(0.12, 5, 9)[0]!.says).toMatch(/open it by 12 %/);
});

test('after a shock: pick, then count what is eyed; not at once, not once it was done, not for ever', () => {
  const at = (shock: number, more: Record<string, number> = {}) =>
    kinds(eggs({ last: { pick: now - 3600_000, shock: now - shock * DAY, ...more } }));
  expect(at(0.2)).toEqual([]);
  expect(at(1)).toEqual(['count2']);
  expect(at(1, { census: now - 3600_000 })).toEqual([]);
  expect(at(1, { 'check:eyed': now - 2 * DAY })).toEqual(['count2']);
  expect(at(6)).toEqual([]);
});

test('larvae without a flow want their water changed on the first days, once a day', () => {
  const larvae = (more: Partial<DueInput>) =>
    kinds(
      eggs({
        stage: 'yolksac',
        station: 'yolksac',
        openedAt: now - 2 * DAY,
        last: { dead: now - 3600_000 },
        flowLPerMin: null,
        ...more,
      }),
    );
  expect(larvae({})).toEqual(['water2']);
  expect(larvae({ flowLPerMin: 4 })).toEqual([]);
  expect(larvae({ last: { dead: now - 3600_000, waterChanged: now - 3600_000 } })).toEqual([]);
  expect(larvae({ last: { dead: now - 3600_000, waterChanged: now - DAY } })).toEqual(['water2']);
  expect(larvae({ openedAt: now - 9 * DAY })).toEqual([]);
});
