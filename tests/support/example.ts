import type { TestHatchery } from './hatchery';
import { laidDown } from './hatchery';

/** An act as it is done once, for the tests that go over all acts. Stands in the act's folder as `example.ts`. */
export type Example = {
  /** Brings the hatchery to where it can be done. @returns what is sent, answers among the fields */
  given: (h: TestHatchery) => Promise<Record<string, unknown>>;
  /** Fields with other figures, to correct it by; absent where an entry of it is only taken back. */
  other?: (h: TestHatchery) => Record<string, unknown>;
};

export const exampleOf = (e: Example): Example => e;

export const counted = (number: number) => ({ method: 'counted', number });

/** Eggs of Arctic char in J1 and J2, an hour after they were laid down. */
export async function eggs(h: TestHatchery): Promise<{ unit: number; stage: string }> {
  await laidDown(h, ['J1', 'J2']);
  h.clock.now += 3_600_000;
  return { unit: h.units.J1!, stage: 'egg' };
}

/** A bath of salt as it is ordered: nothing of it is out of the ordinary but that a second person looked. */
export const saltBath = {
  product: 'salt',
  by: 'bath',
  targetMgPerL: 8000,
  basis: 'productMass',
  volumeL: 900,
  minutes: 20,
  orderedBy: 'Dr Lind',
  label: 'order 3',
  discharge: 'settling pond',
  checkedBy: 'Mira',
  withdrawalDays: 0,
  strength: 'meant',
};

/** Animals of a stage in R1. */
export async function standIn(h: TestHatchery, stage: string, number = 4000): Promise<{ unit: number; stage: string }> {
  await h.send('stock.bring', {
    account: 'opening',
    species: 'arctic-char',
    stage,
    unit: h.units.R1!,
    measured: counted(number),
  });
  return { unit: h.units.R1!, stage };
}

/** Sterlets and a spawning day on which two males and two females are planned. */
export async function spawningDay(h: TestHatchery) {
  const fish = async (tag: string, sex: string) =>
    (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag, sex, strain: 'Ombrel' })).id;
  const [f1, f2] = [await fish('F1', 'female'), await fish('F2', 'female')];
  const [m1, m2] = [await fish('M1', 'male'), await fish('M2', 'male')];
  const plan = { eggsWanted: 40_000, crosses: [{ female: f1, males: [m1, m2] }], induction: 'pituitary2' };
  const { id: day } = await h.send<{ id: number }>('spawning.save', { species: 'sterlet', day: h.clock.now, plan });
  return { day, f1, f2, m1, m2 };
}

/** A run of pikeperch counted in. */
export async function run(h: TestHatchery): Promise<number> {
  return (
    await h.send<{ batch: number }>('brood.arrive', {
      species: 'pikeperch',
      means: 'net',
      place: 'Lake Ivarre',
      unit: h.units.R1!,
      females: 10,
      males: 14,
    })
  ).batch;
}

/** A feed of the store, by its id. */
export const product = async (h: TestHatchery, name = 'Fine starter'): Promise<number> =>
  (await h.send<{ id: number }>('feedProduct.save', { name, fromMm: 8, toMm: 60, proteinShare: 0.55, pricePerKg: 6 }))
    .id;

/** Twenty-five kilograms of it, good for some months. */
export async function feedLot(h: TestHatchery): Promise<number> {
  const { feedLot: id } = await h.send<{ feedLot: number }>('feed.deliver', {
    product: await product(h),
    lotName: 'B 1204',
    massG: 25_000,
    bestBefore: h.clock.now + 200 * 86_400_000,
  });
  h.clock.now += 1000;
  return id;
}

/** A cone of sixty litres. */
export const cone = async (h: TestHatchery): Promise<number> =>
  (await h.send<{ id: number }>('vessel.save', { name: 'C1', volumeL: 60 })).id;

/** A vessel of fifty litres for a culture. */
export const cultureVessel = async (h: TestHatchery): Promise<number> =>
  (await h.send<{ id: number }>('vessel.save', { name: 'RC1', kind: 'culture', volumeL: 50 })).id;

/** A probe of the hall; each call lets so many days pass, with a reading on each. */
export async function hallProbe(h: TestHatchery) {
  const room = (await h.db('unit').where({ id: h.units.R1! }).first('room_id'))!.room_id;
  const { id } = await h.send<{ id: number }>('sensor.save', { name: 'hall', room });
  return async (celsius: number, days: number) => {
    for (let d = 0; d < days; d++) {
      h.clock.now += 86_400_000;
      await h.send('reading.record', { sensor: id, value: celsius });
    }
  };
}
