import type { WorkMore } from '@/core/water/circuits/workMore';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { unique } from '@/server/names';
import { worksOf } from '../../works';
import { saveWork } from './act';

export const decision = decides(saveWork, async (c, p) => {
  await unique(c, 'work', { site_id: c.site.id, name: p.name, retired: false }, p.id, 'a work');
  const works = await worksOf(c.trx, c.site.id);
  const known = new Map(works.map((w) => [w.id, w]));
  if (p.id !== undefined && !known.has(p.id))
    throw new ActRefused('noWork', 'There is no such work any more.', 'id', 'Choose one of the drawing.');
  for (const from of p.from) {
    if (!known.has(from)) throw new ActRefused('noWork', 'There is no such work.', 'from', 'Choose one of the list.');
    if (from === p.id) throw new ActRefused('itself', 'It cannot take from itself.', 'from');
  }
  if (p.breaker !== null && known.get(p.breaker)?.kind !== 'breaker')
    throw new ActRefused('noBreaker', 'That is no electric circuit.', 'breaker', 'Choose one of the list.');
  if (p.breaker !== null && p.breaker === p.id) throw new ActRefused('itself', 'It cannot hang on itself.', 'breaker');
  const rooms = await c.trx('room').where({ site_id: c.site.id }).whereIn('id', p.rooms).pluck('id');
  if (rooms.length < new Set(p.rooms).size) throw new ActRefused('noRoom', 'There is no such room.', 'rooms');
  if (p.conditionedFrom !== null && p.doseMgPerL === null)
    throw new ActRefused(
      'dose',
      'How much ammonia is given a day?',
      'doseMgPerL',
      'As nitrogen in the water that is shared: commonly 2 to 4 mg/L.',
    );
  if (p.conditionedFrom !== null && p.conditionedFrom > c.now)
    throw new ActRefused(
      'future',
      'That day has not come.',
      'conditionedFrom',
      'Say it when it is begun; the start by which it must be is told before.',
    );
  const probes = await c.trx('sensor').where({ site_id: c.site.id }).whereIn('id', p.probes).pluck('id');
  if (probes.length < new Set(p.probes).size) throw new ActRefused('noProbe', 'There is no such probe.', 'probes');
  if (p.retired) {
    const behind = works.filter((w) => w.id !== p.id && (w.from.includes(p.id!) || w.breaker === p.id));
    if (behind.length > 0)
      throw new ActRefused(
        'needed',
        `${behind.map((w) => w.name).join(', ')} ${behind.length > 1 ? 'take' : 'takes'} from it.`,
        'retired',
        'Say first from where they take instead.',
      );
  }
  const row = {
    name: p.name,
    kind: p.kind,
    takes_from: JSON.stringify([...new Set(p.from)]),
    rooms: JSON.stringify([...new Set(p.rooms)]),
    breaker_id: p.breaker,
    watts: p.watts,
    amperes: p.amperes,
    flow_l_min: p.flowLPerMin,
    spare: p.spare,
    more: JSON.stringify({
      gives: p.gives,
      permit: p.permit,
      mediaM2: p.mediaM2,
      waterL: p.waterL,
      conditioning:
        p.doseMgPerL === null && p.stockAt === null
          ? null
          : { from: p.conditionedFrom, doseMgPerL: p.doseMgPerL, seeded: p.seeded, stock: p.stockAt },
      flushDays: p.flushDays,
      probes: [...new Set(p.probes)],
    } satisfies WorkMore),
    retired: p.retired,
  };
  if (p.id !== undefined) {
    await c.trx('work').where({ id: p.id, site_id: c.site.id }).update(row);
    return { id: p.id };
  }
  const [id] = (await c.trx('work').insert({ site_id: c.site.id, ...row })) as [number];
  return { id };
});
