import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { isTimeZone } from '../../places';
import { saveSite } from './act';

export const decision = decides(saveSite, async (c, p) => {
  if (!isTimeZone(p.timeZone))
    throw new ActRefused('timeZone', 'This is no time zone.', 'timeZone', 'Like Europe/Vienna or America/Anchorage.');
  await c.trx('site').where({ id: c.site.id }).update({
    name: p.name,
    time_zone: p.timeZone,
    lot_pattern: p.lotPattern,
    season_starts_month: p.seasonStartsMonth,
    weigh_every_days: p.weighEveryDays,
    count_above_percent: p.countAbovePercent,
  });
  return {};
});
