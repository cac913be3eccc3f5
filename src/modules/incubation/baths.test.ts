import { workJobs } from '@/store/predictions';
import { DAY, HOUR, laidDown, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await laidDown(h, ['J1', 'J2', 'J3']);
});

/** Readings every hour at these temperatures from the laying down on, up to now. */
async function water(days: number, celsius: (hour: number) => number) {
  const begin = h.clock.now;
  const rows = Array.from({ length: days * 24 }, (_, k) => {
    const at = new Date(begin + k * HOUR).toISOString();
    return `${at},${celsius(k).toFixed(2)}`;
  });
  h.clock.now = begin + days * DAY;
  await h.send('readings.import', {
    sensor: h.sensor,
    fileName: 'logger.csv',
    text: `time,celsius\n${rows.join('\n')}\n`,
  });
  await workJobs(h.db, h.clock.now);
}
describe('baths against fungus', () => {
  const given = () => ({
    units: [h.units.J1!, h.units.J2!],
    product: 'test product',
    unlisted: 'label',
    basis: 'productVolume',
    targetMgPerL: 167,
    minutes: 15,
    way: 'flow',
    flowLPerMin: 4,
    stockMgPerL: 40_000,
    volumeL: 8,
    orderedBy: 'Vet',
    label: 'label of the drum',
    discharge: 'settling pond, permit 7',
  });

  test('works what the pump does, keeps it with each unit, and moves no egg', async () => {
    await water(62, () => 5);
    const before = await h.number('J1');
    const done = await h.send<{ pumpMlPerMin: number; meanShareOfTarget: number }>('eggs.bathe', given());
    expect(done.pumpMlPerMin).toBeCloseTo((1000 * 4 * 167) / (40_000 - 167), 6);
    expect(done.meanShareOfTarget).toBeGreaterThan(0.8);
    expect(await h.number('J1')).toBe(before);
    expect(await h.db('observation').where({ kind: 'bath', value: 167 })).toHaveLength(2);
  });

  test('stops before hatch, asks for who, label and discharge, and refuses a stock too weak', async () => {
    await water(84, () => 5);
    expect((await refusal(h.send('eggs.bathe', given()))).code).toBe('sensitive');
    for (const field of ['orderedBy', 'label', 'discharge'])
      expect((await refusal(h.send('eggs.bathe', { ...given(), [field]: '' }))).path).toBe(field);
    expect((await refusal(h.send('eggs.bathe', { ...given(), sensitive: 'emergency', stockMgPerL: 100 }))).path).toBe(
      'stockMgPerL',
    );
  });
});

describe('a bath held against Reference', () => {
  const given = (more: object) => ({
    units: [h.units.J1!],
    product: 'Formalin 37 %',
    basis: 'productVolume',
    targetMgPerL: 1500,
    minutes: 15,
    way: 'flow',
    flowLPerMin: 4,
    stockMgPerL: 370_000,
    volumeL: 8,
    orderedBy: 'Vet',
    label: 'label of the drum',
    discharge: 'settling pond, permit 7',
    ...more,
  });
  const bathe = (more: object = {}) => h.send('eggs.bathe', given(more));

  test('within its range it is recorded; an order of magnitude above it is stopped, whatever is answered', async () => {
    await water(62, () => 5);
    await bathe();
    expect(await refusal(bathe({ targetMgPerL: 20_000, dose: 'meant', checkedBy: 'Second' }))).toMatchObject({
      code: 'doseStop',
      path: 'targetMgPerL',
    });
  });

  test('outside of it a second person looks, and that is somebody else', async () => {
    await water(62, () => 5);
    const strong = { targetMgPerL: 2500 };
    expect(await refusal(bathe(strong))).toMatchObject({ code: 'dose', asks: [{ id: 'dose' }] });
    expect(await refusal(bathe({ ...strong, dose: 'meant' }))).toMatchObject({ path: 'checkedBy' });
    expect(await refusal(bathe({ ...strong, dose: 'meant', checkedBy: 'manager' }))).toMatchObject({
      code: 'secondPerson',
    });
    await bathe({ ...strong, dose: 'meant', checkedBy: 'Second' });
  });

  test('a product that Reference does not know is asked about, and never as strong as brine', async () => {
    await water(62, () => 5);
    expect(await refusal(bathe({ product: 'blue powder' }))).toMatchObject({
      code: 'unlisted',
      asks: [{ id: 'unlisted' }],
    });
    expect(await refusal(bathe({ product: 'blue powder', targetMgPerL: 20_000, unlisted: 'label' }))).toMatchObject({
      code: 'doseStop',
    });
  });

  test('iodine wants its pH, its own basis, and time before the hatch', async () => {
    await water(62, () => 5);
    const iodine = {
      product: 'iodophor',
      basis: 'availableIodine',
      activeShare: 0.01,
      targetMgPerL: 100,
      stockMgPerL: 10_000,
      minutes: 10,
    };
    expect(await refusal(bathe(iodine))).toMatchObject({ code: 'doseStop', path: 'pH' });
    expect(await refusal(bathe({ ...iodine, pH: 5.8 }))).toMatchObject({ code: 'doseStop', path: 'pH' });
    expect(await refusal(bathe({ ...iodine, pH: 7, basis: 'productVolume' }))).toMatchObject({ path: 'basis' });
    await bathe({ ...iodine, pH: 7 });
    await water(16, () => 5);
    expect(await refusal(bathe({ ...iodine, pH: 7, sensitive: 'emergency' }))).toMatchObject({ code: 'iodineLate' });
  });
});
