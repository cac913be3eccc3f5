import { screen, within } from '@testing-library/react';
import type { OutletScreen } from '@/core/water/outletScreen';
import { NOW, onlySent, show } from '../../../../tests/support/screen';
import type { Outflow } from '../views/discharge';
import { OutletsScreen } from './OutletsScreen';
import { DrainLine } from './WaterRead';

const outlet = (over: Partial<OutletScreen> = {}): OutletScreen => ({
  unitId: 4,
  unit: 'R4',
  room: 'Hall',
  openingMm: 4,
  setAt: NOW - 86_400_000,
  meanMm: 80,
  widerAt: NOW + 12 * 86_400_000,
  smallestMm: 5.6,
  bestMm: 4,
  is: 'good',
  ...over,
});
const none: Outflow = { trends: [], due: null, lines: [] };
const status = () => screen.getByRole('status').textContent!;

test('all is shut and keeps them: said in one line; when the next wider keeps them stands beside', () => {
  show(<OutletsScreen screens={[outlet()]} drains={[]} idle={['R9']} outflow={none} />);
  expect(status()).toContain('All drains are shut');
  const row = document.querySelector('[data-screen="R4"]')!.textContent!;
  expect(row).toContain('5.6 mm wide');
  expect(row).toContain('26 Apr');
  expect(screen.getByText(/Never weighed: R9/)).toBeTruthy();
});

test('what escapes and what is not shut is read first', () => {
  const open = { unitId: 7, unit: 'R7', state: 'out' as const, since: NOW - 3_600_000, stands: true };
  show(
    <OutletsScreen
      screens={[outlet({ is: 'escape', openingMm: 8, bestMm: null })]}
      drains={[open]}
      idle={[]}
      outflow={none}
    />,
  );
  expect(status()).toBe('R7 not shut; fish go through the screen of R4');
  expect(document.querySelector('[data-drain="R7"]')!.textContent).toContain('standpipe out since 06:42, fish in it');
  expect(screen.getByText(/no screen keeps the smallest: grade them/)).toBeTruthy();
});

test('a screen is set to what keeps them; a reader sets nothing', async () => {
  const { user, unmount } = show(
    <OutletsScreen screens={[outlet({ openingMm: null, is: 'unknown' })]} drains={[]} idle={[]} outflow={none} />,
  );
  await user.click(screen.getByRole('button', { name: 'Set' }));
  const dialog = await screen.findByRole('dialog', { name: 'Screen of R4' });
  expect((within(dialog).getByLabelText('Opening, mm') as HTMLInputElement).value).toBe('4');
  await user.click(within(dialog).getByRole('button', { name: 'Record' }));
  expect(await onlySent()).toMatchObject({ type: 'screen.set', payload: { unit: 4, openingMm: 4 } });
  unmount();
  show(<OutletsScreen screens={[outlet()]} drains={[]} idle={[]} outflow={none} />, { role: 'reader' });
  expect(screen.queryByRole('button', { name: 'Set' })).toBeNull();
});

test('a tank that is not shut says so where its figures stand', () => {
  show(
    <DrainLine of={{ unitId: 7, unit: 'R7', state: 'lowered', since: NOW, stands: true }} timeZone="Europe/Vienna" />,
  );
  expect(screen.getByTestId('drain').textContent).toBe('water lowered since 07:42: say when it is shut');
});

test('outflow beyond its permit stands out, with what it was before; what was disposed of is told below', () => {
  const outflow: Outflow = {
    due: NOW - 86_400_000,
    trends: [
      {
        place: 'settling pond',
        kind: 'solids',
        last: { at: NOW - 86_400_000, value: 24 },
        most: 20,
        earlier: [11, 14],
      },
    ],
    lines: [
      {
        id: 3,
        at: NOW - 5000,
        what: 'disposal',
        place: 'road tank',
        figures: [],
        litres: 900,
        said: 'brine of hatching',
      },
    ],
  };
  show(<OutletsScreen screens={[]} drains={[]} idle={[]} outflow={outflow} />);
  const row = document.querySelector('[data-outflow="solids"]')!;
  expect(row.textContent).toContain('24 mg/L2011, 14');
  expect(row.querySelector('.text-hand')).not.toBeNull();
  expect(screen.getByText(/The next sample was due 13 Apr/).className).toContain('text-careful');
  expect(screen.getByText(/900 L disposed of, road tank: brine of hatching/)).toBeTruthy();
});
