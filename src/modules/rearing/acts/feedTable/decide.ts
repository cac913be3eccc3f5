import { feedTable } from '@/core/feeding/feedTable';
import { readFeedTable } from '@/core/feeding/readFeedTable';
import { shippedFeeding } from '@/reference/feeding';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveFeedTable } from './act';

export const decision = decides(saveFeedTable, async (c, p) => {
  for (const id of p.species) await c.species(id);
  const read = readFeedTable(p.text, p.locale);
  if (!read.ok)
    throw new ActRefused(
      'badTable',
      `Line ${read.line}${read.text ? ` (“${read.text.slice(0, 40)}”)` : ''}: ${read.why}.`,
      'text',
      'Correct it in the file and read it in again: nothing of it was taken.',
    );
  const id = p.name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  if (!id || shippedFeeding().tables.some((t) => t.id === id))
    throw new ActRefused('nameTaken', 'That name belongs to a table that ships.', 'name', 'Name it otherwise.');
  const parsed = feedTable.safeParse({
    id,
    name: p.name,
    species: p.species,
    celsius: read.celsius,
    rows: read.rows,
    source: p.source,
  });
  if (!parsed.success)
    throw new ActRefused('badTable', `${parsed.error.issues[0]!.message}.`, 'text', 'Correct it in the file.');
  await c
    .trx('feed_table')
    .insert({
      site_id: c.site.id,
      id,
      content: JSON.stringify(parsed.data),
      recorded_by: c.actor.id,
      recorded_at: c.now,
    })
    .onConflict(['site_id', 'id'])
    .merge();
  return { id, masses: read.rows.length, temperatures: read.celsius.length };
});
