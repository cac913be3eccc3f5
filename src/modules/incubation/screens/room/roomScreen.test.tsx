import { screen, within } from '@testing-library/react';
import type { LivingHolding, Milestone } from '@/server/stock/livingStock';
import { NOW, show } from '../../../../../tests/support/screen';
import type { RoomUnit, RoomView } from '../../views/room';
import { nextStep } from './cellOf';
import { LossChart } from './LossChart';
import { RoomScreen } from './RoomScreen';

const DAY = 86_400_000;
const milestone = (id: string, days: number, over: Partial<Milestone> = {}): Milestone => ({
  id,
  name: id,
  at: NOW + days * DAY,
  low: NOW + (days - 2) * DAY,
  high: NOW + (days + 2) * DAY,
  seen: false,
  passed: 0.5,
  measuredShare: 1,
  note: '',
  first: null,
  last: null,
  factor: 1,
  factorDates: 0,
  ...over,
});
const eggs = (over: Partial<LivingHolding> = {}): LivingHolding =>
  ({
    holdingId: 1,
    lot: 'AC-31-01',
    station: 'eggs',
    glyph: 'egg',
    number: 15_000,
    sd: 900,
    milestones: [
      milestone('eyed', -3, { seen: true }),
      milestone('half hatched', 20, { enters: 'yolksac', turn: 'hatch' }),
      milestone('swum up', 60, { enters: 'fry', turn: 'feeding' }),
    ],
    last: {},
    due: [],
    handsOff: null,
    watch: null,
    died: null,
    caseId: null,
    method: 'pick',
    ...over,
  }) as unknown as LivingHolding;
const due = (urgency: 1 | 2, says: string) => ({ kind: 'check', urgency, says }) as LivingHolding['due'][number];
const unit = (name: string, over: Partial<RoomUnit> = {}): RoomUnit => ({
  id: Number(name.slice(1)),
  name,
  kind: 'jar',
  battery: 'Battery A',
  x: Number(name.slice(1)),
  y: 0,
  volumeL: 7,
  loadLimit: 45_000,
  flowLPerMin: 4,
  areaCm2: null,
  holdings: [eggs()],
  number: 15_000,
  sd: 900,
  danger: null,
  losses: new Array(10).fill(2),
  ...over,
});
const room = (units: RoomUnit[]): RoomView => ({
  id: 1,
  name: 'Cold room',
  kind: 'incubation',
  rooms: [
    { id: 1, name: 'Cold room' },
    { id: 2, name: 'Warm room' },
  ],
  sensors: [{ id: 4, name: 'cold1', roomId: 1, celsius: 4.53, at: NOW } as RoomView['sensors'][number]],
  oxygen: null,
  read: [],
  supply: { neutraliser: null, gas: null },
  units,
  lookedToday: 1,
  eggs: { number: 48_230, volumeMl: 5240 },
  rounds: [],
});
const open = (units: RoomUnit[], over: Partial<Parameters<typeof RoomScreen>[0]> = {}) =>
  show(
    <RoomScreen
      room={room(units)}
      selected={null}
      stage={null}
      now={NOW}
      timeZone="Europe/Vienna"
      us={false}
      sheet={null}
      {...over}
    />,
  );
const cell = (name: string) => screen.getByRole('link', { name: new RegExp(`^${name}\\b`) });

describe('what the water of a room may do', () => {
  const supplied = (over: Partial<RoomView>) =>
    open([], { room: { ...room([]), ...over } }).container.querySelector('[data-testid="supply"]')?.textContent ?? null;
  const chlorine = { flowLPerMin: 30, chlorineMgPerL: 0.5, mixedVolumeL: 4000, criticalMgPerL: 0.019 };
  const read = (kind: 'chlorine' | 'gas', value: number) =>
    ({ id: 9, name: kind, kind, roomId: 1, at: NOW, value }) as RoomView['read'][number];

  test('nothing is said of spring water', () => {
    expect(supplied({})).toBeNull();
  });

  test('town water: minutes of the neutraliser, and that nobody measured; measured above the limit it says what to do', () => {
    const supply = { neutraliser: { minutes: 5.2, missing: null, input: chlorine }, gas: null };
    const said = supplied({ supply })!;
    expect(said).toContain('if the neutraliser stops, chlorine harms after 5 min; a valve must shut by itself');
    expect(said).toContain('was not measured since yesterday');
    const off = supplied({ supply, read: [read('chlorine', 0.03)] })!;
    expect(off).not.toContain('was not measured');
    expect(off).toMatch(/0\.030 mg\/L at .*: shut the inflow, look at the neutraliser/);
    const bare = { neutraliser: { minutes: null, missing: 'set the flow of its units', input: null }, gas: null };
    expect(supplied({ supply: bare })).toContain('set the flow of its units');
  });

  test('warmed water is told by what it may hold, until it is measured', () => {
    const gas = { percent: 113.6, input: { fromCelsius: 7.6, toCelsius: 14.2 } };
    const supply = { neutraliser: null, gas };
    expect(supplied({ supply })).toMatch(/Warmed from 7\.6 °C to 14\.2 °C: up to 114 %/);
    expect(supplied({ supply, read: [read('gas', 101)] })).toMatch(/^ gas 101 % at [\d:]+\.$/);
    expect(supplied({ supply, read: [read('gas', 106)] })).toContain(': degas it');
    expect(supplied({ supply: { ...supply, gas: { ...gas, percent: 101 } } })).not.toContain('Warmed');
  });
});

