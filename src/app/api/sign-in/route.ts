import { z } from 'zod';
import { sameOrigin } from '../../_server/reply';
import { signIn, signOut } from '../../_server/session';

const body = z.object({ name: z.string().max(80), password: z.string().max(200) });

export async function POST(request: Request): Promise<Response> {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!sameOrigin(request) || !parsed.success)
    return Response.json({ error: 'Give a name and a password.' }, { status: 400 });
  const error = await signIn(parsed.data.name, parsed.data.password, request.headers.get('x-forwarded-for') ?? 'local');
  return error ? Response.json({ error }, { status: 401 }) : Response.json({});
}

export async function DELETE(request: Request): Promise<Response> {
  if (!sameOrigin(request)) return Response.json({}, { status: 403 });
  await signOut();
  return Response.json({});
}
