/** @jest-environment jsdom */
import { screen, within } from '@testing-library/react';
import type { LivingHolding } from '@/server/stock/livingStock';
import { show } from '../../../../tests/support/screen';
import type { RearingUnit } from '../views/rearing';
import { RearingScreen } from './RearingScreen';

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
const unit = (name: string, over: Partial<RearingUnit> = {}): RearingUnit => ({
  id: Number(name.slice(1)),
  name,
  room: 'Hall',
  roomId: 2,
  kind: 'tank',
  volumeL: 900,
  flowLPerMin: null,
  holdings: [fish()],
  number: 47_100,
  sd: 1500,
  massG: 47_100 * 0.305,
  dead7: 44,
  ...over,
});
const open = (units: RearingUnit[], over: Partial<Parameters<typeof RearingScreen>[0]> = {}) =>
  show(<RearingScreen units={units} selected={null} stage={null} us={false} sheet={null} {...over} />);
const cells = (name: string) =>
  within(screen.getByRole('row', { name: new RegExp(`^${name} `) }))
    .getAllByRole('cell')
    .map((c) => c.textContent!.trim());

test('a row: unit, lot, stage, number with doubt, mean mass, load against the volume, dead of a week', () => {
  open([unit('R3')]);
  expect(cells('R3')).toEqual(['R3', 'AC-30-02', 'fry', '47\u2005100±2\u2005900', '0.305 g', '14.4', '16.0', '44']);
});

test('in US units pounds and ounces a gallon of the same', () => {
  open([unit('R3')], { us: true });
  expect(screen.getByText('oz a gallon')).toBeTruthy();
  // 14 365.5 g are 31.67 lb; 15.962 g/L · 3.785411784 L / 28.349523125 g = 2.13 oz/gal.
  expect(cells('R3').slice(5, 7)).toEqual(['31.7', '2.1']);
});

test('what was never weighed claims no mass; a unit without a volume no load', () => {
  open([unit('R1', { massG: null }), unit('R2', { volumeL: null })]);
  expect(cells('R1').slice(4, 7)).toEqual(['not weighed', '', '']);
  expect(cells('R2').slice(5, 7)).toEqual(['14.4', '']);
});

test('two lots and two stages in one pond are both named, the number is of all', () => {
  open([
    unit('P1', {
      holdings: [fish(), fish({ holdingId: 2, lotId: 8, lot: 'AC-30-03', stageName: 'fingerlings', number: 900 })],
      number: 48_000,
    }),
  ]);
  expect(cells('P1').slice(1, 4)).toEqual(['AC-30-02AC-30-03', 'fry, fingerlings', '48\u2005000±2\u2005900']);
  expect(screen.getByRole('link', { name: 'AC-30-03' }).getAttribute('href')).toBe('/lots/8');
});

test('what presses stands in the row, heavy losses stand out', () => {
  open([
    unit('R3', {
      holdings: [
        fish({ due: [{ kind: 'weigh', urgency: 1, says: 'weigh: sample weights are 20 days old' } as never] }),
      ],
      dead7: 4000,
    }),
  ]);
  expect(cells('R3')[2]).toBe('fryweigh');
  expect(screen.getByText('4 000').className).toContain('text-loss');
});

test('empty units and rooms: told in a line, or where to make them', () => {
  const { unmount } = open([unit('R1'), unit('R2', { holdings: [], number: 0, massG: null })]);
  expect(screen.getByText('1 of 2 units hold fish')).toBeTruthy();
  expect(screen.getByText('empty: R2')).toBeTruthy();
  unmount();
  open([]);
  expect(screen.getByRole('link', { name: 'Set-up' })).toBeTruthy();
});

test('asked for one stage, only units with it stand in the table', () => {
  open([unit('R1'), unit('R2', { holdings: [fish({ station: 'fingerlings' })] })], { stage: 'fingerlings' });
  expect(screen.queryByRole('row', { name: /^R1 / })).toBeNull();
  expect(screen.getByRole('row', { name: /^R2 / })).toBeTruthy();
});
