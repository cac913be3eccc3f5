import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveVessel } from './act';

export const decision = decides(saveVessel, async (c, p) => {
  const of = () => c.trx('vessel').where({ site_id: c.site.id });
  const known = await of().where({ name: p.name }).first('id');
  if (known && known.id !== p.id)
    throw new ActRefused('nameTaken', `${p.name} stands there already.`, 'name', 'Name it otherwise.');
  const row = { name: p.name, kind: p.kind, volume_l: p.volumeL, retired: p.retired };
  if (p.id === undefined) {
    const [id] = await c.trx('vessel').insert({ site_id: c.site.id, ...row });
    return { id: id! };
  }
  if (!(await of().where({ id: p.id }).first('id')))
    throw new ActRefused('noVessel', 'There is no such vessel.', 'id', 'Choose one of the list.');
  await c.trx('vessel').where({ id: p.id }).update(row);
  return { id: p.id };
});
