import { run } from '../calculation';
import { flow, strengthOverTime } from '../doses/flow';
import { layersOf, calculation as loading } from '../incubation/loading';
import { calculation as rolling, rollingSpeed } from '../incubation/rolling';
import { waterDensity, waterViscosity } from './density';
import { dechlorination, exchange, flowForOxygen, minutesToDanger, oxygenUse, turnover } from './flows';
import { argonSaturation, calculation as gas, nitrogenSaturation, vapourKpa } from './gas';
import { ice, mix, temper } from './mixing';

describe('a dose into flowing water', () => {
  // What the pump adds flows through too: 10 L/min with its tenth of a litre.
  const given = { flowLPerMin: 10, targetMgPerL: 100, stockMgPerL: 10100, minutes: 30, unitVolumeL: 303 };
  const through = { ...given, flowLPerMin: 10.1 };

  test('pump and stock balance: what the pump adds is what the mixed flow carries', () => {
    const o = run(flow, given);
    expect(o.pumpMlPerMin).toBeCloseTo(100, 9);
    expect((o.pumpMlPerMin * 10100) / (10000 + o.pumpMlPerMin)).toBeCloseTo(100, 9);
    expect(o.stockL).toBeCloseTo(3, 9);
  });

  test('one turnover of dosing gives 1/e of the target in the mean; the mean is that of the curve', () => {
    const o = run(flow, given);
    expect(o.meanShareOfTarget).toBeCloseTo(Math.exp(-1), 9);
    const curve = strengthOverTime({ ...through, primed: false }, 30, 3000);
    expect(curve.reduce((s, p) => s + p.share, 0) / curve.length).toBeCloseTo(o.meanShareOfTarget!, 3);
    // A turnover as long as the bath is slow: priming would double the intended.
    expect(o.warnings!.join()).toMatch(/would bring 2\.0 times/);
    expect(o.primingDoseG).toBeCloseTo(30.3, 9);
  });

  test('flushing: primed it takes ln 100 turnovers; the curve is at one per cent there', () => {
    const o = run(flow, { ...given, primed: true });
    expect(o.meanShareOfTarget).toBe(1);
    expect(o.minutesToFlush).toBeCloseTo(30 * Math.log(100), 6);
    const curve = strengthOverTime({ ...through, primed: true }, 30 + o.minutesToFlush!, 10);
    expect(curve.at(-1)!.share).toBeCloseTo(0.01, 6);
  });

  test('a stock no stronger than the target is refused at its field', () => {
    expect(() => run(flow, { ...given, stockMgPerL: 100 })).toThrow(/^stockMgPerL: /);
    expect(() => run(flow, { ...given, unitVolumeL: undefined, primed: true })).toThrow(/^unitVolumeL: /);
  });
});

describe('gas', () => {
  test('nitrogen and argon at the check values of Hamme and Emerson 2004: 10 °C, salinity 35', () => {
    expect(nitrogenSaturation(10, 35)).toBeCloseTo(500.885, 2);
    expect(argonSaturation(10, 35)).toBeCloseTo(13.4622, 3);
  });

  test('vapour over water at 20 °C is 2.34 kPa', () => expect(vapourKpa(20)).toBeCloseTo(2.337, 1));

  test('water at equilibrium stays at 100 %; warmed by 10 °C it is over a fifth too high', () => {
    const still = run(gas, { fromCelsius: 8, toCelsius: 8 });
    expect(still.totalPercent).toBeCloseTo(100, 6);
    expect(still.degas).toBe(false);
    const warm = run(gas, { fromCelsius: 5, toCelsius: 15 });
    expect(warm.totalPercent).toBeGreaterThan(120);
    expect(warm.totalPercent).toBeLessThan(127);
    expect(warm.oxygenPercent).toBeGreaterThan(warm.nitrogenPercent);
    expect(warm.degas).toBe(true);
    // Oxygen keeps its amount: 12.77 mg/L in water that holds 10.08.
    expect(warm.oxygenPercent).toBeCloseTo((100 * 12.77) / 10.08, 0);
  });

  test('air pressed in five metres down, and lean nitrogen after a tower', () => {
    const pumped = run(gas, { fromCelsius: 8, toCelsius: 8, airAtDepthM: 5 });
    expect(pumped.overPressureKpa).toBeCloseTo(5 * 9.80665, 6);
    expect(pumped.safeDepthM).toBeCloseTo(5, 6);
    expect(
      run(gas, { fromCelsius: 8, toCelsius: 8, nitrogenPercent: 98, oxygenPercent: 98 }).totalPercent,
    ).toBeLessThan(100);
  });
});

