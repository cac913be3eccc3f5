import { type TestHatchery, testHatchery } from './hatchery';

export type SterletDay = { h: TestHatchery; day: number; f1: number; f2: number; m1: number; m2: number };

/** A hatchery with two females and two males of sterlet, and a spawning day that is planned for one of the females. */
export async function sterletDay(): Promise<SterletDay> {
  const h = await testHatchery();
  const fish = async (tag: string, sex: string) =>
    (await h.send<{ id: number }>('brood.save', { species: 'sterlet', tag, sex, strain: 'Ombrel' })).id;
  const [f1, f2] = [await fish('F1', 'female'), await fish('F2', 'female')];
  const [m1, m2] = [await fish('M1', 'male'), await fish('M2', 'male')];
  const plan = { eggsWanted: 40_000, crosses: [{ female: f1, males: [m1, m2] }], induction: 'pituitary2' };
  const { id: day } = await h.send<{ id: number }>('spawning.save', { species: 'sterlet', day: h.clock.now, plan });
  return { h, day, f1, f2, m1, m2 };
}

/** The first part of an injection of her. */
export const firstDose = (d: SterletDay, more: Record<string, unknown> = {}) => ({
  day: d.day,
  fish: d.f1,
  induction: 'pituitary2',
  part: 1,
  massG: 2000,
  dosePerKg: 4,
  concentrationPerMl: 4,
  concentrationUnit: 'mg',
  hormoneLot: 'CP-7',
  checkedBy: 'Culturist',
  ...more,
});
