import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';

/** A pond that is made ready for the season, and one whose run goes on. */
export class PondRuns {
  constructor(private readonly p: Player) {}

  lay(): void {
    const { p } = this;
    p.at(-330, () =>
      this.open('P1', -330, {
        fertiliser: 'compost',
        fertiliserKgPerHa: 2500,
        soilPH: 6.4,
        soil: 'clay',
        lime: 'carbonate',
      }),
    );
    p.at(-16, () =>
      this.open('P2', -16, {
        soilPH: 5.8,
        soil: 'loam',
        lime: 'carbonate',
        fertiliser: 'compost',
        fertiliserKgPerHa: 2000,
        rain: [-12, -11].map((d) => Math.round(p.anchor + d * DAY_MS)),
      }),
    );
    const steps: readonly [pond: string, day: number, what: string, more?: Record<string, unknown>][] = [
      ['P1', -328, 'drain'],
      ['P1', -318, 'dry'],
      ['P1', -316, 'repair'],
      ['P1', -315, 'lime', { kg: 130 }],
      ['P1', -306, 'flush'],
      ['P1', -305, 'fertilise', { kg: 190 }],
      ['P1', -298, 'fill'],
      ['P1', -291, 'bloom'],
      ['P1', -280, 'food', { discCm: 38 }],
      ['P1', -250, 'food', { discCm: 31 }],
      ['P1', -20, 'food', { discCm: 62, said: 'clear after the winter' }],
      ['P2', -14, 'drain'],
      ['P2', -2.2, 'dry', { said: 'two wet days' }],
    ];
    for (const [pond, day, what, more] of steps)
      p.at(day + 0.3, async () => {
        const run = this.runs.get(pond);
        if (run) await p.trySend('pond.note', { run, what, ...more }, 'Hand');
      });
  }

  private readonly runs = new Map<string, number>();

  private async open(pond: string, day: number, plan: Record<string, unknown>): Promise<void> {
    const { p } = this;
    const made = await p.trySend(
      'pond.open',
      { unit: p.unit(pond), begunAt: Math.round(p.anchor + day * DAY_MS), areaM2: 750, depthCm: 120, ...plan },
      'Manager',
    );
    if (made) this.runs.set(pond, Number(made.id));
  }
}
