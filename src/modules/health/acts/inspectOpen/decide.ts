import { run } from '@/core/calculation';
import { drawSample } from '@/core/health/drawSample';
import { calculation as sampleSize } from '@/core/health/sampleSize';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { type Standing, standing } from '@/server/stock/standing';
import { inspectionPlan } from '../../input';
import { openInspect } from './act';

export const decision = decides(openInspect, async (c, p) => {
  const stood: Standing[] = [];
  for (const [i, unit] of [...new Set(p.units)].entries()) {
    const at = await standing(c, unit, c.now, {}, ['eats', 'ponded'], `units.${i}`);
    if (at.number > 0) stood.push(at);
  }
  const population = stood.reduce((s, x) => s + x.number, 0);
  if (population === 0) throw new ActRefused('empty', 'Nothing stands there.', 'units', 'Choose tanks with fish.');
  const { sampleSize: wanted } = run(sampleSize, {
    population,
    prevalence: p.prevalenceShare,
    confidence: p.confidenceShare,
    sensitivity: p.sensitivityShare,
  });
  const drawn = drawSample(
    wanted,
    stood.map((s, id) => ({ id, number: s.number })),
  );
  const [id] = (await c.trx('inspection').insert({
    site_id: c.site.id,
    plan: JSON.stringify(inspectionPlan.parse(p)),
    tanks: JSON.stringify(
      stood.map((s, i) => ({
        holding: s.holding.id,
        unit: s.unit.id,
        unitName: s.unit.name,
        lot: s.lot.id,
        lotName: s.lot.name,
        stage: s.place.stage,
        stood: s.number,
        draw: drawn[i]!.draw,
      })),
    ),
    wanted,
    opened_at: c.now,
    opened_by: c.actor.id,
  })) as [number];
  return { id, wanted };
});
