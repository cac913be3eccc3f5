import { screen, within } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import type { LivingHolding, Milestone } from '@/server/stock/livingStock';
import { NOW, show } from '../../../../../tests/support/screen';
import { ClockTable, UnitSheet } from './UnitSheet';

const DAY = 86_400_000;
const milestone = (over: Partial<Milestone>): Milestone => ({
  id: 'eyed',
  name: 'eyed',
  at: NOW + 4 * DAY,
  low: NOW + 2 * DAY,
  high: NOW + 6 * DAY,
  seen: false,
  passed: 0.8,
  measuredShare: 0.9,
  note: '',
  first: null,
  last: null,
  factor: 1,
  factorDates: 0,
  ...over,
});
const holding = (over: Partial<LivingHolding> = {}): LivingHolding =>
  ({
    holdingId: 1,
    unitId: 3,
    unit: 'J3',
    lotId: 12,
    lot: 'AC-31-01',
    speciesName: 'Arctic char',
    stage: 'egg',
    can: ['picked'],
    stageName: 'eggs',
    glyph: 'egg',
    station: 'eggs',
    number: 20_460,
    estimated: 20_460,
    sd: 900,
    openedAt: NOW - 30 * DAY,
    fertilisedAt: NOW - 40 * DAY,
    milestones: [],
    due: [],
    handsOff: null,
    watch: null,
    died: null,
    caseId: null,
    method: 'pick',
    ...over,
  }) as unknown as LivingHolding;
const acts: ActHolding = {
  unitId: 3,
  unit: 'J3',
  lotId: 12,
  lot: 'AC-31-01',
  stage: 'egg',
  can: ['picked'],
  stageName: 'eggs',
  number: 20_460,
  stages: [],
  checks: [],
};
const sheet = (over: Partial<Parameters<typeof UnitSheet>[0]> = {}) =>
  show(
    <UnitSheet
      unit={{ name: 'J3', kind: 'jar' }}
      holdings={[holding()]}
      acts={[acts]}
      siblings={[]}
      places={[]}
      sites={[]}
      losses={[]}
      checks={[]}
      entries={[]}
      close="/rooms/1"
      now={NOW}
      timeZone="Europe/Vienna"
      mayWrite={true}
      totalVolumeMl={null}
      {...over}
    />,
  );
const text = () => screen.getByRole('complementary').textContent!.replaceAll(/[\u2005\u00a0]/g, ' ');

test('the number with its doubt, the lot, and the way back', () => {
  sheet();
  const n = screen.getByTestId('unit-number').querySelector('[data-number]') as HTMLElement;
  expect([Number(n.dataset.number), Number(n.dataset.half)]).toEqual([20_460, expect.closeTo(1.96 * 900, -1)]);
  expect(screen.getByRole('link', { name: 'AC-31-01' }).getAttribute('href')).toBe('/lots/12');
  expect(screen.getByRole('link', { name: 'Close' }).getAttribute('href')).toBe('/rooms/1');
  expect(text()).not.toContain('alive, estimated');
});

test('an empty unit says so and offers no acts', () => {
  sheet({ holdings: [], acts: [] });
  expect(text()).toContain('J3 is empty.');
  expect(screen.queryByRole('region', { name: /^Acts/ })).toBeNull();
});

test('where the books and what must be alive part, both stand there by name', () => {
  const { unmount } = sheet({ holdings: [holding({ estimated: 20_400 })] });
  // Within a fifth of the doubt it is one number.
  expect(text()).not.toContain('alive, estimated');
  unmount();
  sheet({ holdings: [holding({ estimated: 19_000 })] });
  expect(text()).toMatch(/counted in the books; likely alive, after deaths nobody saw: 19 000/);
});

test('what is due: overdue in amber, red alone what lies beyond its pattern; and why hands should stay off', () => {
  const due = [
    { kind: 'rise', urgency: 1, says: '598 dead, 5 to 123 expected' },
    { kind: 'pick', urgency: 1, says: 'not picked for 3 days' },
    { kind: 'check', check: 'eyed', urgency: 2, says: 'eyed check due' },
  ] as unknown as LivingHolding['due'];
  sheet({
    holdings: [holding({ due, handsOff: { why: 'eggs die of a knock now', severity: 1, to: 0.5, progress: 0.3 } })],
  });
  expect(screen.getByText('598 dead, 5 to 123 expected.').className).toContain('text-hand');
  expect(screen.getByText('Not picked for 3 days.').className).toContain('text-careful');
  expect(screen.getByText('Eyed check due.').className).toContain('text-careful');
  expect(text()).toContain('Hands off: eggs die of a knock now, until 50 % of the way; now 30 %.');
});

test('who may not write sees everything but the acts', () => {
  sheet({ mayWrite: false });
  expect(screen.queryByRole('region', { name: /^Acts/ })).toBeNull();
  expect(text()).toContain('Last entries');
});

test('two stages in one unit, each with its own number and acts', () => {
  sheet({
    holdings: [holding(), holding({ holdingId: 2, stage: 'yolksac', stageName: 'larvae', number: 900 })],
    acts: [acts, { ...acts, stage: 'yolksac', can: ['ponded'], stageName: 'larvae' }],
  });
  expect(screen.getAllByTestId('unit-number')).toHaveLength(2);
  expect(screen.getAllByRole('region', { name: 'Acts for J3' })).toHaveLength(2);
});

