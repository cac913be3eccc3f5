import { hash } from '@node-rs/argon2';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { addPerson } from './act';

export const decision = decides(addPerson, async (c, p) => {
  if (await c.trx('person').where({ site_id: c.site.id, name: p.name }).first('id'))
    throw new ActRefused('nameTaken', 'There is somebody of that name already.', 'name', 'Add an initial.');
  const [id] = (await c.trx('person').insert({
    site_id: c.site.id,
    name: p.name,
    role: p.role,
    password_hash: await hash(p.password),
    units: p.units,
    locale: p.locale,
  })) as [number];
  return { id };
});
