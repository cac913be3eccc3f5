import { decides } from '@/server/context';
import { predictStanding } from '@/server/stock/jobs';
import { savePicking } from './act';

export const decision = decides(savePicking, async (c, p) => {
  if (p.falseAlarmsWeek !== undefined)
    await c.trx('site').where({ id: c.site.id }).update({ false_alarms_week: p.falseAlarmsWeek });
  for (const k of p.kinds)
    await c
      .trx('picking_method')
      .insert({ site_id: c.site.id, unit_kind: k.kind, method: k.method, found_share: k.foundShare })
      .onConflict(['site_id', 'unit_kind'])
      .merge();
  await predictStanding(c, ['eggs']);
  return {};
});
