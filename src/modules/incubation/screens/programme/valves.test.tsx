import { screen } from '@testing-library/react';
import { show } from '../../../../../tests/support/screen';
import { Valves } from './Valves';

const said = () => screen.getByTestId('valves').textContent ?? '';

test('hot and cold for the set point of tomorrow, by what the hot water is', async () => {
  const { user } = show(<Valves wanted={9} cold={6} flowLPerMin={12} />);
  expect(said()).toContain('By tomorrow, 9.0 °C');
  await user.type(screen.getByLabelText('Hot water, °C'), '38');
  // 3 of 32 degrees: a share of 0.094 of 12 L/min.
  expect(said()).toContain('1.1 L/min hot, 11 L/min cold');
  await user.clear(screen.getByLabelText('Hot water, °C'));
  await user.type(screen.getByLabelText('Hot water, °C'), '8');
  expect(said()).toContain('What is wanted is above the hot water (8 °C)');
});

test('where it comes too warm mixing cannot help: ice, at once and an hour', async () => {
  const { user } = show(<Valves wanted={4} cold={7} flowLPerMin={2} />);
  expect(said()).toContain('It comes at 7.0 °C: mixing cannot chill');
  await user.type(screen.getByLabelText('Tank, L'), '300');
  // 300 L · 4.186 · 3 K over 333.55 + 4.186 · 4 kJ/kg, and 120 L an hour likewise.
  expect(said()).toContain('11 kg at once, then 4.3 kg an hour');
  expect(said()).toContain('cool in steps');
});

test('water that comes so by itself wants nothing; degrees are the reader’s', () => {
  const { unmount } = show(<Valves wanted={5} cold={5.02} flowLPerMin={2} />);
  expect(said()).toContain('neither hot nor ice');
  unmount();
  show(<Valves wanted={9} cold={6} flowLPerMin={12} />, { units: 'us' });
  expect(said()).toContain('By tomorrow, 48.2 °F');
});
