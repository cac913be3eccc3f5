import { CalculationError } from '@/core/calculation';
import { regimeInOrder } from '@/core/feeding/regime';
import { regimePlan } from '@/core/feeding/regimes';
import { shippedRegimes } from '@/reference/regimes';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveRegime } from './act';

export const decision = decides(saveRegime, async (c, p) => {
  const species = await c.species(p.species);
  const id = p.name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  if (!id || shippedRegimes().some((r) => r.id === id || r.name === p.name))
    throw new ActRefused('nameTaken', 'That name belongs to a regime that ships.', 'name', 'Name it otherwise.');
  try {
    regimeInOrder(p.steps, p.by);
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    throw new ActRefused('steps', `${e.message}.`, e.path, 'Put the step right.');
  }
  const content = regimePlan.parse({ ...p, id, species: [species.id] });
  await c
    .trx('regime')
    .insert({
      site_id: c.site.id,
      id,
      content: JSON.stringify(content),
      recorded_by: c.actor.id,
      recorded_at: c.now,
    })
    .onConflict(['site_id', 'id'])
    .merge();
  return { id };
});
