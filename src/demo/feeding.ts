import { mealsOf } from '@/core/feeding/feedingDay';
import { atLocalHour } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { feedingNow } from '@/server/stock/feeding/feedingNow';
import { stockNow } from '@/server/stock/stockNow';
import type { Player } from './player';

/** What Ombrel feeds: for fish of which mass, and how much comes at once. */
const PRODUCTS = [
  { name: 'Starter 0.3', upToG: 0.08, fromMm: 8, toMm: 22, protein: 0.6, price: 11.4, deliveryKg: 20, keeps: 170 },
  { name: 'Crumb 0.6', upToG: 0.6, fromMm: 20, toMm: 42, protein: 0.56, price: 6.8, deliveryKg: 60, keeps: 200 },
  { name: 'Pellet 1.1', upToG: 4, fromMm: 40, toMm: 78, protein: 0.52, price: 4.1, deliveryKg: 200, keeps: 240 },
  { name: 'Pellet 1.7', upToG: 1e9, fromMm: 76, toMm: 260, protein: 0.48, price: 3.3, deliveryKg: 400, keeps: 240 },
] as const;

const TIME_ZONE = 'Europe/Vienna';

type Bag = { id: number; leftG: number };

/** The feed store and the meals of the last days. Nothing here is left to chance: the season's own dice stay as they fell. */
export class Feeding {
  private readonly products: number[] = [];
  private readonly bags: (Bag | undefined)[] = [];
  private lots = 0;

  constructor(private readonly p: Player) {}

  /** The store as it was set up in the first week. */
  async furnish(): Promise<void> {
    for (const q of PRODUCTS)
      this.products.push(
        Number(
          (
            await this.p.send('feedProduct.save', {
              name: q.name,
              fromMm: q.fromMm,
              toMm: q.toMm,
              proteinShare: q.protein,
              pricePerKg: q.price,
              leadDays: 12,
            })
          ).id,
        ),
      );
  }

  /** What fish of such a mass are fed of, opened anew where the last bag does not hold so much. */
  async bag(gram: number, massG: number): Promise<{ feedLot: number }> {
    const k = PRODUCTS.findIndex((q) => gram < q.upToG);
    const q = PRODUCTS[k]!;
    let bag = this.bags[k];
    if (!bag || bag.leftG < massG + 500) {
      const { p } = this;
      if (bag) await p.trySend('feed.count', { feedLot: bag.id, massG: 0, note: 'swept out' }, 'Hand', { sure: 'yes' });
      const done = await p.send(
        'feed.deliver',
        {
          product: this.products[k],
          lotName: `${['S', 'C', 'P', 'G'][k]}-${String(++this.lots).padStart(3, '0')}`,
          massG: 1000 * q.deliveryKg,
          bestBefore: Math.round(p.anchor + (p.day + q.keeps) * DAY_MS),
        },
        'Hand',
      );
      bag = { id: Number(done.feedLot), leftG: 1000 * q.deliveryKg };
      this.bags[k] = bag;
    }
    bag.leftG -= massG;
    return { feedLot: bag.id };
  }

  /** How single tanks are fed: raceways by belts, crayfish in the evening, and one lot is held back on purpose. */
  async plans(): Promise<void> {
    for (const h of await this.standing()) {
      const of = { unit: h.unitId, lotId: h.lotId, stage: h.stage };
      if (h.unitKind === 'raceway')
        await this.p.trySend(
          'ration.set',
          { ...of, method: 'growth', by: 'belt', fromHour: 6, toHour: 18 },
          'Culturist',
        );
      if (h.species === 'noble-crayfish')
        await this.p.trySend(
          'ration.set',
          { ...of, method: 'table', mealsPerDay: 2, fromHour: 6.5, toHour: 20.5 },
          'Culturist',
        );
    }
  }

  /** The first meal of the anchor's day: most tanks have it when the demo opens, one had it twice. */
  async firstMeals(): Promise<void> {
    const { p } = this;
    const standing = await this.standing();
    const now = Math.round(p.anchor + p.day * DAY_MS);
    const { of } = await feedingNow(p.reads, { siteId: 1, timeZone: TIME_ZONE }, now, standing);
    for (const [i, h] of standing.entries()) {
      const f = of.get(h.holdingId)!;
      // The walk has not come to each of them yet.
      if (f.prescribed.is !== 'ration' || f.prescribed.feedG <= 0 || i % 5 === 4) continue;
      const belt = f.plan.by === 'belt';
      const [first] = mealsOf(f.prescribed.feedG, belt ? 1 : Math.max(1, f.meals.length), f.plan, (hour) =>
        atLocalHour(now, hour, TIME_ZONE),
      );
      const massG = Number(first!.g.toPrecision(3));
      if (massG <= 0) continue;
      const meal = {
        unit: h.unitId,
        lotId: h.lotId,
        stage: h.stage,
        massG,
        ...(f.product?.lotId ? { feedLot: f.product.lotId } : { feed: f.size ?? '' }),
      };
      const at = Math.round(p.anchor - (0.055 - 0.0008 * i) * DAY_MS);
      await p.trySend('feed.record', { ...meal, at }, 'Hand', { again: 'another', beyondRation: 'yes', sure: 'yes' });
      if (h.unit === 'R8')
        await p.trySend('feed.record', { ...meal, at: at + 9 * 60_000 }, 'Culturist', {
          again: 'another',
          beyondRation: 'yes',
        });
      if (h.unit === 'R10') await p.trySend('tray.check', { unit: h.unitId, left: 'quarter' }, 'Culturist');
    }
  }

  private async standing() {
    const now = Math.round(this.p.anchor + this.p.day * DAY_MS);
    return stockNow(this.p.reads, 1, now, { stations: ['fry', 'fingerlings'] });
  }
}
