import { shippedProducts } from '@/reference/products';
import { shippedProtocols } from '@/reference/protocols';
import { CalculationError, run } from '../calculation';
import { bath, injection } from './doses';
import { flow } from './flow';
import { judgeBath, productNamed } from './products';

const named = (text: string) => productNamed(shippedProducts(), text)!;
const asked = {
  group: 'salmonid',
  station: 'eggs' as const,
  basis: 'productVolume' as const,
  target: 1500,
  minutes: 15,
};

describe('a bath against the ranges of Reference', () => {
  test('products are known by their other names, and by no part of a word', () => {
    expect(named('Formaldehyde solution').id).toBe('formalin');
    expect(named('KMnO4').id).toBe('permanganate');
    expect(productNamed(shippedProducts(), 'saltpetre')).toBeNull();
  });

  test('fits, asks, stops; also when the target is one of active substance', () => {
    expect(judgeBath(named('formalin'), asked)[0]!.verdict).toBe('fits');
    expect(judgeBath(named('formalin'), { ...asked, target: 3000 })[0]).toMatchObject({
      verdict: 'ask',
      field: 'targetMgPerL',
    });
    expect(judgeBath(named('formalin'), { ...asked, target: 20_000 })[0]!.verdict).toBe('stop');
    // 1500 µL/L of 37 % formalin are some 600 mg/L of formaldehyde.
    const active = { ...asked, basis: 'activeSubstance' as const, target: 605 };
    expect(judgeBath(named('formalin'), active)[0]!.verdict).toBe('fits');
    expect(judgeBath(named('formalin'), { ...active, target: 5000 })[0]!.verdict).toBe('stop');
    expect(judgeBath(named('formalin'), { ...asked, minutes: 200 })[0]).toMatchObject({
      verdict: 'stop',
      field: 'minutes',
    });
  });

  test('no dose of one group is offered to another, nor of eggs to larvae', () => {
    const iodine = { ...asked, basis: 'availableIodine' as const, target: 100, minutes: 10, pH: 7 };
    expect(judgeBath(named('iodophor'), iodine)[0]!.verdict).toBe('fits');
    expect(judgeBath(named('iodophor'), { ...iodine, group: 'percid' })[0]).toMatchObject({
      verdict: 'ask',
      field: 'product',
    });
    expect(judgeBath(named('iodophor'), { ...iodine, station: 'yolksac' as const })[0]!.verdict).toBe('stop');
  });
});

describe('what is weighed out makes the bath that the step describes', () => {
  test.each([...shippedProtocols().values()].map((p) => [p.id, p] as const))('%s', (_, p) => {
    for (const m of p.materials) {
      if (m.unit !== 'g' && m.unit !== 'mL') continue;
      if (m.what === 'milt' && m.in === undefined) continue;
      // Whatever is dissolved says in what, and how strong that is to be.
      expect(m.in).toBeDefined();
      const water = p.materials.find((w) => w.what === m.in)!;
      expect(m.amount / water.amount).toBeCloseTo(m.perL!, 6);
      // The strength stands in the words that it was taken from, or in the steps.
      expect(m.perL).toBeGreaterThan(0);
    }
  });

  test('urea and tannin for a litre of dry carp eggs: litres of water, not of eggs', () => {
    const of = (what: string) =>
      shippedProtocols()
        .get('urea-tannin')!
        .materials.find((m) => m.what === what)!.amount;
    expect(of('urea') / of('water for urea and salt')).toBe(3);
    expect(of('salt') / of('water for urea and salt')).toBe(4);
    expect(of('tannic acid') / of('water for tannic acid')).toBe(0.5);
  });

  test('every disinfection by iodine stops below pH 6, warns of unfertilised eggs, and is for salmonids', () => {
    const iodine = [...shippedProtocols().values()].filter((p) => p.bath?.basis === 'availableIodine');
    expect(iodine).toHaveLength(3);
    for (const p of iodine) {
      expect(p.steps.some((s) => s.measure?.what === 'pH' && s.measure.stopBelow === 6)).toBe(true);
      expect(p.cautions.join()).toMatch(/unfertilised eggs or larvae, nor in the last days/);
      expect(p.groups).toEqual(['salmonid']);
    }
  });
});