test('what is urgent is said at the top and at the unit, in its first words', () => {
  open([
    unit('J1', { holdings: [eggs({ due: [due(1, 'hatch may begin: look, keep hands off, screens clear')] })] }),
    unit('J2', { holdings: [eggs({ due: [due(2, 'eyed? look at a sample')] })] }),
    unit('J3', { holdings: [], number: 0, sd: 0 }),
  ]);
  expect(screen.getByText('1 urgent')).toBeTruthy();
  expect(screen.getByText('1 of 2 looked at today')).toBeTruthy();
  expect(cell('J1').textContent).toContain('hatch may begin');
  expect(cell('J1').textContent).not.toContain('screens');
  expect(cell('J2').textContent).toContain('eyed');
  expect(cell('J3').textContent).toContain('empty');
});

test('a unit says its number with the doubt of all that stands in it, and what comes next', () => {
  open([unit('J1', { holdings: [eggs(), eggs({ holdingId: 2, number: 3000 })], number: 18_000, sd: 500 })]);
  expect(cell('J1').textContent).toContain('18\u2005000±980');
  expect(cell('J1').textContent).toContain('hatch 4 May ±2');
});

test('hands off is said where nothing presses more', () => {
  open([
    unit('J1', {
      holdings: [eggs({ handsOff: { why: 'tender between gastrula and eyed', severity: 1, to: 0.5, progress: 0.3 } })],
    }),
  ]);
  expect(cell('J1').textContent).toContain('hands off');
});

test('water in the reader’s units: the flow of a battery together, the room’s sensors', () => {
  const { unmount } = open([unit('J1'), unit('J2')]);
  expect(screen.getByText('flow set 8 L/min')).toBeTruthy();
  expect(screen.getByText('cold1 4.5 °C')).toBeTruthy();
  unmount();
  open([unit('J1'), unit('J2')], { us: true });
  expect(screen.getByText('flow set 2.1 gpm')).toBeTruthy();
  expect(screen.getByText('cold1 40.2 °F')).toBeTruthy();
});

test('a battery that stands empty takes one line; a room without units sends to set-up', () => {
  const { unmount } = open([unit('J1', { holdings: [], number: 0 }), unit('J2', { holdings: [], number: 0 })]);
  expect(within(screen.getByRole('region', { name: 'Battery A' })).getAllByRole('link')).toHaveLength(2);
  expect(screen.getByText(/all empty/)).toBeTruthy();
  unmount();
  open([]);
  expect(screen.getByRole('link', { name: 'Set-up' })).toBeTruthy();
});

test('asked for one stage, the others step back', () => {
  open([unit('J1'), unit('J2', { holdings: [eggs({ station: 'yolksac' })] })], { stage: 'yolksac' });
  expect(cell('J1').className).toContain('opacity-45');
  expect(cell('J2').className).not.toContain('opacity-45');
});

test('above eighty units the room is drawn densely, each still a link', () => {
  open(Array.from({ length: 90 }, (_, i) => unit(`T${i + 1}`)));
  expect(screen.getAllByRole('link', { name: /T\d+/ })).toHaveLength(90);
});

describe('what comes next', () => {
  const said = (over: Partial<LivingHolding>) => nextStep(eggs(over), NOW, 'Europe/Vienna');
  test('the first stage not seen yet, with its interval: days, halves, quarters', () => {
    expect(said({})).toBe('hatch 4 May ±2');
    const sure = (hours: number) => [
      milestone('eyed', 1, { low: NOW + DAY - hours * 3_600_000, high: NOW + DAY + hours * 3_600_000 }),
    ];
    expect(said({ milestones: sure(12) })).toBe('eyed 15 Apr ±½');
    expect(said({ milestones: sure(6) })).toBe('eyed 15 Apr ±¼');
    expect(said({ milestones: [milestone('eyed', 1, { low: null, high: null })] })).toBe('eyed 15 Apr');
  });
  test('larvae wait for swim-up only; without a date nothing is claimed', () => {
    expect(said({ station: 'yolksac' })).toMatch(/^swum up 13 Jun/);
    expect(said({ milestones: [] })).toBeNull();
    expect(
      said({ milestones: [milestone('half hatched', 20, { enters: 'yolksac', turn: 'hatch', at: null })] }),
    ).toBeNull();
  });
  test('a stage that was looked for is not announced again', () => {
    const eyed = milestone('eyed', 1, { check: 'eyed' });
    expect(said({ milestones: [eyed] })).toMatch(/^eyed/);
    expect(said({ milestones: [eyed], last: { 'check:eyed': NOW } })).toBeNull();
  });
});

test('losses are told to those who cannot see the bars; the last one is named', () => {
  const losses = [12, 3, 0, 7].map((value, i) => ({ at: NOW - (4 - i) * DAY, value }));
  show(<LossChart losses={losses} now={NOW} timeZone="Europe/Vienna" from={NOW - 5 * DAY} />);
  expect(screen.getByRole('img', { name: 'Dead a round; the last: 7; the most: 12' })).toBeTruthy();
  expect(screen.getByText('7 on 13 Apr')).toBeTruthy();
});

test('what the rounds took is told by day, with no speed where it was typed at once', () => {
  const rounds = [
    { day: NOW - 42 * 60_000, from: NOW - 30 * 60_000, to: NOW, minutes: 30, units: 20, dead: 615 },
    { day: NOW - 86_400_000, from: NOW - 86_400_000, to: NOW - 86_400_000, minutes: 0, units: 19, dead: 90 },
  ];
  open([unit('J1')], { room: { ...room([unit('J1')]), rounds } });
  const rows = screen.getByRole('region', { name: 'Rounds' }).querySelectorAll('tbody tr');
  expect(rows[0]!.textContent).toMatch(/30 min20615\D*20\.5/);
  expect(rows[1]!.textContent).toMatch(/1990$/);
});
