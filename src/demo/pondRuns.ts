import { DAY_MS } from '@/core/time/spans';
import type { Player } from './player';

/** A pond that is made ready for the season, and one whose run goes on. */
export class PondRuns {
  constructor(private readonly p: Player) {}

  lay(): void {
    const { p } = this;
    p.at(-330, () =>
      this.open('P2', -330, {
        fertiliser: 'compost',
        fertiliserKgPerHa: 2500,
        soilPH: 6.4,
        soil: 'clay',
        lime: 'carbonate',
      }),
    );
    p.at(-16, () =>
      this.open('P3', -16, {
        soilPH: 5.8,
        soil: 'loam',
        lime: 'carbonate',
        fertiliser: 'compost',
        fertiliserKgPerHa: 2000,
        rain: [-12, -11].map((d) => Math.round(p.anchor + d * DAY_MS)),
      }),
    );
    const steps: readonly [pond: string, day: number, what: string, more?: Record<string, unknown>][] = [
      ['P2', -328, 'drain'],
      ['P2', -318, 'dry'],
      ['P2', -316, 'repair'],
      ['P2', -315, 'lime', { kg: 130 }],
      ['P2', -306, 'flush'],
      ['P2', -305, 'fertilise', { kg: 190 }],
      ['P2', -298, 'fill'],
      ['P2', -291, 'bloom'],
      ['P2', -280, 'food', { discCm: 38 }],
      ['P2', -250, 'food', { discCm: 31 }],
      ['P2', -20, 'food', { discCm: 62, score: 'few', said: 'clear after the winter' }],
      ['P3', -14, 'drain'],
      ['P3', -2.2, 'dry', { said: 'two wet days' }],
    ];
    p.at(-5.4, () =>
      this.further('P2', {
        sampleDays: 28,
        harvest: 'total',
        harvestAt: Math.round(p.anchor + 9 * DAY_MS) - ((p.anchor + 9 * DAY_MS) % 3_600_000),
        drainLPerMin: 900,
        classes: [{ fromG: 0.3 }, { fromG: 0.5 }],
        profile: [
          { atM: 0, cm: 60 },
          { atM: 12, cm: 105 },
          { atM: 30, cm: 130 },
          { atM: 42, cm: 155 },
        ],
      }),
    );
    p.at(-5.3, () =>
      this.further('P3', {
        partners: [
          { name: 'tench', number: 1800, lengthMm: 34, feeds: 'bottom' },
          { name: 'ide', number: 1200, lengthMm: 48, feeds: 'plankton' },
          { name: 'pikeperch', number: 90, lengthMm: 82, feeds: 'animals' },
        ],
      }),
    );
    for (const [pond, day, what, more] of steps)
      p.at(day + 0.3, async () => {
        const run = this.runs.get(pond);
        if (run) await p.trySend('pond.note', { run, what, ...more }, 'Hand');
      });
  }

  private async further(pond: string, more: Record<string, unknown>): Promise<void> {
    const run = this.runs.get(pond);
    if (run) await this.p.trySend('pond.extend', { run, ...more }, 'Manager');
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
