import type { TrayLeft } from '@/core/appetite/next';
import type { Feeding } from './feeding';
import type { Plan } from './plans';
import type { Sizes } from './sizes';
import type { Station } from './water/station';
import { reaches } from './water/waterMap';

/** Living animals of a lot in truth, by unit. */
export type Truth = Map<string, number>;

/** Day from which on feed is written down at every round. */
const SECOND_SEASON = -180;

/** Day from which on the trays of the crayfish are looked at. */
const FIRST_TRAY = -45;
/** They moult in step, and will tonight. */
const MOULT = 0.55;
/** Days from moult to moult of a gram in such water; smaller ones moult oftener. */
const MOULT_DAYS = 16.5;

/** What the tray of a group in step has left, by where it is in the moult. */
function trayAt(day: number, gram: number): TrayLeft {
  const cycle = MOULT_DAYS * gram ** 0.3;
  const phase = ((((day - MOULT) / cycle) % 1) + 1) % 1;
  if (phase < 0.1 || phase > 0.93) return 'more';
  if (phase < 0.22 || phase > 0.86) return 'quarter';
  return phase < 0.3 ? 'tenth' : phase < 0.7 ? 'none' : 'few';
}

/** Feed for a gram of growth, and the share of their mass that keeps fish which do not grow. */
const CONVERSION = 1.12;
const UPKEEP = 0.004;

/** Fish in one tank as they are in truth: how many, how heavy, what they die of and how they grow. */
type Growing = {
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
};

/** Fry and fingerlings in tanks, raceways and ponds, until they are released; and stock that comes from outside. */
export class Tanks {
  private readonly p;

  constructor(
    private readonly station: Station,
    private readonly feeding: Feeding,
    private readonly sizes: Sizes,
  ) {
    this.p = station.p;
  }

  async pond(plan: Plan, lotId: number, truth: Truth): Promise<void> {
    const { p } = this;
    const tank = this.station.grab('R');
    if (!tank) return;
    const done = await p.trySend(
      'move.record',
      {
        sources: [...truth.keys()].map((u) => ({ unit: p.unit(u), lotId, stage: 'yolksac', amount: { kind: 'all' } })),
        to: p.unit(tank),
        toStage: 'fry',
      },
      'Culturist',
      { overload: 'yes', tempered: 'tempered' },
    );
    if (!done) return this.station.give(tank);
    for (const u of truth.keys()) this.station.give(u);
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

  /** Tends the fish of one tank: dead, feed, weighings, until they are graded or go out. */
  grow(g: Growing): void {
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
    const gramsOn = (day: number) =>
      g.gram * Math.exp(Math.min(g.rate * (day - g.pondedAt), cold ? 6 : 5) * (g.graded ? 0.35 : 1));
    const grams = () => gramsOn(p.day);
    let fedUntil = g.pondedAt;
    const every = (day: number) => (g.graded && day < -12 ? 3 : 1);
    for (let d = Math.ceil(g.pondedAt) + 0.94; d < Math.min(end - 0.1, 0); d += every(d)) {
      // The morning's round has not come to every tank yet.
      if (d > -0.5 && chance.next() > 0.4) continue;
      p.at(d + chance.between(0, 0.05), async () => {
        // What is looked at every third day has lost three days' worth since.
        const perDay = state.n * g.hazard * Math.exp(-(p.day - g.pondedAt) / 25) + state.n * 0.00015;
        const lost = chance.count(every(d) * perDay);
        // Not all that die are found: larvae are eaten, or rot within the day.
        const found = chance.count(lost * (cold ? 0.85 : 0.45), 1);
        state.n = Math.max(10, state.n - lost);
        await p.trySend('dead.record', { unit: p.unit(state.unit), lotId: g.lotId, number: found }, 'Hand', {
          shortfall: 'yes',
        });
        // In its first season the hatchery wrote its feed down once a week, since then at every round.
        const days = Math.round(p.day - fedUntil);
        // The feed of the anchor's day goes meal by meal.
        if (days < (p.day < SECOND_SEASON ? 7 : 1) || p.day > -0.5) return;
        fedUntil = p.day;
        const gram = grams();
        const gain = gramsOn(p.day + days) - gram;
        const massG = Number((state.n * Math.max(CONVERSION * gain, UPKEEP * gram * days)).toPrecision(3));
        const from =
          p.day < SECOND_SEASON
            ? { feed: gram < 0.2 ? 'starter 0.4' : 'pellet 1.1' }
            : await this.feeding.bag(gram, massG);
        await p.trySend('feed.record', { unit: p.unit(state.unit), lotId: g.lotId, massG, ...from }, 'Hand');
        if (g.species === 'noble-crayfish' && p.day > FIRST_TRAY)
          p.at(p.day + 0.1, async () => {
            const left = trayAt(p.day, gram);
            await p.trySend('tray.check', { unit: p.unit(state.unit), lotId: g.lotId, left }, 'Hand');
          });
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
            batches: this.station.batches(mean),
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
    const to = [this.station.grab(kind) ?? this.station.grab('R'), this.station.grab('R')];
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
        batches: this.station.batches(each),
        totalMassG: Number((n * each * p.chance.normal(1, 0.012)).toPrecision(5)),
      },
    });
    // Pikeperch go over bars; the others by hand and eye into bowls.
    const barMm = g.species === 'pikeperch' ? this.sizes.barFor(gram) : null;
    const done = await p.trySend(
      'grade.record',
      {
        ...(barMm === null ? {} : { barsMm: [barMm] }),
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
      for (const u of to) this.station.give(u!);
      return;
    }
    this.station.give(state.unit);
    if (barMm !== null) this.sizes.graded([to[0], to[1]], gram, barMm);
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
        batches: this.station.batches(gram),
        bucketsG: buckets.slice(0, 60),
        bucketSdG: 30,
        emptied: true,
        ...riverRelease(site === sites[2] ? 'upper' : site === sites[3] ? 'lower' : null, Math.min(60, buckets.length)),
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
    this.station.give(state.unit);
  }

  async crayfish(day: number, number: number): Promise<void> {
    const { p } = this;
    const tank = this.station.grab('R');
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

  async opening(): Promise<void> {
    const { p } = this;
    const w = this.station.grab('W');
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

/** In the river a part of them is clipped, and the buckets are spread over the places of a reach. */
function riverRelease(reach: keyof typeof reaches | null, buckets: number) {
  if (reach === null) return {};
  const carriers = ['Anglers of Aldern', 'School of Ferrow', ''];
  return {
    mark: 'left pelvic clip',
    markedShare: 0.25,
    spread: reaches[reach].flatMap((point, i) => {
      const here = Math.floor(buckets / 3) + (i < buckets % 3 ? 1 : 0);
      return here > 0 ? [{ point, buckets: here, by: carriers[i]! }] : [];
    }),
  };
}
