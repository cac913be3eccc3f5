import type { Chance } from '@/core/chance';

/** One take as it will go, in truth; what the people measure of it has their errors on top. */
export type Plan = {
  species: string;
  day: number;
  females: number;
  eggs: number;
  sensor: string;
  units: string;
  perUnit: number;
  /** Share of eggs that are infertile and turn white at the shock (or early). */
  blank: number;
  males?: string[];
  /** Counts per sample are read too high by this factor: the packing constant that nobody checked. */
  countBias?: number;
  tankLoss?: number;
};

/** Every take of the eighteen months, with the mishaps that are worth finding. */
export function plans(chance: Chance): Plan[] {
  const char = (day: number, more: Partial<Plan> = {}): Plan => ({
    species: 'arctic-char',
    day,
    females: chance.whole(5, 10),
    eggs: chance.whole(38_000, 74_000),
    sensor: 'cold1',
    units: 'T',
    perUnit: 21_000,
    blank: chance.between(0.1, 0.24),
    ...more,
  });
  return [
    ...[-522, -516, -509, -503, -496, -488].map((d) => char(d)),
    ...[-345, -340, -334].map(
      (d): Plan => ({
        species: 'pikeperch',
        day: d,
        females: 2,
        eggs: chance.whole(240_000, 420_000),
        sensor: 'bay2',
        units: 'J',
        perUnit: 160_000,
        blank: chance.between(0.15, 0.35),
        tankLoss: 0.045,
      }),
    ),
    ...[-350, -343].map(
      (d): Plan => ({
        species: 'sterlet',
        day: d,
        females: 3,
        eggs: chance.whole(70_000, 120_000),
        sensor: 'bay2',
        units: 'J',
        perUnit: 40_000,
        blank: chance.between(0.15, 0.3),
        tankLoss: 0.012,
      }),
    ),
    ...[-336, -329].map(
      (d): Plan => ({
        species: 'ide',
        day: d,
        females: 4,
        eggs: chance.whole(90_000, 160_000),
        sensor: 'bay2',
        units: 'J',
        perUnit: 60_000,
        blank: chance.between(0.1, 0.25),
        tankLoss: 0.008,
      }),
    ),
    ...[-236, -229, -222, -215, -206].map((d, i) =>
      char(d, { males: i % 2 === 0 ? ['M7', `M${20 + i}`] : undefined, countBias: i === 2 ? 1.16 : 1 }),
    ),
    ...[-150, -131, -104, -84].map((d, i) =>
      char(d, { sensor: i > 1 ? 'cold2' : 'cold1', males: i === 1 ? ['M7', 'M31'] : undefined }),
    ),
    char(-88, { units: 'A', perUnit: 19_000, eggs: 56_000 }),
    ...[-11, -7.5, -4].map(
      (d): Plan => ({
        species: 'pikeperch',
        day: d,
        females: 2,
        eggs: chance.whole(260_000, 340_000),
        sensor: 'bay2',
        units: 'J',
        perUnit: 170_000,
        blank: chance.between(0.15, 0.3),
        tankLoss: 0.045,
      }),
    ),
    ...[-9, -5.2].map(
      (d): Plan => ({
        species: 'sterlet',
        day: d,
        females: 2,
        eggs: chance.whole(60_000, 76_000),
        sensor: 'bay2',
        units: 'J',
        perUnit: 38_000,
        blank: chance.between(0.15, 0.3),
        tankLoss: 0.012,
      }),
    ),
    {
      species: 'ide',
      day: -3,
      females: 3,
      eggs: 84_000,
      sensor: 'bay2',
      units: 'J',
      perUnit: 45_000,
      blank: 0.18,
      tankLoss: 0.008,
    },
  ];
}
