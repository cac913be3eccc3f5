import { DAY_MS } from '@/core/time/spans';
import { looked } from './liveFood';
import type { Player } from './player';
import type { Station } from './water/station';

const HATCHED = -19;
const CAME = -3.6;

/** Ide larvae in two sister tanks: one is fed from its first hour on, the other was overlooked. */
export class FirstMeals {
  constructor(
    private readonly p: Player,
    private readonly station: Station,
  ) {}

  lay(): void {
    this.p.at(CAME, () => this.come());
  }

  private async come(): Promise<void> {
    const { p } = this;
    const [first, second] = [this.station.take('R21'), this.station.take('R18')];
    const done = await p.trySend(
      'stock.bring',
      {
        account: 'arrived',
        species: 'ide',
        lotName: 'ID-30-T1',
        stage: 'yolksac',
        unit: p.unit(first),
        measured: { method: 'estimated', number: 44_000, half: 4000 },
        origin: 'Tessel brook station',
        note: 'some still with yolk, mouths open',
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
            unit: p.unit(first),
            lotId,
            stage: 'yolksac',
            amount: { kind: 'measured', measured: { method: 'estimated', number: 20_000, half: 2000 } },
          },
        ],
        to: p.unit(second),
      },
      'Culturist',
      { tempered: 'tempered', overload: 'yes', shortfall: 'yes', answer: 'yes', handsOff: 'yes' },
    );
    for (const unit of [first, second])
      await p.trySend(
        'regime.follow',
        {
          unit: p.unit(unit),
          lotId,
          regime: 'cyprinid-water-fleas',
          hatchedAt: Math.round(p.anchor + HATCHED * DAY_MS),
        },
        'Culturist',
      );
    for (let d = Math.ceil(CAME); d <= 0; d++)
      for (const hour of [0.02, 0.18, 0.34, 0.47])
        p.at(d + hour - 0.04, async () => {
          await p.trySend(
            'prey.give',
            { unit: p.unit(first), lotId, number: 900_000, prey: 'small water fleas, sieved' },
            'Hand',
            { sure: 'yes' },
          );
        });
    for (const [day, check, successes, trials] of [
      [-2.07, 'gutFull', 29, 40],
      [-1.07, 'gutFull', 36, 40],
      [-1.07, 'bladder', 38, 40],
      [-0.05, 'gutFull', 58, 60],
      [-0.05, 'yolkLeft', 4, 60],
    ] as const)
      p.at(day, () => looked(p, { unit: p.unit(first), lotId, stage: 'yolksac', check, successes, trials }));
    for (const [day, unit, number] of [
      [-1.06, first, 130],
      [-0.05, first, 90],
      [-0.05, second, 70],
    ] as const)
      p.at(
        day,
        async () =>
          void (await p.trySend('dead.record', { unit: p.unit(unit), lotId, number }, 'Hand', { shortfall: 'yes' })),
      );
  }
}
