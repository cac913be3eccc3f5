import type { Player } from '../player';

const row = (letter: string, count: number) => Array.from({ length: count }, (_, i) => `${letter}${i + 1}`);

/** What the whole station shares: which units are free, and how its people take samples. */
export class Station {
  private readonly free: Record<string, string[]> = {
    T: row('T', 40),
    A: row('A', 6),
    J: row('J', 16),
    R: row('R', 24),
    W: row('W', 10),
    P: row('P', 3),
  };

  constructor(readonly p: Player) {}

  grab(kind: string): string | null {
    return this.free[kind]!.shift() ?? null;
  }
  /** A unit by its name where it is free, else the last of its kind that is. */
  take(unit: string): string {
    const list = this.free[unit.replace(/\d+/g, '')]!;
    const at = list.indexOf(unit);
    return list.splice(at < 0 ? list.length - 1 : at, 1)[0] ?? unit;
  }
  give(unit: string): void {
    const kind = unit.replace(/\d+/g, '');
    const list = this.free[kind]!;
    list.push(unit);
    list.sort((a, b) => Number(a.slice(1)) - Number(b.slice(1)));
  }

  /** Samples of a volume as people take them, with their scatter. */
  samples(perMl: number, volumeMl: number, bias = 1) {
    return Array.from({ length: this.p.chance.whole(3, 5) }, () => ({
      volumeMl,
      count: Math.max(1, Math.round(perMl * volumeMl * bias * this.p.chance.normal(1, 0.035))),
    }));
  }
  batches(grams: number) {
    const count = Math.max(8, Math.min(120, Math.round(25 / grams)));
    return Array.from({ length: this.p.chance.whole(5, 7) }, () => {
      const n = count + this.p.chance.whole(-3, 3);
      return { count: n, massG: Number((n * grams * this.p.chance.normal(1, 0.03)).toPrecision(4)) };
    });
  }
}
