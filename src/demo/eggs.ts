import { rateFunction } from '@/core/development/model';
import { speciesOf } from '@/reference/shipped';
import { BroodStock } from './brood';
import type { Plan } from './plans';
import type { Tanks, Truth } from './tanks';
import type { Station } from './water/station';
import { waterOf } from './water/waters';

/** Takes and what becomes of them in the jars and trays, until they are ponded. */
export class Eggs {
  private readonly brood = new BroodStock();
  private readonly p;

  constructor(
    private readonly station: Station,
    private readonly tanks: Tanks,
  ) {
    this.p = station.p;
  }

  async take(plan: Plan): Promise<void> {
    const { p } = this;
    const species = speciesOf(plan.species);
    const perMl = { 'arctic-char': 13.5, pikeperch: 900, sterlet: 60, ide: 110 }[plan.species]!;
    const small = plan.species === 'pikeperch' ? 2 : 10;
    const bias = plan.countBias ?? 1;
    const total = plan.eggs / perMl;
    const females = this.brood
      .females(plan.species, plan.females)
      .map((tag) => ({ tag, massG: p.chance.whole(900, 2600) }));
    const males = (plan.males ?? Array.from({ length: p.chance.whole(2, 4) }, () => `M${p.chance.whole(1, 30)}`)).map(
      (m) => `${species.code}${m}`,
    );
    const done = await p.trySend(
      'take.record',
      {
        species: plan.species,
        females,
        males: [...new Set(males)].map((tag) => ({ tag })),
        cross: 'pooled',
        unit: p.unit('B1'),
        measured: {
          method: 'volume',
          samples: this.station.samples(perMl, small, bias),
          totalVolumeMl: Math.round(total),
          totalVolumeSdMl: Math.round(total * 0.01),
        },
      },
      'Culturist',
      // Some takes are of more eggs than their females' masses promise: the culturist looked, and says so.
      { sure: 'yes' },
    );
    if (!done) return;
    const wanted = Math.min(8, Math.max(2, Math.ceil(plan.eggs / plan.perUnit)));
    const units = Array.from({ length: wanted }, () => this.station.grab(plan.units)).filter(
      (u): u is string => u !== null,
    );
    if (units.length === 0) return;
    const lotId = Number(done.lotId);
    p.at(p.day + 0.12, async () => {
      const each = Math.round(total / units.length / 10) * 10;
      const parts = units.map((u, i) => ({
        unit: p.unit(u),
        volumeMl: i === units.length - 1 ? Math.round(total) - each * (units.length - 1) : each,
      }));
      await p.trySend(
        'eggs.layDown',
        { unit: p.unit('B1'), lotId, totalVolumeMl: Math.round(total), parts, graduationMl: 10 },
        'Culturist',
        { overload: 'yes', tempered: 'tempered' },
      );
      const truth: Truth = new Map(units.map((u, i) => [u, Math.round((plan.eggs * parts[i]!.volumeMl) / total)]));
      this.incubate(plan, lotId, truth, p.day - 0.12);
    });
  }

  /** Days after the start at which a model is through, in the water of the plan. */
  private daysTo(plan: Plan, milestone: string, from: number, factor: number): number {
    const m = speciesOf(plan.species).milestones.find((x) => x.id === milestone);
    if (!m) return Number.POSITIVE_INFINITY;
    const rate = rateFunction(m.model);
    const water = waterOf(plan.sensor);
    let sum = 0;
    for (let d = from; d < from + 400; d += 1 / 12) {
      sum += (rate(water.celsius(d)) || 0) / 12;
      if (sum >= factor) return d + 1 / 12;
    }
    return Number.POSITIVE_INFINITY;
  }

