import { ZodError } from 'zod';
import { setUp } from '@/modules/setup/people';
import { browserOf } from '../../_server/browser';
import { db, now } from '../../_server/database';
import { replyTo, sameOrigin } from '../../_server/reply';
import { openSession } from '../../_server/session';

export async function POST(request: Request): Promise<Response> {
  if (!sameOrigin(request)) return Response.json({}, { status: 403 });
  try {
    const read = (await request.json().catch(() => null)) as unknown;
    const input = (read !== null && typeof read === 'object' ? read : {}) as Parameters<typeof setUp>[1];
    const { personId } = await setUp(db(), { ...input, demo: false }, now());
    await openSession(personId, 1, browserOf(request));
    return Response.json({});
  } catch (e) {
    if (e instanceof ZodError) {
      // All that is wrong at once, each at its field.
      const errors = e.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));
      return Response.json({ refused: { code: 'payload', ...errors[0], todo: '' }, errors }, { status: 422 });
    }
    return replyTo(e);
  }
}
