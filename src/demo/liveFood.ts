import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';
import type { Station } from './water/station';

/** A beaker looked at. */
export const looked = async (p: Player, sample: Record<string, unknown>): Promise<void> =>
  void (await p.trySend('check.record', sample, 'Culturist'));

/** When half of the larvae had hatched, at the station that they came from. */
const HATCHED = -11.6;
const CAME = -5.4;
/** What a gram of cysts gives here, give or take: counted at each harvest. */
const PER_GRAM = [196_000, 211_000, 187_000, 204_000, 199_000, 214_000];

/** Small larvae in cold water: rotifers longer than the shipped regime has them, and thinner. */
const LONG_ON_ROTIFERS = [
  { feed: 'rotifers', from: 3, to: 14, mealsPerDay: 4, perMl: 2 },
  { feed: 'newly hatched brine shrimp', from: 9, to: 26, mealsPerDay: 5, perMl: 3 },
  { feed: 'starter 0.2 to 0.4 mm', from: 20, to: 36, mealsPerDay: 20 },
  { feed: 'crumble 0.4 to 0.8 mm', from: 32, mealsPerDay: 16 },
];
/** Rotifers of two cultures by day, the last of this morning: in a sample of half a millilitre, with eggs of sixty. */
const ROTIFERS = {
  RC1: { half: [60, 75, 90, 105, 103, 108, 104, 110], eggs: [22, 24, 23, 21, 22, 20, 23, 22], takenFrom: 3 },
  RC2: { half: [60, 80, 100, 112, 110, 102, 90, 58], eggs: [22, 24, 23, 21, 18, 12, 6, 3], takenFrom: 4 },
};

/**
 * Pikeperch larvae in two sister tanks on two regimes, and the cones that feed them. Nothing is left to chance, so that
 * the season's own dice stay as they fell.
 */
export class LiveFood {
  private readonly cones = new Map<string, number>();
  private harvests = 0;
  private larvae: number | null = null;

  constructor(
    private readonly p: Player,
    private readonly station: Station,
  ) {}

  lay(): void {
    const { p } = this;
    p.at(-539, async () => {
      for (const name of ['C1', 'C2', 'C3', 'C4'])
        this.cones.set(name, Number((await p.send('vessel.save', { name, kind: 'cone', volumeL: 60 })).id));
    });
    p.at(CAME, () => this.come());
    for (const [name, r] of Object.entries(ROTIFERS)) this.culture(name, r);
    // Two cones a day, one after the other; the last was sown an hour late yesterday.
    for (let d = -5; d < -1; d++) {
      this.sow(d + 0.02, d % 2 === 0 ? 'C1' : 'C3', 115);
      this.sow(d + 0.3, d % 2 === 0 ? 'C2' : 'C4', 110);
    }
    this.sow(-1 + 0.02, 'C3', 118, false);
    this.sow(-1 + 0.29, 'C4', 118, false);
    p.at(-0.035, () => this.harvest('C3', 118));
  }

  /** A culture counted each morning, and what of it was taken; one of them is about to crash. */
  private culture(name: string, r: (typeof ROTIFERS)['RC1']): void {
    const { p } = this;
    const litres = 60;
    let vessel = 0;
    p.at(-8.1, async () => {
      vessel = Number((await p.send('vessel.save', { name, kind: 'culture', volumeL: litres })).id);
      await p.trySend('culture.start', { vessel, organism: 'rotifers', perMl: 2 * r.half[0]! }, 'Culturist');
    });
    for (const [i, half] of r.half.entries())
      p.at(i - 7.06, async () => {
        await p.trySend(
          'culture.count',
          {
            vessel,
            sampleMl: 0.5,
            counts: [half - 3, half + 4, half - 1],
            carrying: r.eggs[i],
            eggsOf: 60,
            takenL: i >= r.takenFrom && (name === 'RC1' || i < 6) ? 18 : undefined,
          },
          'Hand',
          { sure: 'yes' },
        );
        if (name === 'RC1' && this.larvae !== null)
          await p.trySend(
            'prey.give',
            { unit: p.unit('R23'), lotId: this.larvae, number: 1_000_000, prey: 'rotifers', vessel },
            'Hand',
            { sure: 'yes' },
          );
      });
  }

