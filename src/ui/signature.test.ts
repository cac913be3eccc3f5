import { strokesPath } from './Signature';

test('strokes of any screen come into a field of 300 by 100, each beginning where the pen was set down', () => {
  const stroke = (...points: [number, number][]) => ({ points: points.map(([x, y]) => ({ x, y })) });
  expect(strokesPath([stroke([0, 0], [600, 200]), stroke([300, 100])], 600, 200)).toBe('M0 0 L300 100 M150 50');
  expect(strokesPath([stroke([1, 2])], 300, 100)).toMatch(/^[ML]-?\d{1,3}(\.\d)? -?\d{1,3}(\.\d)?$/);
  expect(strokesPath([], 300, 100)).toBe('');
});