  /** What happens to a lot laid down, in truth and as its people record it, until it is ponded. */
  incubate(plan: Plan, lotId: number, truth: Truth, start: number): void {
    const { p } = this;
    const { chance } = p;
    const fast = Math.exp(chance.normal(0, 0.035));
    const first = speciesOf(plan.species).milestones[0]!;
    const eyed = this.daysTo(plan, first.id, start, fast);
    const hatched = this.daysTo(plan, 'hatched', start, fast);
    const laterFrom =
      speciesOf(plan.species).milestones.find((m) => m.id === 'swumUp')!.sumFrom === 'phase' ? hatched : start;
    const swumUp = this.daysTo(plan, 'swumUp', laterFrom, fast);
    const salmonid = speciesOf(plan.species).group === 'salmonid';
    const shock = salmonid ? eyed + 4 : start + (hatched - start) * 0.3;
    // One tray was ill from the flow: fungus in the last week.
    const ill = plan.day === -104 ? [...truth.keys()][1] : plan.day === -4 ? [...truth.keys()][0] : undefined;
    for (let d = Math.ceil(start) + 0.95; d < Math.min(hatched, 0); d += 1) {
      for (const unit of truth.keys()) {
        // The pick that was skipped: the trays of one lot, yesterday and the day before.
        if (d > -2.5 && plan.day === -84) continue;
        // This morning's round is under way: some are looked at.
        if (d > -0.5 && chance.next() > 0.35) continue;
        p.at(d + chance.between(0, 0.03), async () => {
          const n = truth.get(unit)!;
          const span = (p.day - start) / (hatched - start);
          const sinceShock = p.day - shock;
          const afterShock = sinceShock < 0 ? 0 : Math.exp(-sinceShock / 1.2);
          const hazard =
            (salmonid ? 0.0004 : 0.006 * Math.exp(-4 * span)) +
            0.0016 * Math.exp(-((span - 0.97) ** 2) / 0.001) +
            (ill === unit && p.day > -5 ? 0.006 * (1 + (p.day + 5)) : 0);
          const blanks = plan.blank * n * (salmonid ? afterShock * 0.5 : 0.02 * Math.exp(-4 * span));
          const dead = Math.min(Math.round(n * 0.4), chance.count(n * hazard + blanks, 1.5));
          truth.set(unit, n - dead);
          const mistyped = plan.day === -215 && Math.abs(p.day + 150) < 0.5 && unit === [...truth.keys()][0];
          const done = await p.trySend(
            'pick.record',
            { unit: p.unit(unit), lotId, number: mistyped ? dead * 10 : dead },
            chance.next() < 0.5 ? 'Hand' : 'Culturist',
            { shortfall: 'yes' },
          );
          if (mistyped && done) p.at(p.day + 1.3, () => this.correctIt(unit, dead));
        });
      }
    }
    if (eyed < 0)
      for (const unit of truth.keys())
        p.at(eyed + chance.between(0.2, 1.5), async () => {
          const share = salmonid ? 1 - plan.blank * 0.7 : 1 - plan.blank;
          const check = first.id;
          await p.trySend(
            'check.record',
            {
              unit: p.unit(unit),
              lotId,
              check,
              trials: 100,
              successes: Math.max(0, Math.min(100, Math.round(100 * chance.normal(share, 0.04)))),
            },
            'Culturist',
          );
        });
    if (salmonid && shock < Math.min(hatched, 0))
      p.at(shock, async () => {
        for (const unit of truth.keys())
          await p.trySend('eggs.handle', { unit: p.unit(unit), lotId, what: 'shocked' }, 'Culturist', { eyes: 'seen' });
      });
    if (hatched >= 0) return;
    const parts = [0.08, 0.4, 0.7];
    parts.forEach((share, i) => {
      p.at(hatched - (hatched - start) * 0.02 + i * (hatched - start) * 0.02 + 0.1, async () => {
        for (const unit of truth.keys())
          await p.trySend(
            'stage.change',
            { unit: p.unit(unit), lotId, from: 'egg', to: 'yolksac', amount: { kind: 'share', share, sd: 0.05 } },
            'Culturist',
          );
      });
    });
    p.at(hatched + (hatched - start) * 0.045 + 0.12, async () => {
      for (const unit of truth.keys())
        await p.trySend(
          'stage.change',
          { unit: p.unit(unit), lotId, from: 'egg', to: 'yolksac', amount: { kind: 'all' } },
          'Culturist',
        );
    });
    for (let d = Math.ceil(hatched) + 3.95; d < Math.min(swumUp, 0); d += 1)
      for (const unit of truth.keys()) {
        if (d > -0.5 && chance.next() > 0.35) continue;
        p.at(d + chance.between(0, 0.04), async () => {
          const n = truth.get(unit)!;
          const dead = chance.count(n * (salmonid ? 0.0012 : 0.02));
          truth.set(unit, Math.max(0, n - dead));
          await p.trySend('dead.record', { unit: p.unit(unit), lotId, stage: 'yolksac', number: dead }, 'Hand', {
            shortfall: 'yes',
          });
        });
      }
    p.at(swumUp - 1.5, async () => {
      const unit = [...truth.keys()][0]!;
      await p.trySend(
        'check.record',
        { unit: p.unit(unit), lotId, stage: 'yolksac', check: 'swumUp', trials: 60, successes: chance.whole(28, 44) },
        'Culturist',
      );
    });
    p.at(swumUp + 0.5, () => this.tanks.pond(plan, lotId, truth));
  }

  /** The pick typed with a zero too many, found a day later and corrected. */
  private async correctIt(unit: string, dead: number): Promise<void> {
    const { p } = this;
    const entry = await p.lastEntry('pick', unit, 2);
    if (entry)
      await p.trySend(
        'entry.correct',
        { entryId: entry, reason: 'a zero too many', replacement: { number: dead } },
        'Manager',
      );
  }
}
