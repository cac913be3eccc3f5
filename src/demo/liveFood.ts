import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';
import type { Station } from './station';

/** When half of the larvae had hatched, at the station that they came from. */
const HATCHED = -11.6;
const CAME = -5.4;
/** What a gram of cysts gives here, give or take: counted at each harvest. */
const PER_GRAM = [196_000, 211_000, 187_000, 204_000, 199_000, 214_000];

/**
 * Pikeperch larvae in two sister tanks on two regimes, and the cones that feed them. Nothing is left to chance, so that
 * the season's own dice stay as they fell.
 */
export class LiveFood {
  private readonly cones = new Map<string, number>();
  private harvests = 0;

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
    // Two cones a day, one after the other; the last was sown an hour late yesterday.
    for (let d = -5; d < -1; d++) {
      this.sow(d + 0.02, d % 2 === 0 ? 'C1' : 'C3', 115);
      this.sow(d + 0.3, d % 2 === 0 ? 'C2' : 'C4', 110);
    }
    this.sow(-1 + 0.02, 'C3', 118, false);
    this.sow(-1 + 0.29, 'C4', 118, false);
    p.at(-0.035, () => this.harvest('C3', 118));
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
    for (const [unit, regime] of [
      ['R23', 'percid-rotifers'],
      ['R24', 'percid-brine-shrimp'],
    ] as const)
      await p.trySend(
        'regime.follow',
        { unit: p.unit(unit), lotId, regime, hatchedAt: Math.round(p.anchor + HATCHED * DAY_MS) },
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
    for (const [day, unit, mg, share] of [
      [-2.1, 'R23', 3.1, 0.9],
      [-2.1, 'R24', 3.6, 0.96],
    ] as const)
      p.at(day, async () => {
        await p.trySend(
          'weigh.record',
          { unit: p.unit(unit), lotId, batches: [0.97, 1, 1.03].map((f) => ({ massG: 0.1 * mg * f, count: 100 })) },
          'Culturist',
          { sure: 'yes' },
        );
        await p.trySend(
          'check.record',
          {
            unit: p.unit(unit),
            lotId,
            stage: 'fry',
            check: 'gutFull',
            trials: 50,
            successes: Math.round(50 * share),
          },
          'Culturist',
        );
      });
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
