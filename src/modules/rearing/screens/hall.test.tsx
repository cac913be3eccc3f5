import { screen, within } from '@testing-library/react';
import { rationPlan } from '@/core/feeding/rationPlan';
import type { FeedingOf } from '@/server/stock/feeding/feedingNow';
import type { LivingHolding } from '@/server/stock/livingStock';
import { show } from '../../../../tests/support/screen';
import type { HallUnit } from '../views/hall';
import { HallScreen } from './HallScreen';
import { wantsOf } from './hall/tankOf';

const NOW = Date.parse('2031-11-03T09:00:00Z');
const fish = (over: Partial<LivingHolding> = {}): LivingHolding =>
  ({
    holdingId: 1,
    lotId: 7,
    lot: 'AC-30-02',
    station: 'fry',
    stageName: 'fry',
    glyph: 'fry',
    number: 47_100,
    sd: 1500,
    due: [],
    ...over,
  }) as unknown as LivingHolding;
const feeding = (over: Partial<FeedingOf> = {}): FeedingOf =>
  ({
    holdingId: 1,
    plan: rationPlan.parse({ method: 'table' }),
    prescribed: {
      is: 'ration',
      meanG: 0.305,
      massG: 14_365.5,
      percentPerDay: 5,
      methodG: 720,
      feedG: 720,
      cap: null,
      beyond: [],
    },
    meals: [
      { at: NOW - 4 * 3_600_000, g: 360, is: 'given' },
      { at: NOW + 3_600_000, g: 360, is: 'coming' },
    ],
    givenG: 360,
    leftG: 0,
    waits: null,
    grown: { meanG: 0.305, cv: 0.05, hungry: false, possibleG: 0.305 },
    ...over,
  }) as unknown as FeedingOf;
const unit = (name: string, over: Partial<HallUnit> = {}): HallUnit => ({
  id: Number(name.slice(1)),
  name,
  room: 'Hall',
  roomId: 2,
  kind: 'tank',
  row: '',
  y: 0,
  volumeL: 900,
  areaCm2: null,
  flowLPerMin: null,
  holdings: [fish()],
  fed: [feeding()],
  number: 47_100,
  sd: 1500,
  massG: 47_100 * 0.305,
  tight: { byLimit: {}, limit: 'density', share: 0.62, bears: 76_000, fullAt: NOW + 3 * 86_400_000 },
  larval: [],
  dead7: 44,
  ...over,
});
const open = (units: HallUnit[], over: Partial<Parameters<typeof HallScreen>[0]> = {}) =>
  show(
    <HallScreen
      hall={{ units, store: [], waters: [{ name: 'hall', room: 'Hall', celsius: 11.2 }] }}
      selected={null}
      stage={null}
      table={false}
      now={NOW}
      timeZone="Europe/Vienna"
      us={false}
      sheet={null}
      {...over}
    />,
  );
const cells = (name: string) =>
  within(screen.getByRole('row', { name: new RegExp(`^${name} `) }))
    .getAllByRole('cell')
    .map((c) => c.textContent!.trim());
const tank = (name: string) => screen.getByRole('link', { name: new RegExp(`^${name}`) }).textContent!;

describe('as a table', () => {
  test('unit, lot, stage, number with doubt, mean mass, load, the limit that binds, fed of prescribed, dead of a week', () => {
    open([unit('R3')], { table: true });
    expect(cells('R3')).toEqual([
      'R3',
      'AC-30-02',
      'fry',
      '47\u2005100±2\u2005900',
      '0.305 g',
      '14.4',
      '16.0',
      'density 62 %, full 6 Nov'.replace('density', 'room'),
      '360 g of 720 g',
      '44',
    ]);
  });

  test('in US units pounds and ounces a gallon of the same', () => {
    open([unit('R3')], { us: true, table: true });
    expect(screen.getByText('oz a gallon')).toBeTruthy();
    // 14 365.5 g are 31.67 lb; 15.962 g/L · 3.785411784 L / 28.349523125 g = 2.13 oz/gal.
    expect(cells('R3').slice(5, 7)).toEqual(['31.7', '2.1']);
  });

  test('what was never weighed claims no mass; a unit without a volume no load', () => {
    open([unit('R1', { massG: null, tight: null }), unit('R2', { volumeL: null })], { table: true });
    expect(cells('R1').slice(4, 8)).toEqual(['not weighed', '', '', '']);
    expect(cells('R2').slice(5, 7)).toEqual(['14.4', '']);
  });

  test('two lots and two stages in one pond are both named, the number is of all', () => {
    open(
      [
        unit('P1', {
          holdings: [fish(), fish({ holdingId: 2, lotId: 8, lot: 'AC-30-03', stageName: 'fingerlings', number: 900 })],
          number: 48_000,
        }),
      ],
      { table: true },
    );
    expect(cells('P1').slice(1, 4)).toEqual(['AC-30-02AC-30-03', 'fry, fingerlings', '48\u2005000±2\u2005900']);
    expect(screen.getByRole('link', { name: 'AC-30-03' }).getAttribute('href')).toBe('/lots/8');
  });

  test('empty units and rooms: told in a line, or where to make them', () => {
    const { unmount } = open([unit('R1'), unit('R2', { holdings: [], fed: [], number: 0, massG: null, tight: null })], {
      table: true,
    });
    expect(screen.getByText('1 of 2 units hold fish')).toBeTruthy();
    expect(screen.getByText('empty: R2')).toBeTruthy();
    unmount();
    open([]);
    expect(screen.getByRole('link', { name: 'Set-up' })).toBeTruthy();
  });
});