test('checks say of how many, and their interval', () => {
  const check = {
    kind: 'check:eyed',
    name: 'eyed',
    at: NOW - DAY,
    successes: 95,
    trials: 100,
    share: 0.95,
    low: 0.888,
    high: 0.978,
    unit: 'J3',
  };
  sheet({ checks: [check] });
  const row = screen.getByRole('row', { name: /eyed/ });
  expect(
    within(row)
      .getAllByRole('cell')
      .map((c) => c.textContent),
  ).toEqual(['eyed', '95 of 100', '95 % 89 to 98', '13 Apr']);
});

describe('the clock', () => {
  const draw = (milestones: Milestone[], fertilisedAt: number | null = NOW - 40 * DAY) =>
    show(<ClockTable h={{ milestones, fertilisedAt }} now={NOW} timeZone="Europe/Vienna" />);
  const row = (id: string) => document.querySelector(`[data-milestone="${id}"]`)!.textContent!;

  test('seen, predicted within days or hours, or without a forecast', () => {
    draw([
      milestone({ id: 'eyed', seen: true, at: NOW - DAY, low: NOW - DAY, high: NOW - DAY }),
      milestone({ id: 'hatch', name: 'hatch', at: NOW + 4 * DAY }),
      milestone({ id: 'soon', name: 'soon', low: NOW + 2 * DAY, high: NOW + 2.5 * DAY }),
      milestone({ id: 'far', name: 'far', low: NOW + 20 * DAY, high: NOW + 50 * DAY }),
      milestone({ id: 'none', name: 'none', at: null, low: null, high: null, note: 'no water is measured' }),
    ]);
    expect(row('eyed')).toContain('seen');
    expect(row('hatch')).toBe('hatch18 Apr±2.0 d');
    expect(row('soon')).toContain('±6 h');
    expect(row('far')).toContain('±15 d');
    expect(row('none')).toBe('noneno forecast');
    expect(screen.getByText('No water is measured.')).toBeTruthy();
  });

  test('of eggs whose age nobody knows there is none', () => {
    draw([milestone({})], null);
    expect(screen.queryByTestId('clock')).toBeNull();
  });
});

describe('what a skipped day is likely to cost', () => {
  const place = (celsius?: number) => [{ id: 3, name: 'J3', room: 'Cold', kind: 'jar', holds: 'AC-31-01', celsius }];
  const picked = { kind: 'pick', urgency: 2, says: 'pick' } as LivingHolding['due'][number];
  const watch = (expected: number) =>
    ({
      now: { expected, low: 1, high: 60 },
      last: null,
      rounds: [{ at: NOW - DAY }],
      level: 1,
    }) as unknown as LivingHolding['watch'];
  const eggs = (expected: number, due = [picked]) => [holding({ due, watch: watch(expected) })];

  test('said with its span where the dead are still to be picked; warm and deep cost more than cold and rolling', () => {
    const middle = (kind: string, celsius: number) => {
      const { unmount } = sheet({ unit: { name: 'J3', kind }, holdings: eggs(60), places: place(celsius) });
      const said = screen.queryByTestId('skip')?.textContent ?? '';
      unmount();
      return Number(/it costs about ([\d\u2005]+)/.exec(said)?.[1]?.replace(/\D/g, '') ?? 0);
    };
    expect(middle('trough', 14)).toBeGreaterThan(middle('trough', 12));
    expect(middle('trough', 14)).toBeGreaterThan(middle('jar', 14));
    sheet({ unit: { name: 'J3', kind: 'tray' }, holdings: eggs(2), places: place(12) });
    expect(screen.getByTestId('skip').textContent).toMatch(/it costs hardly one of the living \(up to \d/);
  });

  test('nothing once they were picked, where hardly any stand, or where the water was not read', () => {
    for (const [expected, due, celsius] of [
      [60, [], 12],
      [0.4, [picked], 12],
      [60, [picked], undefined],
    ] as const) {
      const { unmount } = sheet({ holdings: eggs(expected, [...due]), places: place(celsius) });
      expect(screen.queryByTestId('skip')).toBeNull();
      unmount();
    }
  });
});

describe('how they lie', () => {
  const tray = (number: number, over: object = {}) =>
    sheet({
      unit: { name: 'T3', kind: 'tray', areaCm2: 1400, flowLPerMin: 6, ...over },
      holdings: [holding({ number })],
      acts: [{ ...acts, eggDiameterMm: 4.7 }],
    });
  const said = () => screen.getByTestId('load').textContent!;

  test('layers by the area and the eggs’ diameter, room for how many; above two it is called', () => {
    // A layer of 4.7 mm eggs at 0.9069 of 1 400 cm²: 7 318 eggs.
    const { unmount } = tray(7318);
    expect(said()).toMatch(/^1\.0 layer deep; room for 14.600 by layers/);
    unmount();
    tray(20_000);
    expect(said()).toMatch(/^2\.7 layers deep, more than 2: spread them/);
  });

  test('a flow that brings too little oxygen is said too; without an area, in a jar and for larvae nothing', () => {
    const danger = { minutes: 9, flowNeeded: 7.2 } as never;
    const { unmount } = tray(7318, { danger });
    expect(said()).toMatch(/its flow is short of oxygen, 7\.2 L\/min needed/);
    unmount();
    for (const over of [{ areaCm2: null }, { kind: 'jar' }]) {
      const { unmount: gone } = tray(7318, over);
      expect(screen.queryByTestId('load')).toBeNull();
      gone();
    }
  });
});