describe('doses that no fish and no water takes', () => {
  test('420 mL into a fish of 4.2 kg is refused: the vial was in mg', () => {
    const vial = { massKg: 4.2, dosePerKg: 50, doseUnit: 'ug', concentrationPerMl: 0.5 };
    expect(() => run(injection, vial)).toThrow(/^concentrationPerMl: makes 420 mL, 100 mL a kg/);
    expect(run(injection, { ...vial, concentrationUnit: 'mg' }).totalVolumeMl).toBeCloseTo(0.42, 9);
    expect(() => run(injection, { massKg: 2, dosePerKg: 50, doseUnit: 'mL' })).toThrow(/^dosePerKg: /);
  });

  test('a mistyped key is refused with the nearest, not dropped', () => {
    const given = { volumeL: 1000, targetMgPerL: 200 };
    expect(() => run(bath, { ...given, activeshare: 0.37 })).toThrow(/^activeshare: .*meant is perhaps activeShare/);
    expect(() => run(bath, { ...given, colour: 1 })).toThrow(/^colour: is not a field of dose\.bath$/);
  });

  test('two million milligrams in a litre are refused; without a basis it is said how the figure was read', () => {
    expect(() => run(bath, { volumeL: 10, targetMgPerL: 2_000_000 })).toThrow(/^targetMgPerL: /);
    expect(run(bath, { volumeL: 100, targetMgPerL: 50, activeShare: 0.5 })).toMatchObject({
      productG: 10,
      warnings: [expect.stringMatching(/no basis was named/)],
    });
  });

  test('an answer that overflows is refused, naming the figure', () => {
    expect(() => run(bath, { volumeL: 1, targetMgPerL: 1, activeShare: 1e-320 })).toThrow(CalculationError);
    expect(() => run(bath, { volumeL: 1, targetMgPerL: 1, activeShare: 1e-320 })).toThrow(/^activeShare: /);
  });
});

describe('a dose into a slow unit', () => {
  const slow = { flowLPerMin: 0.5, targetMgPerL: 15, stockMgPerL: 1_000_000, minutes: 15, unitVolumeL: 60 };

  test('priming is not recommended where it brings nine times the intended strength-minutes', () => {
    const o = run(flow, { ...slow, basis: 'activeSubstance' });
    expect(o.primedStrengthMinutes! / o.intendedStrengthMinutes).toBeCloseTo(9, 1);
    expect(o.strengthMinutes).toBe(o.intendedStrengthMinutes);
    expect(o.warnings?.join()).toMatch(/turns over once in 120 minutes.*would bring 9\.0 times/);
    expect(run(flow, { ...slow, primed: true }).warnings?.join()).toMatch(/they bear 9\.0 times/);
  });

  test('what is pumped in counts as flow, and a basis by volume is one of microlitres', () => {
    // A stock twice the target doubles the flow.
    const o = run(flow, {
      flowLPerMin: 1,
      targetMgPerL: 100,
      stockMgPerL: 200,
      minutes: 10,
      unitVolumeL: 10,
      basis: 'productVolume',
    });
    expect(o.pumpMlPerMin).toBe(1000);
    expect(o.meanShareOfTarget).toBeCloseTo(1 - (1 - Math.exp(-2)) / 2, 9);
    expect(o.unit).toBe('µL/L');
  });

  test('long before one turnover the mean strength is no difference of equals', () => {
    const o = run(flow, { ...slow, unitVolumeL: 1e9, minutes: 1e-3 });
    expect(o.meanShareOfTarget).toBeCloseTo(2.5e-13, 15);
  });
});
