import { run } from '../calculation';
import { calculation } from './capacity';

const unit = { lengthMm: 100, massG: 10, volumeL: 2000, flowLPerMin: 50 };

test('each limit by hand, and the lowest named', () => {
  const o = run(calculation, {
    ...unit,
    densityIndexKgPerM3PerCm: 5,
    flowIndexKgPerLMinPerCm: 0.15,
    oxygen: { inMgPerL: 10, outMgPerL: 7, useMgPerKgHour: 300 },
    ammonia: { mostMgPerL: 0.5, madeMgPerKgHour: 20 },
  });
  // 5 · 2 m³ · 10 cm = 100 kg; 0.15 · 50 · 10 = 75 kg; 50 · 60 · 3 / 300 = 30 kg; 50 · 60 · 0.5 / 20 = 75 kg.
  expect(o.byLimit).toEqual({ density: 10_000, flow: 7500, oxygen: 3000, ammonia: 7500 });
  expect([o.number, o.limit]).toEqual([3000, 'oxygen']);
});

test('no limit at all, or water that brings nothing, is refused', () => {
  expect(() => run(calculation, unit)).toThrow(/give at least one limit/);
  expect(() => run(calculation, { ...unit, oxygen: { inMgPerL: 7, outMgPerL: 7, useMgPerKgHour: 300 } })).toThrow(
    /^oxygen.outMgPerL: /,
  );
  expect(() => run(calculation, { ...unit, ammonia: { inMgPerL: 1, mostMgPerL: 0.5, madeMgPerKgHour: 20 } })).toThrow(
    /^ammonia.inMgPerL: /,
  );
});
