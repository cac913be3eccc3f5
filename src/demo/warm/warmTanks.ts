import { DAY_MS } from '@/core/time/spans';
import type { Player } from '../player';

/** Its whole history: warm water needs no winter. */
export const WARM_FIRST_DAY = -45;

type Tank = { unit: string; species: string; stage: string; lotName: string; number: number; came: number };

/** What stands in the hall, since when. */
const TANKS: readonly Tank[] = [
  { unit: 'H3', species: 'wels', stage: 'fry', lotName: 'WE-31-02', number: 9000, came: -26 },
  { unit: 'H4', species: 'wels', stage: 'fry', lotName: 'WE-31-02B', number: 8600, came: -26 },
  { unit: 'H5', species: 'wels', stage: 'fingerling', lotName: 'WE-31-01', number: 2400, came: -40 },
  { unit: 'H6', species: 'tench', stage: 'fry', lotName: 'TE-31-01', number: 14_000, came: -28 },
  { unit: 'H8', species: 'giant-river-prawn', stage: 'juvenile', lotName: 'GP-31-01', number: 1800, came: -38 },
  { unit: 'H9', species: 'giant-river-prawn', stage: 'juvenile', lotName: 'GP-31-02', number: 2100, came: -38 },
];
/** Mean mass at three weighings, grams, and on which days. */
const WEIGHED: Readonly<Record<string, readonly (readonly [day: number, grams: number])[]>> = {
  H3: [
    [-24, 0.05],
    [-14, 0.21],
    [-4, 0.55],
  ],
  // Too tight: it stands in half the water, and falls behind.
  H4: [
    [-24, 0.05],
    [-14, 0.17],
    [-4, 0.36],
  ],
  H5: [
    [-38, 2.1],
    [-22, 7.4],
    [-6, 17.5],
  ],
  H6: [
    [-26, 0.012],
    [-14, 0.045],
    [-4, 0.1],
  ],
  H8: [
    [-36, 1.1],
    [-18, 2.2],
    [-3, 3.4],
  ],
  H9: [
    [-36, 1.0],
    [-18, 2.0],
    [-3, 3.1],
  ],
};

/** What stands in a unit, as acts name it. */
export const stands = (p: Player, unit: string) => ({ unit: p.unit(unit) });

/** Fish and prawns that came in small, weighed, on their rations, fed every few hours of the last two days. */
export function layTanks(p: Player): void {
  p.at(WARM_FIRST_DAY + 0.5, async () => {
    const products = [
      { name: 'Warm starter 0.3', fromMm: 8, toMm: 26, proteinShare: 0.6, pricePerKg: 9 },
      { name: 'Warm crumble 0.8', fromMm: 24, toMm: 60, proteinShare: 0.55, pricePerKg: 5 },
      { name: 'Prawn pellet 2', fromMm: 30, toMm: 120, proteinShare: 0.4, pricePerKg: 3 },
      { name: 'Wels pellet 2', fromMm: 58, toMm: 160, proteinShare: 0.5, pricePerKg: 3.5 },
    ];
    for (const [i, product] of products.entries()) {
      const { id } = await p.send('feedProduct.save', product);
      await p.trySend('feed.deliver', {
        product: id,
        lotName: `T${401 + i}`,
        massG: 20_000,
        bestBefore: Math.round(p.anchor + (i === 0 ? 12 : 120) * DAY_MS),
      });
    }
  });
  for (const t of TANKS) {
    p.at(t.came, async () => {
      await p.trySend(
        'stock.bring',
        {
          account: 'arrived',
          species: t.species,
          lotName: t.lotName,
          stage: t.stage,
          unit: p.unit(t.unit),
          measured: { method: 'estimated', number: t.number, half: t.number * 0.08 },
          origin: 'our own jars, before these books began',
        },
        'Culturist',
        { overload: 'yes' },
      );
    });
    for (const [day, grams] of WEIGHED[t.unit] ?? [])
      p.at(day, async () => {
        await p.trySend(
          'weigh.record',
          {
            ...stands(p, t.unit),
            batches: [0.97, 1, 1.03].map((f) => ({ massG: Number((50 * grams * f).toPrecision(4)), count: 50 })),
          },
          'Culturist',
          { sure: 'yes' },
        );
      });
    const prawns = t.species === 'giant-river-prawn';
    if (!prawns)
      p.at(-3.5, async () => {
        await p.trySend(
          'ration.set',
          {
            ...stands(p, t.unit),
            method: 'growth',
            mealsPerDay: t.stage === 'fry' ? 8 : 6,
            fromHour: 0,
            toHour: 24,
            by: 'hand',
          },
          'Culturist',
          { sure: 'yes' },
        );
      });
    const grams = WEIGHED[t.unit]!.at(-1)![1] * t.number;
    for (let h = prawns ? 0 : -45; h <= -1; h += 3)
      p.at(h / 24, async () => {
        await p.trySend(
          'feed.record',
          {
            ...stands(p, t.unit),
            massG: Number((grams * (t.stage === 'fry' ? 0.006 : 0.003)).toPrecision(2)),
            feed: '',
          },
          h % 2 === 0 ? 'Hand' : 'Culturist',
          { sure: 'yes', again: 'another', beyondRation: 'yes', held: 'yes' },
        );
      });
    for (let d = -6; d <= 0; d++)
      p.at(
        d - 0.04,
        async () =>
          void (await p.trySend(
            'dead.record',
            {
              ...stands(p, t.unit),
              number: Math.max(0, Math.round((t.number / 1000) * (t.unit === 'H4' ? 2.4 : 0.7))),
            },
            'Hand',
          )),
      );
  }
  // Graded this afternoon: no feed until then.
  p.at(-0.02, async () => {
    await p.trySend('feed.hold', { ...stands(p, 'H5'), why: 'grading', hours: 10 }, 'Culturist');
  });
}
