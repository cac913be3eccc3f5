import { limitId, valueId } from './ids';
import type { Latency, Species } from './species';

/** Every value of a species with its provenance: for the list of what nobody has verified. */
export function provenances(s: Species): { path: string; what: string; source: string; hint: string }[] {
  // Limits may hold for all stages, or for one that the species does not tell apart.
  const named = (stage: string) =>
    stage === 'all' ? 'all stages' : (s.stages.find((x) => x.id === stage)?.name ?? stage);
  return [
    ...s.milestones.map((m) => ({
      path: `milestones.${m.id}`,
      what: `days to ${m.name}`,
      source: m.source,
      hint: m.hint,
    })),
    ...s.limits.map((l) => ({
      path: `limits.${limitId(l)}`,
      what: `limit: ${l.what} (${named(l.stage)})`,
      source: l.source,
      hint: l.hint,
    })),
    ...s.values.map((v) => ({ path: `values.${valueId(v)}`, what: v.what, source: v.source, hint: v.hint })),
    ...s.drift.map((d) => ({
      path: `drift.${d.stage}`,
      what: `unseen loss, ${named(d.stage)}`,
      source: d.source,
      hint: d.hint,
    })),
    ...s.handsOff.map((h) => ({
      path: `handsOff.${h.id}`,
      what: `hands off: ${h.why}`,
      source: h.source,
      hint: h.hint,
    })),
    ...s.tasks.map((t) => ({
      path: `tasks.${t.id}`,
      what: `routine: ${t.name} (${t.stations.map((x) => (x === 'eggs' ? 'eggs' : 'larvae')).join(', ')})`,
      source: t.source,
      hint: t.hint,
    })),
    ...(s.deaths
      ? [
          {
            path: 'deaths.shape',
            what: 'when eggs whiten',
            source: s.deaths.source,
            hint: s.deaths.hint,
          },
        ]
      : []),
    ...(s.polarisation
      ? [
          {
            path: 'polarisation.limits',
            what: 'polarisation index at which she is ready',
            source: s.polarisation.source,
            hint: s.polarisation.hint,
          },
        ]
      : []),
    ...s.inductions.map((i) => ({
      path: `inductions.${i.id}`,
      what: `dose of ${i.name}`,
      source: i.source,
      hint: i.hint,
    })),
    ...s.latencies.map((l) => ({
      path: `latencies.${l.id}`,
      what: `latency, ${latencyName(s, l)}`,
      source: l.source,
      hint: l.hint,
    })),
  ];
}

/** A row of the latency tables in words. */
export function latencyName(s: Species, l: Latency): string {
  const treatment = s.inductions.find((i) => i.id === l.induction)?.name ?? l.induction;
  const stage = s.eggStages.find((e) => e.id === l.eggStage)?.name;
  return stage ? `${treatment}, ${stage}` : treatment;
}
