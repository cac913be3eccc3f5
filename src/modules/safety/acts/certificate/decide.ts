import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveCertificate } from './act';

export const decision = decides(saveCertificate, async (c, p) => {
  if (!(await c.trx('person').where({ id: p.person, site_id: c.site.id }).first('id')))
    throw new ActRefused('noPerson', 'There is no such person.', 'person');
  const row = { person_id: p.person, what: p.what, said: p.said, until: p.until };
  if (p.id !== undefined) {
    const own = c.trx('certificate').where({ id: p.id, site_id: c.site.id });
    const n = p.dropped ? await own.delete() : await own.update(row);
    if (n === 0) throw new ActRefused('noCertificate', 'There is no such certificate any more.', 'id');
    return { id: p.id };
  }
  const [id] = (await c.trx('certificate').insert({ site_id: c.site.id, ...row })) as [number];
  return { id };
});
