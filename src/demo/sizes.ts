import { Chance } from '@/core/chance';
import { lengthOf } from '@/core/feeding/pellet';
import { kept } from '@/core/grading/grader';
import type { Player } from './player';

/** Of the pikeperch here, whatever Reference guesses: bodies over length, and how dull the old grader is. */
const WIDTH = 0.132;
const DULL = 0.55;

/** Lengths as people measure them, to the half millimetre. */
const measured = (mm: number) => Number((Math.round(Math.max(4, mm) * 2) / 2).toFixed(1));

/** How sizes lie and part: lengths of samples, and what bars made of a tank. Draws its own chance, so that the season stays. */
export class Sizes {
  private readonly chance = new Chance(4107);

  constructor(private readonly p: Player) {}

  lay(): void {
    // Pikeperch that shoot apart within two weeks; char and ide that hardly do.
    for (const [unit, days] of [
      ['R10', [-13.3, -6.3, -0.56]],
      ['R13', [-20.3, -5.3]],
      ['R6', [-9.4]],
      ['W1', [-18.4, -4.4]],
    ] as const)
      for (const day of days) this.p.at(day, () => this.sample(unit, day));
  }

  /** The bar for half of a tank of fish of this mass, mm. */
  barFor(gram: number): number {
    return Number((WIDTH * lengthOf(gram, 1)).toFixed(1));
  }

  /** The day after a grading both classes are measured: what the bar really did. */
  graded(units: readonly [large: string, small: string], gram: number, barMm: number): void {
    const mean = lengthOf(gram, 1);
    const [small, large]: [number[], number[]] = [[], []];
    while (small.length < 60 || large.length < 60) {
      const mm = measured(this.chance.normal(mean, 0.16 * mean));
      (this.chance.next() < kept(mm * WIDTH, barMm, DULL) ? large : small).push(mm);
    }
    this.p.at(this.p.day + 0.9, async () => {
      await this.send(units[0], large.slice(0, 60), 'the day after grading');
      await this.send(
        units[1],
        small.slice(0, 60),
        'the bar was set too wide: some of these belong with the large ones',
      );
    });
  }

  private async sample(unit: string, day: number): Promise<void> {
    const stands = await this.p
      .reads('holding as h')
      .join('lot as t', 't.id', 'h.lot_id')
      .where('h.unit_id', this.p.unit(unit))
      .where('h.number', '>', 0)
      .first<{ id: number; lot: number; species: string } | undefined>({
        id: 'h.id',
        lot: 't.id',
        species: 't.species',
      });
    if (!stands) return;
    const weighed = await this.p
      .reads('observation')
      .where({ lot_id: stands.lot, kind: 'meanG' })
      .orderBy('at', 'desc')
      .first<{ value: number } | undefined>('value');
    if (!weighed) return;
    const shoots = stands.species === 'pikeperch';
    const mean = lengthOf(weighed.value, 1);
    // Of pikeperch the spread rises by half a per cent a day, and one in twelve shoots ahead.
    const cv = shoots ? 0.145 + 0.0045 * (14 + day) : 0.095 + 0.0007 * (21 + day);
    await this.send(
      unit,
      Array.from({ length: shoots ? 184 : 60 }, () => {
        const ahead = shoots && this.chance.next() < 0.03 + 0.004 * (14 + day);
        return measured(this.chance.normal(mean * (ahead ? 1.62 : 0.97), cv * mean * (ahead ? 0.8 : 1)));
      }),
    );
  }

  private async send(unit: string, lengthsMm: number[], note = ''): Promise<void> {
    await this.p.trySend('lengths.record', { unit: this.p.unit(unit), lengthsMm, note }, 'Culturist', { sure: 'yes' });
  }
}
