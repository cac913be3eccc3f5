/**
 * A second, slower way to keep the stock books, for the property tests: whole numbers in a map and their doubt as a
 * dense covariance matrix, all worked again from the first fact at every change. It imports nothing from the books.
 */
export type Fact =
  | { kind: 'bring'; lot: string; unit: string; n: number; sd: number }
  | { kind: 'pour'; lot: string; unit: string; parts: { unit: string; share: number; sd: number }[] }
  | { kind: 'move'; lot: string; unit: string; to: string; n: number; sd: number }
  | { kind: 'moveAll'; lot: string; unit: string; to: string }
  | { kind: 'mix'; lots: [string, string]; units: [string, string]; into: string }
  | { kind: 'lose'; lot: string; unit: string; n: number; sd: number }
  | { kind: 'loseAll'; lot: string; unit: string }
  | { kind: 'census'; lot: string; unit: string; n: number; sd: number; mode: 'combine' | 'replace' | 'note' }
  | { kind: 'close'; lot: string; unit: string };

export type TimedFact = { id: number; at: number; rank: number; order: number; fact: Fact };

type Stand = { n: number; closed: boolean };

export class Impossible extends Error {}

export class NaiveBooks {
  readonly stands = new Map<string, Stand>();
  readonly lots = new Map<string, Map<string, number>>();
  private readonly cov = new Map<string, number>();
  unexplained = 0;

  static of(facts: readonly TimedFact[]): NaiveBooks {
    const books = new NaiveBooks();
    for (const f of [...facts].sort((a, b) => a.at - b.at || a.rank - b.rank || a.order - b.order || a.id - b.id))
      books.apply(f.fact);
    return books;
  }

  covariance(a: string, b: string): number {
    return this.cov.get(a < b ? `${a} ${b}` : `${b} ${a}`) ?? 0;
  }

  private keys(): string[] {
    return [...this.stands.keys()];
  }

  private stand(key: string): Stand {
    let s = this.stands.get(key);
    if (!s) {
      s = { n: 0, closed: false };
      this.stands.set(key, s);
    }
    return s;
  }

  private needed(key: string): Stand {
    const s = this.stands.get(key);
    if (!s || (s.n === 0 && s.closed)) throw new Impossible(`${key} is not there`);
    return s;
  }

  /** A linear step: new = A · old + B · noise, with independent noises of the given sds. */
  private linear(change: Map<string, Map<string, number>>, noise: { sd: number; on: Map<string, number> }[]): void {
    const touched = new Set([...change.keys(), ...noise.flatMap((e) => [...e.on.keys()])]);
    for (const t of touched) this.stand(t);
    const keys = this.keys();
    const row = (k: string) => change.get(k) ?? new Map([[k, 1]]);
    const next = new Map<string, number>();
    for (const a of keys)
      for (const b of keys) {
        if (a > b) continue;
        let v = 0;
        for (const [i, x] of row(a)) for (const [j, y] of row(b)) v += x * y * this.covariance(i, j);
        for (const e of noise) v += (e.on.get(a) ?? 0) * (e.on.get(b) ?? 0) * e.sd ** 2;
        next.set(`${a} ${b}`, v);
      }
    for (const [k, v] of next) this.cov.set(k, v);
  }

  private static shareOut(total: number, shares: number[]): number[] {
    const sum = shares.reduce((s, v) => s + v, 0);
    const raw = shares.map((s) => (s / sum) * total);
    const out = raw.map((r) => Math.floor(r + 1e-9));
    while (out.reduce((s, v) => s + v, 0) < total) {
      let best = 0;
      for (let i = 1; i < raw.length; i++) if (raw[i]! - out[i]! > raw[best]! - out[best]! + 1e-8) best = i;
      out[best]! += 1;
    }
    return out;
  }

