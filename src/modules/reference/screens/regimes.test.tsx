import { screen, within } from '@testing-library/react';
import { shippedRegimes } from '@/reference/regimes';
import { show } from '../../../../tests/support/screen';
import { Regimes } from './Regimes';

const rotifers = shippedRegimes().find((r) => r.id === 'percid-rotifers')!;

test('a regime is one picture, one sentence, one table; its cautions stand with it', async () => {
  const { user } = show(<Regimes list={[{ ...rotifers, own: false }]} species="pikeperch" mayEdit={false} />);
  const one = within(screen.getByRole('article', { name: rotifers.name }));
  expect(one.getByRole('img').getAttribute('aria-label')).toMatch(
    /^rotifers from 3 to 9; newly hatched brine shrimp from 6 to 24; .* from 30 on$/,
  );
  expect(one.getByText('verify')).toBeTruthy();
  expect(one.getByText(rotifers.cautions[0]!)).toBeTruthy();
  await user.click(one.getByRole('button', { name: 'as a table' }));
  const cells = within(one.getByRole('table'))
    .getAllByRole('row')
    .map((r) => r.textContent);
  expect(cells[1]).toBe('rotifers3 to 94 meals a day, 10 per mL');
  expect(cells).toHaveLength(rotifers.steps.length + 1);
});

test('while two feeds overlap the new one darkens from day to day, and the old one fades', () => {
  const { container } = show(<Regimes list={[{ ...rotifers, own: false }]} species="pikeperch" mayEdit={false} />);
  const [first, second] = [...container.querySelectorAll('svg[role=img] > g')].filter((g) => g.querySelector('rect'));
  const shades = (g: Element) => [...g.querySelectorAll('rect')].map((r) => Number(r.getAttribute('opacity')));
  const [fades, darkens] = [shades(first!), shades(second!).slice(0, 4)];
  expect(fades[0]).toBeCloseTo(0.85, 6);
  for (let k = 1; k < fades.length; k++) expect(fades[k]!).toBeLessThan(fades[k - 1]!);
  for (let k = 1; k < darkens.length; k++) expect(darkens[k]!).toBeGreaterThan(darkens[k - 1]!);
});

test('the water that its days are meant for is said in the reader’s degrees', () => {
  const shrimp = shippedRegimes().find((r) => r.id === 'percid-brine-shrimp')!;
  const { unmount } = show(<Regimes list={[{ ...shrimp, own: false }]} species="pikeperch" mayEdit={false} />);
  expect(screen.getByText(/at 15 to 18 °C$/)).toBeTruthy();
  unmount();
  show(<Regimes list={[{ ...shrimp, own: false }]} species="pikeperch" mayEdit={false} />, { units: 'us' });
  expect(screen.getByText(/at 59 to 64.4 °F$/)).toBeTruthy();
});
