import { isoDay, startOfDay } from '@/core/time/localDay';
import { surplusPdf } from '@/modules/brood/papers/surplus';
import { surplusOfDay } from '@/modules/brood/views/surplus';
import { speciesBook } from '@/store/species';
import { db } from '../../_server/database';
import { pdfReply } from '../../_server/pdfReply';
import { requirePerson } from '../../_server/session';

/** `?species=arctic-char&day=2031-04-14`: the adults that went to food that day, for whoever receives them. */
export async function GET(request: Request): Promise<Response> {
  const person = await requirePerson();
  const q = new URL(request.url).searchParams;
  const species = (await speciesBook(db(), person.siteId)).get(q.get('species') ?? '');
  const day = q.get('day') ?? '';
  const at = /^\d{4}-\d\d-\d\d$/.test(day) ? startOfDay(day, person.timeZone) : Number.NaN;
  if (!species || !(isoDay(at || 0, person.timeZone) === day))
    return new Response('No such species, or no such day.', { status: 404 });
  const lines = await surplusOfDay(db(), person, species.id, at);
  if (lines.length === 0) return new Response('None of that species went to food that day.', { status: 404 });
  const { siteName: site, timeZone } = person;
  return pdfReply(
    await surplusPdf(lines, { site, species: species.name, day: at, timeZone, us: person.units === 'us' }),
    `surplus ${species.id} ${day}.pdf`,
  );
}