  private async come(): Promise<void> {
    const { p } = this;
    for (const unit of ['R23', 'R24']) this.station.take(unit);
    const done = await p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species: 'pikeperch',
        lotName: 'PP-30-T1',
        stage: 'fry',
        unit: p.unit('R24'),
        measured: { method: 'estimated', number: 60_000, half: 6000 },
        origin: 'Tessel brook station',
        note: 'six days after the hatch, feeding',
      },
      'Culturist',
      { overload: 'yes' },
    );
    if (!done) return;
    const lotId = Number(done.lotId);
    this.larvae = lotId;
    await p.trySend(
      'move.record',
      {
        sources: [
          {
            unit: p.unit('R24'),
            lotId,
            stage: 'fry',
            amount: { kind: 'measured', measured: { method: 'estimated', number: 30_000, half: 2500 } },
          },
        ],
        to: p.unit('R23'),
      },
      'Culturist',
      { tempered: 'tempered', overload: 'yes', shortfall: 'yes', answer: 'yes' },
    );
    for (const [unit, regime, steps] of [
      ['R23', 'percid-rotifers', LONG_ON_ROTIFERS],
      ['R24', 'percid-brine-shrimp', undefined],
    ] as const)
      await p.trySend(
        'regime.follow',
        { unit: p.unit(unit), lotId, regime, steps, hatchedAt: Math.round(p.anchor + HATCHED * DAY_MS) },
        'Culturist',
      );
    for (let d = Math.ceil(CAME); d <= 0; d++)
      for (const [i, hour] of [0.0, 0.16, 0.32, 0.47].entries())
        p.at(d + hour - 0.03, async () => {
          for (const unit of ['R23', 'R24'])
            await p.trySend(
              'prey.give',
              { unit: p.unit(unit), lotId, number: 4_800_000 + 150_000 * i, prey: 'brine shrimp' },
              'Hand',
              { sure: 'yes' },
            );
        });
    for (const [day, unit, number] of [
      [-2.1, 'R23', 620],
      [-2.1, 'R24', 380],
      [-1.07, 'R23', 540],
      [-1.07, 'R24', 310],
      [-0.06, 'R23', 410],
      [-0.06, 'R24', 260],
    ] as const)
      p.at(
        day,
        async () =>
          void (await p.trySend('dead.record', { unit: p.unit(unit), lotId, number }, 'Hand', { shortfall: 'yes' })),
      );
    for (const [day, unit, mg] of [
      [-2.1, 'R23', 3.1],
      [-2.1, 'R24', 3.6],
    ] as const)
      p.at(day, async () => {
        await p.trySend(
          'weigh.record',
          { unit: p.unit(unit), lotId, batches: [0.97, 1, 1.03].map((f) => ({ massG: 0.1 * mg * f, count: 100 })) },
          'Culturist',
          { sure: 'yes' },
        );
      });
    for (const [day, unit, check, successes, trials] of [
      [-2.1, 'R23', 'gutFull', 41, 50],
      [-2.1, 'R24', 'gutFull', 46, 50],
      [-1.08, 'R23', 'gutFull', 43, 50],
      [-1.08, 'R24', 'gutFull', 49, 50],
      [-1.08, 'R23', 'bladder', 39, 50],
      [-1.08, 'R24', 'bladder', 47, 50],
      [-0.07, 'R23', 'gutFull', 47, 60],
      [-0.07, 'R24', 'gutFull', 58, 60],
      [-0.07, 'R24', 'clinging', 1, 60],
      [-0.07, 'R23', 'clinging', 9, 60],
    ] as const)
      p.at(day, () => looked(p, { unit: p.unit(unit), lotId, stage: 'fry', check, successes, trials }));
  }

  /** Sown, and harvested when it has hatched; the harvest of today is still to be done. */
  private sow(day: number, cone: string, cystsG: number, harvested = true): void {
    const { p } = this;
    p.at(day, async () => {
      await p.trySend('cysts.sow', { vessel: this.cones.get(cone), cystsG, strain: 'small', celsius: 28 }, 'Hand', {
        over: 'yes',
        dense: 'yes',
      });
    });
    if (harvested) p.at(day + 22.5 / 24, () => this.harvest(cone, cystsG));
  }

  private async harvest(cone: string, cystsG: number): Promise<void> {
    const number = PER_GRAM[this.harvests++ % PER_GRAM.length]! * cystsG;
    const litres = 40;
    const perSample = Math.round(number / (litres * 1000) / 4);
    await this.p.trySend(
      'cysts.harvest',
      {
        vessel: this.cones.get(cone),
        totalVolumeL: litres,
        sampleMl: 0.25,
        counts: [perSample - 4, perSample + 5, perSample],
      },
      'Hand',
      { sure: 'yes' },
    );
  }
}
