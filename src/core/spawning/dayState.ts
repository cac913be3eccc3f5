import type { ReadyFinding } from '../induction/latency';
import type { BathMixed, Crossed, Injected, LookedAt, MiltTaken, Nested, Stepped, Stripped } from './acts';
import type { Stamp } from './protocol';

/** An entry of the day, as it stands after all corrections. */
export type DayEntry = { id: string; kind: string; at: number; by: string; note: string; intent: unknown };

type Done<T> = T & { entry: string; at: number; by: string };
export type DayFish = {
  fish: number;
  injections: Done<Injected>[];
  checks: Done<LookedAt>[];
  strips: Done<Stripped>[];
  milts: Done<MiltTaken>[];
  /** Steps of protocols about taking her eggs. */
  stamps: Record<string, BowlStamp[]>;
};
export type BowlStamp = Stamp & { entry: string; by: string; note: string };
export type Bowl = Done<Crossed> & {
  /** Eggs on a nest: nothing was stripped or weighed. */
  nest: boolean;
  stamps: Record<string, BowlStamp[]>;
  /** Entry by which its eggs were counted and went to the books. */
  take: { entry: string; at: number } | null;
};
export type DayState = { fish: Map<number, DayFish>; bowls: Bowl[]; baths: Done<BathMixed>[] };

/**
 * What happened on a spawning day, from its entries: each fish with its injections, looks and gametes, each bowl with
 * its parents and stamps. Entries may come in any order; steps of a bowl that is gone count for nothing.
 */
export function dayState(entries: readonly DayEntry[]): DayState {
  const fish = new Map<number, DayFish>();
  const bowls = new Map<string, Bowl>();
  const baths: Done<BathMixed>[] = [];
  const of = (id: number): DayFish => {
    const known = fish.get(id);
    if (known) return known;
    const fresh = { fish: id, injections: [], checks: [], strips: [], milts: [], stamps: {} };
    fish.set(id, fresh);
    return fresh;
  };
  const sorted = [...entries].sort((a, b) => a.at - b.at);
  const done = <T extends object>(e: DayEntry) => ({ ...(e.intent as T), entry: e.id, at: e.at, by: e.by });
  // A bowl may be entered after its first steps, by somebody who writes up later.
  for (const e of sorted)
    if (e.kind === 'cross') {
      const b = done<Crossed>(e);
      bowls.set(b.bowl, { ...b, nest: false, stamps: {}, take: null });
    } else if (e.kind === 'nest') {
      const { female, ...b } = done<Nested>(e);
      bowls.set(b.bowl, {
        ...b,
        females: [{ fish: female, massG: 0 }],
        how: 'pooled',
        nest: true,
        stamps: {},
        take: null,
      });
    }
  for (const e of sorted)
    switch (e.kind) {
      case 'inject': {
        const i = done<Injected>(e);
        of(i.fish).injections.push(i);
        break;
      }
      case 'ready': {
        const c = done<LookedAt>(e);
        of(c.fish).checks.push(c);
        break;
      }
      case 'strip': {
        const s = done<Stripped>(e);
        of(s.fish).strips.push(s);
        break;
      }
      case 'milt': {
        const m = done<MiltTaken>(e);
        of(m.fish).milts.push(m);
        break;
      }
      case 'bath': {
        baths.push(done<BathMixed>(e));
        break;
      }
      case 'step': {
        const s = e.intent as Stepped;
        const at = s.fish === undefined ? bowls.get(s.bowl ?? '') : of(s.fish);
        if (!at) break;
        at.stamps[s.protocol] = [
          ...(at.stamps[s.protocol] ?? []).filter((x) => x.step !== s.step),
          {
            step: s.step,
            at: e.at,
            skipped: s.skipped,
            why: s.why || e.note,
            value: s.value ?? null,
            entry: e.id,
            by: e.by,
            note: e.note,
          },
        ];
        break;
      }
      case 'take': {
        const bowl = bowls.get(String((e.intent as { bowl?: string }).bowl ?? ''));
        if (bowl) bowl.take = { entry: e.id, at: e.at };
        break;
      }
    }
  return { fish, baths, bowls: [...bowls.values()].sort((a, b) => a.at - b.at) };
}

/** Eggs of a female that are in no bowl yet, by mass. */
export function eggsLeft(state: DayState, fish: number): number {
  const stripped = state.fish.get(fish)?.strips.reduce((s, x) => s + x.massG, 0) ?? 0;
  const used = state.bowls.flatMap((b) => b.females).reduce((s, f) => s + (f.fish === fish ? f.massG : 0), 0);
  return Math.max(0, stripped - used);
}

/** The last that was found of a fish; what has run once has run. */
export const lastFound = (f: DayFish | undefined): ReadyFinding | null => f?.checks.at(-1)?.found ?? null;

/** The next free name for a bowl: A, B, … Z, A2, B2 … */
export function nextBowl(bowls: readonly Pick<Bowl, 'bowl'>[]): string {
  const taken = new Set(bowls.map((b) => b.bowl));
  for (let n = 0; ; n++) {
    const name = `${String.fromCharCode(65 + (n % 26))}${n < 26 ? '' : Math.floor(n / 26) + 1}`;
    if (!taken.has(name)) return name;
  }
}
