import { grouped } from '@/core/quantities/format';
import type { Flow } from '../views/flow';
import { alone, type Group, lineage, numberAt, type Run } from './layout';

/** The lot above or below at the same instant, over the bounds of species. */
export function neighbour(groups: readonly Group[], c: { at: number; group: number; run: number }, up: boolean) {
  const all = groups.flatMap((g, group) =>
    g.runs.flatMap((r, run) => (numberAt(r.band, c.at) > 0 ? [{ group, run }] : [])),
  );
  if (all.length === 0) return c;
  const i = all.findIndex((a) => a.group === c.group && a.run === c.run);
  const next = i < 0 ? 0 : Math.min(all.length - 1, Math.max(0, i + (up ? -1 : 1)));
  return { ...all[next]!, at: c.at };
}

/** What was lost about an instant, of one lot or of the species, the most first. */
export function lossesNear(flow: Flow, group: Group, at: number, run: Run | undefined) {
  const lots = new Set(run ? [run.band.lotId] : group.runs.map((r) => r.band.lotId));
  const nth = Math.floor((at - flow.from) / flow.stretch);
  const by = new Map<string, { account: string; cause?: string; number: number }>();
  for (const l of flow.losses) {
    if (!lots.has(l.lotId) || l.nth !== nth) continue;
    const known = by.get(l.account) ?? { account: l.account, cause: l.cause, number: 0 };
    by.set(l.account, { ...known, cause: known.cause || l.cause, number: known.number + l.number });
  }
  return [...by.values()].sort((a, b) => b.number - a.number);
}

/** In words, for a heading: how many of a lineage there are, and how many got so far. */
export function lineSays(flow: Flow, lot: number): string {
  const line = alone(flow, lineage(lot, flow.links));
  const made = new Set(line.links.map((l) => l.to));
  const began = line.bands.filter((b) => !made.has(b.lotId)).reduce((s, b) => s + (b.points[0]?.number ?? 0), 0);
  const alive = line.bands.reduce((s, b) => s + b.alive, 0);
  const out = line.marks.reduce((s, m) => s + m.number, 0);
  const share =
    began > 0 ? `, ${Math.round((100 * (alive + out)) / began)} % of the ${grouped(began)} it began with` : '';
  return `${grouped(alive)} alive${out > 0 ? `, ${grouped(out)} gone out` : ''}${share}`;
}
