import { ZodError } from 'zod';
import { setUp } from '@/commands/people';
import { db, now } from '../../_server/database';
import { replyTo, sameOrigin } from '../../_server/reply';
import { openSession } from '../../_server/session';

export async function POST(request: Request): Promise<Response> {
  if (!sameOrigin(request)) return Response.json({}, { status: 403 });
  try {
    const input = await request.json().catch(() => ({}));
    const { personId } = await setUp(db(), { ...input, demo: false }, now());
    await openSession(personId, 1);
    return Response.json({});
  } catch (e) {
    if (e instanceof ZodError) {
      const issue = e.issues[0]!;
      return Response.json(
        { refused: { code: 'payload', message: issue.message, path: issue.path.join('.'), todo: '' } },
        { status: 422 },
      );
    }
    return replyTo(e);
  }
}
