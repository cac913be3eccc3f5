import { z } from 'zod';
import { ledger } from '@/modules/records/views/ledger';
import { db } from '../../_server/database';
import { signedIn } from '../../_server/session';

const query = z.object({ lot: z.coerce.number().int().positive(), at: z.coerce.number().int().nonnegative() });

/** The last entries of a lot up to an instant: `/api/ledger?lot=12&at=1933912800000`. */
export async function GET(request: Request): Promise<Response> {
  const person = await signedIn();
  if (!person) return Response.json({}, { status: 401 });
  const q = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!q.success) return Response.json({ error: 'give a lot and an instant' }, { status: 400 });
  const entries = await ledger(db(), person.siteId, {
    lotId: q.data.lot,
    until: q.data.at,
    limit: 3,
    us: person.units === 'us',
  });
  return Response.json(
    entries.map(({ id, at, word, where, says, voided }) => ({
      id,
      at,
      word,
      says: [where, says].filter(Boolean).join(': '),
      voided,
    })),
    { headers: { 'cache-control': 'no-store' } },
  );
}