  apply(f: Fact): void {
    switch (f.kind) {
      case 'bring': {
        if (this.lots.has(f.lot)) throw new Impossible('lot exists');
        this.lots.set(f.lot, new Map([[f.lot, 1]]));
        const key = `${f.lot}|${f.unit}`;
        this.linear(new Map(), [{ sd: f.sd, on: new Map([[key, 1]]) }]);
        this.stand(key).n += f.n;
        this.stand(key).closed = false;
        break;
      }
      case 'pour': {
        const from = `${f.lot}|${f.unit}`;
        const s = this.needed(from);
        const sum = f.parts.reduce((t, p) => t + p.share, 0);
        const whole = Math.abs(sum - 1) < 1e-6;
        const numbers = NaiveBooks.shareOut(
          s.n,
          whole ? f.parts.map((p) => p.share) : [...f.parts.map((p) => p.share), 1 - sum],
        );
        const change = new Map<string, Map<string, number>>([[from, new Map([[from, whole ? 0 : 1 - sum]])]]);
        const noise = f.parts.map((p, i) => {
          const on = new Map<string, number>();
          f.parts.forEach((q, j) => {
            const to = `${f.lot}|${q.unit}`;
            const c = whole ? s.n * ((i === j ? 1 : 0) - q.share / sum) : i === j ? s.n : 0;
            if (c !== 0) on.set(to, c);
          });
          if (!whole) on.set(from, -s.n);
          return { sd: p.sd, on };
        });
        for (const p of f.parts)
          change.set(
            `${f.lot}|${p.unit}`,
            new Map([
              [`${f.lot}|${p.unit}`, 1],
              [from, whole ? p.share / sum : p.share],
            ]),
          );
        this.linear(change, noise);
        f.parts.forEach((p, i) => {
          const to = this.stand(`${f.lot}|${p.unit}`);
          to.n += numbers[i]!;
          to.closed = false;
          s.n -= numbers[i]!;
        });
        break;
      }
      case 'move':
      case 'lose': {
        const from = `${f.lot}|${f.unit}`;
        const s = this.needed(from);
        if (f.n > s.n) throw new Impossible('more than there');
        const on = new Map([[from, -1]]);
        if (f.kind === 'move') on.set(`${f.lot}|${f.to}`, 1);
        this.linear(new Map(), [{ sd: f.sd, on }]);
        s.n -= f.n;
        if (f.kind === 'move') {
          const to = this.stand(`${f.lot}|${f.to}`);
          to.n += f.n;
          to.closed = false;
        }
        break;
      }
      case 'moveAll': {
        const from = `${f.lot}|${f.unit}`;
        const to = `${f.lot}|${f.to}`;
        const s = this.needed(from);
        this.stand(to);
        this.linear(
          new Map([
            [from, new Map()],
            [
              to,
              new Map([
                [to, 1],
                [from, 1],
              ]),
            ],
          ]),
          [],
        );
        this.stand(to).n += s.n;
        this.stand(to).closed = false;
        s.n = 0;
        break;
      }
      case 'mix': {
        if (this.lots.has(f.into)) throw new Impossible('lot exists');
        const froms = f.lots.map((l, i) => `${l}|${f.units[i]}`);
        const to = `${f.into}|${f.units[1]}`;
        const stands = froms.map((k) => this.needed(k));
        const total = stands.reduce((t, s) => t + s.n, 0);
        const shares = new Map<string, number>();
        stands.forEach((s, i) => {
          for (const [fam, share] of this.lots.get(f.lots[i]!)!) {
            const v = (shares.get(fam) ?? 0) + share * (total > 0 ? s.n / total : 0.5);
            if (v > 0) shares.set(fam, v);
          }
        });
        this.lots.set(f.into, shares);
        this.linear(
          new Map([
            [froms[0]!, new Map()],
            [froms[1]!, new Map()],
            [
              to,
              new Map([
                [froms[0]!, 1],
                [froms[1]!, 1],
              ]),
            ],
          ]),
          [],
        );
        this.stand(to).n = total;
        for (const s of stands) s.n = 0;
        break;
      }
      case 'loseAll':
      case 'close': {
        const key = `${f.lot}|${f.unit}`;
        const s = f.kind === 'close' ? this.stands.get(key) : this.needed(key);
        if (!s) throw new Impossible('not there');
        if (f.kind === 'close') {
          this.unexplained += s.n;
          s.closed = true;
        }
        s.n = 0;
        this.linear(new Map([[key, new Map()]]), []);
        break;
      }
      case 'census': {
        const key = `${f.lot}|${f.unit}`;
        const s = this.needed(key);
        if (f.mode === 'note') break;
        const v = this.covariance(key, key);
        const k = f.mode === 'replace' || v + f.sd ** 2 === 0 ? 1 : v / (v + f.sd ** 2);
        this.linear(new Map([[key, new Map([[key, 1 - k]])]]), [{ sd: f.sd, on: new Map([[key, k]]) }]);
        const n = Math.round(s.n + k * (f.n - s.n));
        this.unexplained += s.n - n;
        s.n = n;
        s.closed = false;
        break;
      }
    }
    const inUnits = new Map<string, Set<string>>();
    for (const [key, s] of this.stands) {
      if (s.n === 0) continue;
      const [lot, unit] = key.split('|') as [string, string];
      inUnits.set(unit, (inUnits.get(unit) ?? new Set()).add(lot));
    }
    for (const lots of inUnits.values()) if (lots.size > 1) throw new Impossible('two lots in one unit');
  }
}
