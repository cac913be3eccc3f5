import { speciesOf } from '@/book/shelf';
import { rateFunction } from '@/core/development/model';
import type { Db } from '@/store/connection';
import { workJobs } from '@/store/predictions';
import { Chance } from './chance';
import { foundOmbrel, furnish } from './people';
import { Player } from './player';
import { loggerFile, waterOf, waters } from './waters';

const DAY = 86_400_000;
const FIRST_DAY = -540;

/** One take as it will go, in truth; what the people measure of it has their errors on top. */
type Plan = {
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

/** Living animals of a lot in truth, by unit. */
type Truth = Map<string, number>;

/** Eighteen months of Ombrel Hatchery, played through the commands up to the anchor. */
export async function seedDemo(db: Db, anchor: number, say: (text: string) => void): Promise<Player> {
  // The demo opens in the morning of the anchor's day, when the round has begun.
  const begun = Math.floor(anchor / DAY) * DAY + 5.7 * 3_600_000;
  const morning = begun <= anchor ? begun : begun - DAY;
  say('seeding the demo hatchery: eighteen months, played through the commands');
  const manager = await foundOmbrel(db, morning + FIRST_DAY * DAY);
  const player = new Player(db, morning, new Chance(20_310_414), manager);
  player.day = FIRST_DAY;
  await furnish(player);
  for (const row of (await db('unit').select('id', 'name')) as { id: number; name: string }[])
    player.units.set(row.name, row.id);
  for (const row of (await db('person').select('id', 'name', 'role')) as {
    id: number;
    name: string;
    role: 'manager';
  }[])
    player.people[row.name] = { id: row.id, siteId: manager.siteId, name: row.name, role: row.role };
  const sensors = (await db('sensor').select('id', 'name')) as { id: number; name: string }[];
  for (const water of waters)
    for (let from = FIRST_DAY; from < 0; from += 30) {
      const to = Math.min(0, from + 30);
      player.at(to, async () => {
        await player.send(
          'readings.import',
          {
            sensor: sensors.find((s) => s.name === water.sensor)!.id,
            fileName: `${water.sensor}.csv`,
            text: loggerFile(water, morning, from, to, from + 7 * water.sensor.length + 10_000),
          },
          'Manager',
        );
      });
    }
  const season = new Season(player);
  season.plan();
  await player.play((day) =>
    say(`demo: ${Math.round((100 * (day - FIRST_DAY)) / -FIRST_DAY)} % (${player.sent} records)`),
  );
  const worked = await workJobs(db, morning);
  say(`demo: ${player.sent} records played, dates of ${worked} lots worked`);
  if (player.refusals.length > 0 && process.env.MORULA_DEBUG) say(`demo: refused: ${player.refusals.join(' | ')}`);
  return player;
}

class Season {
  private readonly free: Record<string, string[]> = {
    T: Array.from({ length: 40 }, (_, i) => `T${i + 1}`),
    A: Array.from({ length: 6 }, (_, i) => `A${i + 1}`),
    J: Array.from({ length: 16 }, (_, i) => `J${i + 1}`),
    R: Array.from({ length: 24 }, (_, i) => `R${i + 1}`),
    W: Array.from({ length: 10 }, (_, i) => `W${i + 1}`),
    P: ['P1', 'P2', 'P3'],
  };
  private tag = 1;

  constructor(private readonly p: Player) {}

  plan(): void {
    const { chance } = this.p;
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
    const list: Plan[] = [
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
    for (const plan of list) this.p.at(plan.day + 0.1, () => this.take(plan));
    for (const [day, number] of [
      [-300, 5200],
      [-292, 3100],
      [-24, 4300],
    ] as const)
      this.p.at(day, () => this.crayfish(day, number));
    this.p.at(-538, () => this.opening());
    for (let d = FIRST_DAY + 1; d <= -1; d++)
      if (d % 7 === 0)
        this.p.at(
          d + 0.05,
          async () =>
            void (await this.p.trySend(
              'note.record',
              {
                note: [
                  'oxygen cylinders checked, two changed',
                  'intake screen cleaned',
                  'chiller serviced',
                  'visitors from the school',
                  'new nets and boots laid out by room',
                ][Math.abs(d / 7) % 5]!,
              },
              'Culturist',
            )),
        );
  }

  private grab(kind: string): string | null {
    return this.free[kind]!.shift() ?? null;
  }
  private give(unit: string): void {
    const kind = unit.replace(/\d+/g, '');
    const list = this.free[kind]!;
    list.push(unit);
    list.sort((a, b) => Number(a.slice(1)) - Number(b.slice(1)));
  }

  /** Samples of a volume as people take them, with their scatter. */
  private samples(perMl: number, volumeMl: number, bias = 1) {
    return Array.from({ length: this.p.chance.whole(3, 5) }, () => ({
      volumeMl,
      count: Math.max(1, Math.round(perMl * volumeMl * bias * this.p.chance.normal(1, 0.035))),
    }));
  }
  private batches(grams: number) {
    const count = Math.max(8, Math.min(120, Math.round(25 / grams)));
    return Array.from({ length: this.p.chance.whole(5, 7) }, () => {
      const n = count + this.p.chance.whole(-3, 3);
      return { count: n, massG: Number((n * grams * this.p.chance.normal(1, 0.03)).toPrecision(4)) };
    });
  }

  // ——— eggs ———

  private async take(plan: Plan): Promise<void> {
    const { p } = this;
    const species = speciesOf(plan.species);
    const perMl = { 'arctic-char': 13.5, pikeperch: 900, sterlet: 60, ide: 110 }[plan.species]!;
    const small = plan.species === 'pikeperch' ? 2 : 10;
    const bias = plan.countBias ?? 1;
    const total = plan.eggs / perMl;
    const females = Array.from({ length: plan.females }, () => ({
      tag: `${species.code}F${this.tag++}`,
      massG: p.chance.whole(900, 2600),
    }));
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
          samples: this.samples(perMl, small, bias),
          totalVolumeMl: Math.round(total),
          totalVolumeSdMl: Math.round(total * 0.01),
        },
      },
      'Culturist',
    );
    if (!done) return;
    const wanted = Math.min(8, Math.max(2, Math.ceil(plan.eggs / plan.perUnit)));
    const units = Array.from({ length: wanted }, () => this.grab(plan.units)).filter((u): u is string => u !== null);
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
        { overload: 'yes' },
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

  private incubate(plan: Plan, lotId: number, truth: Truth, start: number): void {
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
          const afterShock = Math.exp(-((p.day - shock) ** 2) / 2.5);
          const hazard =
            (salmonid ? 0.0004 : 0.006 * Math.exp(-4 * span)) +
            0.0016 * Math.exp(-((span - 0.97) ** 2) / 0.001) +
            (ill === unit && p.day > -5 ? 0.006 * (1 + (p.day + 5)) : 0);
          const blanks = plan.blank * n * (salmonid ? afterShock * 0.3 : 0.02 * Math.exp(-4 * span));
          const dead = Math.min(Math.round(n * 0.4), chance.count(n * hazard + blanks, 1.5));
          truth.set(unit, n - dead);
          const mistyped = plan.day === -215 && Math.abs(p.day + 150) < 0.5 && unit === [...truth.keys()][0];
          const done = await p.trySend(
            'pick.record',
            { unit: p.unit(unit), lotId, number: mistyped ? dead * 10 : dead },
            chance.next() < 0.5 ? 'Hand' : 'Culturist',
            { shortfall: 'yes' },
          );
          if (mistyped && done) p.at(p.day + 1.3, () => this.putRight(unit, dead));
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
    p.at(swumUp + 0.5, () => this.pond(plan, lotId, truth));
  }

  /** The pick typed with a zero too many, found a day later and put right. */
  private async putRight(unit: string, dead: number): Promise<void> {
    const { p } = this;
    const entry = await p.lastEntry('pick', unit, 2);
    if (entry)
      await p.trySend(
        'entry.correct',
        { entryId: entry, reason: 'a zero too many', replacement: { number: dead } },
        'Manager',
      );
  }

  // ——— tanks ———

  private async pond(plan: Plan, lotId: number, truth: Truth): Promise<void> {
    const { p } = this;
    const tank = this.grab('R');
    if (!tank) return;
    const done = await p.trySend(
      'move.record',
      {
        sources: [...truth.keys()].map((u) => ({ unit: p.unit(u), lotId, stage: 'yolksac', amount: { kind: 'all' } })),
        to: p.unit(tank),
        toStage: 'fry',
      },
      'Culturist',
      { overload: 'yes' },
    );
    if (!done) return this.give(tank);
    for (const u of truth.keys()) this.give(u);
    const alive = [...truth.values()].reduce((s, n) => s + n, 0);
    this.grow({
      lotId,
      tank,
      alive: Math.round(alive * 0.97),
      gram: { 'arctic-char': 0.09, pikeperch: 0.004, sterlet: 0.04, ide: 0.006 }[plan.species] ?? 0.05,
      hazard: plan.tankLoss ?? 0.0016,
      rate: { 'arctic-char': 0.019, pikeperch: 0.075, sterlet: 0.05, ide: 0.05 }[plan.species] ?? 0.02,
      pondedAt: p.day,
      species: plan.species,
    });
  }

  private grow(g: {
    lotId: number;
    tank: string;
    alive: number;
    gram: number;
    hazard: number;
    rate: number;
    pondedAt: number;
    species: string;
    stage?: string;
    graded?: boolean;
  }): void {
    const { p } = this;
    const { chance } = p;
    const state = { n: g.alive, unit: g.tank };
    const stage = g.stage ?? 'fry';
    const cold = g.species === 'arctic-char';
    // Most of a grade goes out in its season; some are kept to grow on.
    const end =
      Math.floor(
        g.graded
          ? g.pondedAt + (cold ? chance.between(120, 330) : chance.between(45, 420))
          : g.pondedAt + (cold ? 90 : 38) + chance.between(0, 8),
      ) + 0.12;
    const grams = () =>
      g.gram * Math.exp(Math.min(g.rate * (p.day - g.pondedAt), cold ? 6 : 5) * (g.graded ? 0.35 : 1));
    for (let d = Math.ceil(g.pondedAt) + 0.94; d < Math.min(end - 0.1, 0); d += g.graded && d < -12 ? 3 : 1) {
      // The morning's round has not come to every tank yet.
      if (d > -0.5 && chance.next() > 0.4) continue;
      p.at(d + chance.between(0, 0.05), async () => {
        const lost = chance.count(state.n * g.hazard * Math.exp(-(p.day - g.pondedAt) / 25) + state.n * 0.00015);
        // Not all that die are found: larvae are eaten, or rot within the day.
        const found = chance.count(lost * (cold ? 0.85 : 0.45), 1);
        state.n = Math.max(10, state.n - lost);
        await p.trySend('dead.record', { unit: p.unit(state.unit), lotId: g.lotId, number: found }, 'Hand', {
          shortfall: 'yes',
        });
        if (p.day % 2 < 1)
          await p.trySend(
            'feed.record',
            {
              unit: p.unit(state.unit),
              lotId: g.lotId,
              massG: Number((state.n * grams() * 0.03).toPrecision(3)),
              feed: grams() < 0.2 ? 'starter 0.4' : 'pellet 1.1',
            },
            'Hand',
          );
      });
    }
    for (let d = g.pondedAt + 12; d < Math.min(end - 0.3, 0); d += 17)
      p.at(d + 0.2, async () => {
        const mean = grams();
        const weighAll = chance.next() < 0.4;
        await p.trySend(
          'weigh.record',
          {
            unit: p.unit(state.unit),
            lotId: g.lotId,
            batches: this.batches(mean),
            ...(weighAll ? { totalMassG: Number((state.n * mean * chance.normal(1, 0.015)).toPrecision(5)) } : {}),
          },
          'Culturist',
          { answer: 'replace', sure: 'yes' },
        );
      });
    p.at(Math.floor(end) + 0.12, () =>
      g.graded ? this.release(g, state, grams()) : this.gradeOut(g, state, grams(), stage),
    );
  }

  private async gradeOut(
    g: { lotId: number; species: string; rate: number },
    state: { n: number; unit: string },
    gram: number,
    stage: string,
  ): Promise<void> {
    const { p } = this;
    const kind = g.species === 'arctic-char' ? 'W' : g.species === 'ide' ? 'P' : 'R';
    const to = [this.grab(kind) ?? this.grab('R'), this.grab('R')];
    if (!to[0] || !to[1]) return;
    if (stage === 'fry')
      await p.trySend(
        'stage.change',
        { unit: p.unit(state.unit), lotId: g.lotId, from: 'fry', to: 'fingerling', amount: { kind: 'all' } },
        'Culturist',
      );
    const large = Math.round(state.n * p.chance.between(0.42, 0.62));
    const weighed = (n: number, each: number) => ({
      kind: 'measured',
      measured: {
        method: 'weight',
        batches: this.batches(each),
        totalMassG: Number((n * each * p.chance.normal(1, 0.012)).toPrecision(5)),
      },
    });
    const done = await p.trySend(
      'grade.record',
      {
        unit: p.unit(state.unit),
        lotId: g.lotId,
        stage: 'fingerling',
        classes: [
          { grade: 'L', unit: p.unit(to[0]), amount: weighed(large, gram * 1.3) },
          { grade: 'S', unit: p.unit(to[1]), amount: weighed(state.n - large, gram * 0.75) },
        ],
      },
      'Culturist',
      { shortfall: 'yes', overload: 'yes' },
    );
    if (!done) {
      for (const u of to) this.give(u!);
      return;
    }
    this.give(state.unit);
    const lots = await p.lotsIn([to[0], to[1]]);
    const grow = (unit: string, n: number, each: number) =>
      lots.get(unit) !== undefined &&
      this.grow({
        lotId: lots.get(unit)!,
        tank: unit,
        alive: n,
        gram: each,
        hazard: 0.0006,
        rate: g.rate,
        pondedAt: p.day,
        species: g.species,
        stage: 'fingerling',
        graded: true,
      });
    grow(to[0], large, gram * 1.3);
    grow(to[1], state.n - large, gram * 0.75);
  }

  private async release(
    g: { lotId: number; species: string },
    state: { n: number; unit: string },
    gram: number,
  ): Promise<void> {
    const { p } = this;
    const sites = await p.sites();
    const site = sites[g.species === 'arctic-char' ? p.chance.whole(0, 1) : p.chance.whole(2, 3)]!;
    const total = state.n * gram;
    const per = Math.max(2000, Math.min(15_000, total / 4));
    const buckets: number[] = [];
    for (let left = total; left > 1; left -= per)
      buckets.push(Math.max(1, Math.round(Math.min(per, left) * p.chance.normal(1, 0.005))));
    if (p.chance.next() < 0.25)
      await p.trySend(
        'loss.record',
        {
          unit: p.unit(state.unit),
          lotId: g.lotId,
          account: 'sampled',
          measured: { method: 'counted', number: 60 },
          cause: 'yearly inspection',
        },
        'Manager',
      );
    const done = await p.trySend(
      'release.record',
      {
        unit: p.unit(state.unit),
        lotId: g.lotId,
        site,
        batches: this.batches(gram),
        bucketsG: buckets.slice(0, 60),
        bucketSdG: 30,
        emptied: true,
      },
      'Culturist',
      { shortfall: 'yes' },
    );
    if (!done) return;
    await p.trySend(
      'paper.issue',
      {
        entryId: done.entryId,
        content: { lot: done.lot, site: done.site, number: done.number, sd: done.sd, meanG: done.meanG },
      },
      'Manager',
    );
    this.give(state.unit);
  }

  private async crayfish(day: number, number: number): Promise<void> {
    const { p } = this;
    const tank = this.grab('R');
    if (!tank) return;
    const done = await p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species: 'noble-crayfish',
        stage: 'fry',
        unit: p.unit(tank),
        measured: { method: 'counted', number },
        origin: 'Tessel brook station',
        note: 'second stage, moist boxes',
      },
      'Culturist',
    );
    if (done)
      this.grow({
        lotId: Number(done.lotId),
        tank,
        alive: number,
        gram: 0.03,
        hazard: 0.006,
        rate: 0.03,
        pondedAt: day,
        species: 'noble-crayfish',
      });
  }

  private async opening(): Promise<void> {
    const { p } = this;
    const w = this.grab('W');
    if (!w) return;
    const done = await p.trySend(
      'stock.bring',
      {
        account: 'opening',
        species: 'arctic-char',
        stage: 'fingerling',
        unit: p.unit(w),
        measured: { method: 'estimated', number: 14_000, half: 1500 },
        origin: 'the season before Morula',
      },
      'Manager',
    );
    if (done)
      this.grow({
        lotId: Number(done.lotId),
        tank: w,
        alive: 13_200,
        gram: 9,
        hazard: 0.0004,
        rate: 0.008,
        pondedAt: p.day,
        species: 'arctic-char',
        stage: 'fingerling',
        graded: true,
      });
  }
}
