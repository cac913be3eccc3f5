import { z } from 'zod';
import { pedigreeRows } from '@/modules/brood/views/brood';
import { inThread, Stopped } from '@/workers/thread';
import { db } from '../../_server/database';
import { replyTo } from '../../_server/reply';
import { signedIn } from '../../_server/session';

const asked = z.object({ species: z.string().max(40), among: z.array(z.number().int()).min(1).max(400) });

/** Kinship among some brood fish, from the whole pedigree of their species; stops when whoever asked goes away. */
export async function POST(request: Request): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({ error: 'You are signed out.' }, { status: 401 });
  const parsed = asked.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return Response.json({ error: 'Ask for 1 to 400 fish of one species.', path: 'among' }, { status: 422 });
  try {
    const animals = await pedigreeRows(db(), person.siteId, parsed.data.species);
    const among = parsed.data.among.map(String);
    const outcome = await inThread('genetics.kinship', { animals, among }, request.signal);
    if ('refused' in outcome) return Response.json({ error: outcome.refused.message, path: 'among' }, { status: 422 });
    if ('broken' in outcome) throw new Error(outcome.broken);
    const { order, kinship, completeness, inbreeding } = outcome.ok.output as {
      order: string[];
      kinship: number[][];
      completeness: Record<string, number>;
      inbreeding: Record<string, number>;
    };
    return Response.json({
      order,
      kinship,
      completeness,
      // Of those asked about only: the pedigree may hold thousands.
      inbreeding: Object.fromEntries(order.map((id) => [id, inbreeding[id] ?? 0])),
      pedigree: animals.length,
    });
  } catch (e) {
    if (e instanceof Stopped) return new Response(null, { status: 499 });
    return replyTo(e);
  }
}
