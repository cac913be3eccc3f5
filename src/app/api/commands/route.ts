import { after } from 'next/server';
import { z } from 'zod';
import { execute } from '@/modules/door';
import { ActRefused } from '@/server/act/refused';
import { heldNow } from '@/server/stock/numbers/heldNow';
import { db, now } from '../../_server/database';
import { workAllDates, workDates } from '../../_server/dates';
import { replyTo, sameOrigin } from '../../_server/reply';
import { signedIn } from '../../_server/session';

const sent = z.object({
  id: z.string(),
  type: z.string().max(60),
  payload: z.record(z.string(), z.unknown()),
  answers: z.record(z.string().max(40), z.string().max(40)).default({}),
  madeAt: z.number().int().optional(),
});

/** The one address to which records are sent: screens, log line and outbox alike. */
export async function POST(request: Request): Promise<Response> {
  if (!sameOrigin(request))
    return Response.json(
      { refused: { code: 'origin', message: 'This came from another site.', path: '', todo: '' } },
      { status: 403 },
    );
  let person: Awaited<ReturnType<typeof signedIn>>;
  try {
    person = await signedIn();
  } catch (e) {
    return replyTo(e);
  }
  if (!person)
    return Response.json(
      {
        refused: {
          code: 'signIn',
          message: 'You are signed out.',
          path: '',
          todo: 'Sign in again; what you typed is kept here.',
        },
      },
      { status: 401 },
    );
  try {
    const parsed = sent.safeParse(await request.json().catch(() => null));
    if (!parsed.success) throw new ActRefused('payload', 'This record cannot be read.');
    const done = await execute(db(), person, parsed.data, now());
    // Dates follow at once for what was just recorded; a file of readings may concern every lot: the rest follows after.
    await workDates(4).catch((e) => console.error('dates', e));
    after(workAllDates);
    // It is in: what it makes of the books is said besides, and never in its stead.
    const held = await heldNow(db(), person.siteId, done.entries).catch((e) => {
      console.error('held', e);
      return [];
    });
    return Response.json({ ...done, held });
  } catch (e) {
    return replyTo(e);
  }
}
