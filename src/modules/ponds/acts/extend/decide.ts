import { pondMore } from '@/core/ponds/more';
import { pondPlan } from '@/core/ponds/plan';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { openRun } from '../../runs';
import { extendPond } from './act';

/** A harvest is planned at most so far ahead. */
const AHEAD_DAYS = 730;

export const decision = decides(extendPond, async (c, p) => {
  const of = await openRun(c, p.run);
  const { run: _, ...said } = p;
  const given = Object.fromEntries(Object.entries(said).filter(([, v]) => v !== undefined));
  const more = pondMore.parse({ ...of.more, ...given });
  if (p.harvestAt != null && (p.harvestAt < of.begunAt || p.harvestAt > c.now + AHEAD_DAYS * DAY_MS))
    throw new ActRefused(
      'day',
      'It cannot be harvested on that day.',
      'harvestAt',
      'After it was begun, within two years.',
    );
  for (let i = 1; i < more.profile.length; i++)
    if (more.profile[i]!.atM <= more.profile[i - 1]!.atM)
      throw new ActRefused(
        'profile',
        'The points go from the inlet on.',
        `profile.${i}.atM`,
        'Each further than the one before.',
      );
  const twice = more.partners.findIndex(
    (x, i) => more.partners.findIndex((y) => y.name.toLowerCase() === x.name.toLowerCase()) !== i,
  );
  if (twice >= 0)
    throw new ActRefused(
      'twice',
      `${more.partners[twice]!.name} stands twice.`,
      `partners.${twice}.name`,
      'One line for each kind.',
    );
  const again = more.bySex.findIndex((x, i) => more.bySex.findIndex((y) => y.sex === x.sex) !== i);
  if (again >= 0)
    throw new ActRefused('twice', 'That sex stands twice.', `bySex.${again}.sex`, 'One line for each: add them up.');
  if (more.bySex.length === 1)
    throw new ActRefused(
      'oneSex',
      'A share needs both sexes.',
      'bySex.0.number',
      'Say how many of the other were in the sample, or take the line away.',
    );
  await c
    .trx('pond_run')
    .where({ id: of.id })
    .update({ plan: JSON.stringify({ ...pondPlan.parse(of.plan), more }) });
  return { unit: of.unit };
});
