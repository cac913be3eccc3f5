import { z } from 'zod';
import { browserOf } from '../../_server/browser';
import { replyTo, sameOrigin } from '../../_server/reply';
import { signIn, signOut } from '../../_server/session';

const body = z.object({
  name: z.string().max(80),
  password: z.string().max(200),
  code: z.string().max(12).default(''),
});

/**
 * The address that a request comes from. What a proxy says of it counts only where one was named: `MORULA_PROXIES` is how
 * many stand in front, and the last so many entries of the list are theirs.
 */
function addressOf(request: Request): string {
  const proxies = Number(process.env.MORULA_PROXIES ?? 0);
  if (!(proxies > 0)) return 'local';
  const list = (request.headers.get('x-forwarded-for') ?? '').split(',').map((a) => a.trim());
  return list.at(-proxies) || 'local';
}

export async function POST(request: Request): Promise<Response> {
  const parsed = body.safeParse(await request.json().catch(() => null));
  if (!sameOrigin(request) || !parsed.success)
    return Response.json({ error: 'Give a name and a password.' }, { status: 400 });
  const { name, password, code } = parsed.data;
  try {
    const answer = await signIn(name, password, code, { address: addressOf(request), browser: browserOf(request) });
    return Response.json('in' in answer ? {} : answer, { status: 'in' in answer ? 200 : 401 });
  } catch (e) {
    return replyTo(e);
  }
}

export async function DELETE(request: Request): Promise<Response> {
  if (!sameOrigin(request)) return Response.json({}, { status: 403 });
  await signOut();
  return Response.json({});
}