describe('drawn where they stand', () => {
  test('number, mean, next meal, how tight by which limit and when it is full', () => {
    open([unit('R3')]);
    expect(tank('R3')).toContain('0.305 gnext 11:00');
    expect(tank('R3')).toContain('room, full 6 Nov');
    expect(screen.getByTestId('fed-today').textContent).toContain('360 g of 720 g, 50 %');
    expect(screen.getByText('hall 11.2 °C')).toBeTruthy();
  });

  test('one sentence, the gravest: a rise before a full tank, a full tank before late meals, hunger before a weighing', () => {
    const says = (u: HallUnit) => wantsOf(u, 'Europe/Vienna', NOW);
    const rise = { kind: 'rise', urgency: 1, says: '90 dead, usually about 4' } as never;
    const weigh = { kind: 'weigh', urgency: 3, says: 'sample weights are 20 days old' } as never;
    const full = { byLimit: {}, limit: 'oxygen', share: 1.25, bears: 1, fullAt: NOW } as const;
    const late = feeding({ meals: [1, 2].map((i) => ({ at: NOW - i * 7_200_000, g: 10, is: 'late' as const })) });
    const hungry = feeding({ grown: { meanG: 0.31, cv: 0.05, hungry: true, possibleG: 0.4 } });
    expect(says(unit('R1', { holdings: [fish({ due: [rise] })], tight: full }))).toEqual({
      says: '90 dead, usually about 4',
      grave: true,
    });
    expect(says(unit('R1', { dead7: 4000 }))).toMatchObject({ says: '7.8 % died in a week', grave: true });
    expect(says(unit('R1', { tight: full, fed: [late] }))).toEqual({
      says: 'move 20 % out',
      grave: false,
    });
    // Larvae that starve stand before crowding, and those that want a look after it.
    expect(says(unit('R1', { tight: full, larval: [{ is: 'starving', tone: 'grave' }] }))).toEqual({
      says: 'larvae starve: nothing given yet',
      grave: true,
    });
    expect(says(unit('R1', { fed: [late], larval: [{ is: 'look', tone: 'now' }] }))!.says).toBe('look at their guts');
    expect(
      says(unit('R1', { fed: [feeding({ waits: { why: 'hold', until: NOW + 3_600_000, said: 'grading' } })] }))!.says,
    ).toBe('no feed until 11:00: grading or counting');
    expect(says(unit('R1', { fed: [late], holdings: [fish({ due: [weigh] })] }))!.says).toBe('2 meals behind');
    expect(says(unit('R1', { fed: [hungry], holdings: [fish({ due: [weigh] })] }))!.says).toBe(
      'hungry: 23 % lighter than they could be',
    );
    expect(says(unit('R1', { holdings: [fish({ due: [weigh] })] }))!.says).toBe('sample weights are 20 days old');
    expect(says(unit('R1'))).toBeNull();
  });

  test('low oxygen forbids feed, and stands in red', () => {
    const airless = feeding({ waits: { why: 'oxygen', until: null, value: 4.2, least: 5 } });
    expect(wantsOf(unit('R1', { fed: [airless] }), 'Europe/Vienna', NOW)).toEqual({
      says: 'oxygen 4.2 mg/L, below 5: no feed until it has risen',
      grave: true,
    });
  });
});