describe('jars and trays', () => {
  test('water as tabulated: 999.97 kg/m³ at 4 °C and 998.2 at 20; 1.002 mPa·s at 20 °C', () => {
    expect(waterDensity(4)).toBeCloseTo(999.97, 2);
    expect(waterDensity(20)).toBeCloseTo(998.2, 1);
    expect(1000 * waterViscosity(20)).toBeCloseTo(1.002, 2);
  });

  test('small particles follow Stokes: at tiny Reynolds numbers the speed is Ar μ · 0.0408 / (2 · 33.7 ρ d)', () => {
    const d = 0.1;
    const rho = waterDensity(10);
    const mu = waterViscosity(10);
    const ar = ((d / 1000) ** 3 * rho * (1060 - rho) * 9.80665) / mu ** 2;
    expect(rollingSpeed(d, 1060, 10) / ((0.0408 * ar * mu) / (2 * 33.7 * rho * (d / 1000)))).toBeCloseTo(1, 2);
  });

  test('cooling water lifts: the jar must be closed; warming must open it', () => {
    const cool = run(rolling, { ...rolling.example, celsius: 12, toCelsius: 6 });
    expect(cool.change!).toBeLessThan(-0.05);
    expect(cool.warnings![0]).toMatch(/close the jar/);
    expect(run(rolling, { ...rolling.example, celsius: 6, toCelsius: 12 }).warnings![0]).toMatch(/open the jar/);
  });

  test('one full layer of 5 mm eggs is 0.9069 of the area', () => {
    const onOneLayer = (0.9069 * 1600) / ((Math.PI * 0.25) / 4);
    expect(layersOf(onOneLayer, 5, 1600)).toBeCloseTo(1, 4);
  });

  test('the tighter of layers and oxygen is named', () => {
    const base = {
      number: 10000,
      eggDiameterMm: 4.7,
      areaCm2: 1600,
      maxLayers: 2,
      useMgPerHour: 0.002,
      inMgPerL: 11,
      outMgPerL: 8,
    };
    expect(run(loading, { ...base, flowLPerMin: 20 }).limit).toBe('layers');
    const starved = run(loading, { ...base, flowLPerMin: 0.05 });
    expect(starved.limit).toBe('flow');
    expect(starved.warnings!.join()).toMatch(/too little oxygen/);
    expect(run(loading, { number: 10, eggDiameterMm: 5, areaCm2: 100 }).limit).toBe('none');
  });
});

describe('oxygen and exchange', () => {
  test('minutes to danger and oxygen use are two sides of one balance', () => {
    const o = run(minutesToDanger, {
      volumeL: 6,
      number: 40000,
      oxygenMgPerL: 10,
      criticalMgPerL: 6,
      useMgPerHour: 0.002,
    });
    expect(o.minutes).toBeCloseTo(18, 9);
    expect(
      run(oxygenUse, { volumeL: 6, number: 40000, startMgPerL: 10, endMgPerL: 6, minutes: o.minutes }).useMgPerHour,
    ).toBeCloseTo(0.002, 9);
    expect(() =>
      run(minutesToDanger, { volumeL: 6, number: 1, oxygenMgPerL: 5, criticalMgPerL: 6, useMgPerHour: 1 }),
    ).toThrow(/act now/);
  });

  test('flow for oxygen: 600 mg an hour at a drop of 2 mg/L are 5 litres a minute', () => {
    expect(
      run(flowForOxygen, { number: 300000, useMgPerHour: 0.002, inMgPerL: 10, outMgPerL: 8 }).flowLPerMin,
    ).toBeCloseTo(5, 9);
  });

  test('turnover by flow, by number a day, by minutes; one of them only', () => {
    expect(run(turnover, { volumeL: 720, flowLPerMin: 10 }).perDay).toBeCloseTo(20, 9);
    expect(run(turnover, { volumeL: 720, wantedPerDay: 20 }).flowLPerMin).toBeCloseTo(10, 9);
    expect(run(turnover, { volumeL: 720, wantedMinutes: 72 }).flowLPerMin).toBeCloseTo(10, 9);
    expect(() => run(turnover, { volumeL: 720 })).toThrow(/give one/);
  });

  test('half the ammonia: half drained at once, or ln 2 volumes let through', () => {
    const o = run(exchange, { volumeL: 100, now: 1, wanted: 0.5 });
    expect(o.atOnceL).toBeCloseTo(50, 9);
    expect(o.flowingL).toBeCloseTo(100 * Math.LN2, 9);
    expect(() => run(exchange, { volumeL: 100, now: 1, wanted: 0.1, fresh: 0.2 })).toThrow(/fresh water/);
  });

  test('seven milligrams of neutraliser take one of chlorine; without it the unit reaches the limit by wash-in', () => {
    const o = run(dechlorination, {
      flowLPerMin: 10,
      chlorineMgPerL: 1,
      mixedVolumeL: 100,
      criticalMgPerL: 0.5,
      excess: 1,
    });
    expect(o.thiosulphateGPerHour).toBeCloseTo(0.6 * 7.0, 3);
    expect(o.warnings!.join()).toMatch(/without an excess/);
    const usual = run(dechlorination, { flowLPerMin: 10, chlorineMgPerL: 1, mixedVolumeL: 100, criticalMgPerL: 0.5 });
    expect(usual.thiosulphateGPerHour / o.thiosulphateGPerHour).toBeCloseTo(1.5, 9);
    expect(o.minutesOfReserve).toBeCloseTo(10 * Math.LN2, 9);
    expect(
      run(dechlorination, { flowLPerMin: 10, chlorineMgPerL: 0.01, mixedVolumeL: 100, criticalMgPerL: 0.02 })
        .minutesOfReserve,
    ).toBeNull();
  });
});

