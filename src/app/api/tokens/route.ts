import { createHash, randomBytes } from 'node:crypto';
import { uuidv7 } from 'uuidv7';
import { execute } from '@/modules/door';
import { db, now } from '../../_server/database';
import { replyTo, sameOrigin } from '../../_server/reply';
import { signedIn } from '../../_server/session';

/** Makes a key for a device. It is shown this once; only its hash is kept. */
export async function POST(request: Request): Promise<Response> {
  const person = sameOrigin(request) ? await signedIn() : null;
  if (!person) return Response.json({ error: 'You are signed out.' }, { status: 401 });
  const { name } = (await request.json().catch(() => ({}))) as { name?: unknown };
  const key = randomBytes(24).toString('base64url');
  try {
    await execute(
      db(),
      person,
      {
        id: uuidv7(),
        type: 'token.make',
        payload: { name: String(name ?? ''), hash: createHash('sha256').update(key).digest('hex') },
      },
      now(),
    );
    return Response.json({ key });
  } catch (e) {
    return replyTo(e);
  }
}
