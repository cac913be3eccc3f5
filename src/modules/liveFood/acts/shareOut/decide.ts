import { askGiven } from '@/modules/rearing/acts/prey/askGiven';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { vesselOf } from '@/server/stock/feeding/vessels';
import { idsOf, standing } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { shareOut, sure } from './act';

export const decision = decides(shareOut, async (c, p) => {
  const event = eventOf(c, p);
  const vessel = await vesselOf(c, p.vessel, c.now);
  const parts = p.parts.filter((x) => x.number > 0);
  if (parts.length === 0)
    throw new ActRefused('nothing', 'No tank gets any of it.', 'parts', 'Type how many each tank gets.');
  if (new Set(parts.map((x) => `${x.unit} ${x.lotId}`)).size !== parts.length)
    throw new ActRefused('twice', 'A tank stands there twice.', 'parts', 'One line for each.');
  const to = [];
  for (const x of parts)
    to.push({ at: await standing(c, x.unit, asOf(c, event), x, ['eats', 'ponded']), number: x.number });
  await askGiven(c, sure, to, event.at, vessel, 'parts');
  await c.record([
    {
      kind: 'preyShared',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: { ...p, parts, vesselName: vessel.name, unitNames: to.map((x) => x.at.unit.name).join(', ') },
      acts: [],
      observations: to.map(({ at, number }) => ({
        ...idsOf(at),
        kind: 'prey',
        value: number,
        said: p.prey,
        vessel_id: vessel.id,
      })),
    },
  ]);
  const given = parts.reduce((s, x) => s + x.number, 0);
  return { given, tanks: to.length, left: Math.max(0, (vessel.kept?.left ?? 0) - given) };
});