describe('mixing, ice, tempering', () => {
  test('a quarter of hot: 6 and 38 °C give 14', () => {
    expect(run(mix, { coldCelsius: 6, hotCelsius: 38, wantedCelsius: 14, flowLPerMin: 8 })).toEqual({
      hotShare: 0.25,
      hotLPerMin: 2,
      coldLPerMin: 6,
    });
    expect(() => run(mix, { coldCelsius: 6, hotCelsius: 38, wantedCelsius: 4, flowLPerMin: 8 })).toThrow(
      /mixing cannot chill/,
    );
  });

  test('ice: the heat it takes is the heat that the water gives', () => {
    const o = run(ice, { volumeL: 300, fromCelsius: 11, toCelsius: 8 });
    expect(o.iceKg * (333.55 + 4.186 * 8)).toBeCloseTo(300 * 4.186 * 3, 6);
    expect(run(ice, { volumeL: 300, fromCelsius: 11, toCelsius: 8, heatW: 500, hours: 2 }).iceKg).toBeGreaterThan(
      o.iceKg + 9,
    );
  });

  test('ice is not asked to freeze the water, and no water brings oxygen that it does not have', () => {
    expect(() => run(ice, { volumeL: 300, fromCelsius: 11, toCelsius: 0 })).toThrow(/^toCelsius: /);
    const load = { number: 1000, eggDiameterMm: 5, areaCm2: 500, useMgPerHour: 0.002, flowLPerMin: 5 };
    expect(() => run(loading, { ...load, inMgPerL: 6, outMgPerL: 8 })).toThrow(/^outMgPerL: /);
  });

  test('tempering: exchanges lead exactly to the new water, the last a full one', () => {
    const o = run(temper, { fromCelsius: 9, toCelsius: 4.5, maxStepCelsius: 1, minutesPerStep: 20, volumeL: 20 });
    expect(o.steps).toHaveLength(5);
    let water = 9;
    for (const s of o.steps) {
      water += s.exchangeShare * (4.5 - water);
      expect(water).toBeCloseTo(s.celsius, 9);
    }
    expect(o.steps.at(-1)!.exchangeShare).toBeCloseTo(1, 9);
    expect(o.totalMinutes).toBe(100);
    const steps = (more: object) => () =>
      run(temper, { fromCelsius: 25, toCelsius: 5, maxStepCelsius: 2, minutesPerStep: 20, ...more });
    expect(steps({ speciesStepCelsius: 1 })).toThrow(/^maxStepCelsius: 2 °C at once .* the species bears, 1 °C/);
    // Without a species a general step bounds it; one of a hundred-millionth would never end.
    expect(steps({ maxStepCelsius: 20 })).toThrow(/^maxStepCelsius: .* taken to bear, 3 °C/);
    expect(steps({ maxStepCelsius: 1e-8 })).toThrow(/^maxStepCelsius: makes more than 400 steps/);
  });
});
