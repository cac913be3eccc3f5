import { disorderOf } from '../development/model';
import { limitId, valueId } from './ids';
import type { Milestone, Stage } from './species';
import { stations } from './stations';

type Draft = {
  stages: readonly Stage[];
  milestones: readonly Milestone[];
  checks: readonly { id: string; stage: string }[];
  limits: readonly { what: string; stage: string; low?: number; high?: number }[];
  values: readonly { what: string }[];
  drift: readonly { stage: string }[];
  handsOff: readonly { id: string; from: number; to: number }[];
  inductions: readonly {
    id: string;
    parts: readonly number[];
    dosePerKg: { low: number; high: number };
    malesPerKg?: { low: number; high: number };
  }[];
  latencies: readonly { id: string; induction: string; eggStage?: string }[];
  eggStages: readonly { id: string }[];
};
type Fault = { path: (string | number)[]; says: string };

/** What of a species does not hang together, though each part is sound: stages out of order, names of what is not there. */
export function faultsIn(s: Draft): Fault[] {
  const faults: Fault[] = [];
  const add = (says: string, ...path: (string | number)[]) => faults.push({ path, says });
  const stages = s.stages.map((x) => x.id);
  const twice = (list: string, ids: readonly string[], key = 'id') => {
    for (const [i, id] of ids.entries()) if (ids.indexOf(id) < i) add(`${id} stands twice`, list, i, key);
  };
  twice('stages', stages);
  twice(
    'milestones',
    s.milestones.map((m) => m.id),
  );
  twice(
    'checks',
    s.checks.map((c) => c.id),
  );
  twice('limits', s.limits.map(limitId), 'what');
  twice('values', s.values.map(valueId), 'what');
  twice(
    'handsOff',
    s.handsOff.map((h) => h.id),
  );
  twice(
    'drift',
    s.drift.map((d) => d.stage),
    'stage',
  );
  if (s.stages[0]?.station !== 'eggs') add('the first stage is of eggs', 'stages', 0, 'station');
  s.stages.forEach((x, i) => {
    const before = s.stages[i - 1];
    if (before && stations.indexOf(x.station) < stations.indexOf(before.station))
      add(`lies before the station of ${before.name}`, 'stages', i, 'station');
  });
  let entered = 0;
  s.milestones.forEach((m, i) => {
    if (m.enters === undefined) return;
    const at = stages.indexOf(m.enters);
    if (at < 1) add(`there is no later stage ${m.enters}`, 'milestones', i, 'enters');
    else if (at <= entered)
      add('stands in another order than the stages that it leads into', 'milestones', i, 'enters');
    entered = Math.max(entered, at);
  });
  const late = disorderOf(s.milestones.map((m) => ({ model: m.model, sumFrom: m.sumFrom })));
  if (late >= 0)
    add(
      'counts from fertilisation and is over before the one before it, at any temperature',
      'milestones',
      late,
      'model',
    );
  const known = (list: 'checks' | 'limits' | 'drift', all: boolean) =>
    s[list].forEach((x, i) => {
      if (!stages.includes(x.stage) && !(all && x.stage === 'all'))
        add(`there is no stage ${x.stage}`, list, i, 'stage');
    });
  known('checks', false);
  known('limits', true);
  known('drift', false);
  const lacking = s.stages.filter((x) => !s.drift.some((d) => d.stage === x.id));
  if (lacking.length > 0) add(`lacks ${lacking.map((x) => x.name).join(', ')}`, 'drift');
  s.limits.forEach((l, i) => {
    if (l.low !== undefined && l.high !== undefined && l.low >= l.high)
      add('must lie above the lowest', 'limits', i, 'high');
    if (l.low === undefined && l.high === undefined) add('has neither a lowest nor a highest', 'limits', i, 'low');
  });
  s.handsOff.forEach((h, i) => {
    if (h.from >= h.to) add('must lie after its beginning', 'handsOff', i, 'to');
  });
  s.inductions.forEach((d, i) => {
    if (d.malesPerKg && d.malesPerKg.low > d.malesPerKg.high)
      add('lies below the lowest', 'inductions', i, 'malesPerKg', 'high');
    if (d.dosePerKg.low > d.dosePerKg.high) add('lies below the lowest', 'inductions', i, 'dosePerKg', 'high');
    if (Math.abs(d.parts.reduce((a, b) => a + b, 0) - 1) > 1e-6)
      add('do not make up the whole dose', 'inductions', i, 'parts');
  });
  s.latencies.forEach((l, i) => {
    if (!s.inductions.some((d) => d.id === l.induction))
      add(`there is no treatment ${l.induction}`, 'latencies', i, 'induction');
    if (l.eggStage !== undefined && !s.eggStages.some((e) => e.id === l.eggStage))
      add(`there is no egg stage ${l.eggStage}`, 'latencies', i, 'eggStage');
  });
  return faults;
}
