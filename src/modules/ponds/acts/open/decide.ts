import { areaDiffers } from '@/core/ponds/map';
import { pondPlan } from '@/core/ponds/plan';
import { plain } from '@/core/quantities/format';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { standingsIn, unitById } from '@/server/stock/standing';
import { openRun, runsOf } from '../../runs';
import { drawnPonds } from '../../views/pondMap';
import { openPond, otherArea } from './act';

/** A pond is begun at most so far back or ahead. */
const [BACK_DAYS, AHEAD_DAYS] = [400, 200];

export const decision = decides(openPond, async (c, p) => {
  const unit = await unitById(c, p.unit);
  if (unit.kind !== 'pond')
    throw new ActRefused('noPond', `${unit.name} is no pond.`, 'unit', 'Choose a pond, or make one in set-up.');
  if (p.begunAt < c.now - BACK_DAYS * DAY_MS || p.begunAt > c.now + AHEAD_DAYS * DAY_MS)
    throw new ActRefused('day', 'That day is too far away.', 'begunAt', 'Check the year.');
  const drawn = (await drawnPonds(c.trx, c.site.id, [unit.name]))?.ponds[0];
  if (drawn && areaDiffers(p.areaM2, drawn.areaM2))
    ask(c, otherArea, {
      message: `The map draws ${unit.name} with ${plain(Number(drawn.areaM2.toPrecision(3)))} m², not ${plain(p.areaM2)} m².`,
      path: 'areaM2',
      todo: 'A digit too many, ares for m², another pond? Lime, fertiliser and what kills go by the area.',
      choices: [{ value: 'measured', label: 'It is measured', why: 'the area of the water, not of the map' }],
    });
  const prepared = pondPlan.parse(p);
  if (p.run !== undefined) {
    const { more } = await openRun(c, p.run);
    const plan = JSON.stringify({ ...prepared, more });
    await c.trx('pond_run').where({ id: p.run, site_id: c.site.id }).update({ plan, begun_at: p.begunAt });
    return { id: p.run };
  }
  const other = (await runsOf(c.trx, c.site.id)).find((r) => r.unitId === unit.id && r.closedAt === null);
  if (other)
    throw new ActRefused(
      'openAlready',
      `A run of ${unit.name} is open.`,
      'unit',
      'Close it first: one run, one sheet.',
    );
  const here = (await standingsIn(c, unit.id, c.now)).filter((s) => s.number > 0);
  if (here.length > 0 && p.begunAt <= c.now && p.poison)
    throw new ActRefused(
      'stands',
      `${here[0]!.lot.name} stands in ${unit.name}.`,
      'unit',
      'Harvest it first: nothing that kills is planned over fish.',
    );
  const [id] = (await c.trx('pond_run').insert({
    site_id: c.site.id,
    unit_id: unit.id,
    plan: JSON.stringify(prepared),
    begun_at: p.begunAt,
    begun_by: c.actor.id,
  })) as [number];
  return { id };
});
