import { tableOf } from '@/core/lookup';
import { isHeavy, loadCalculation } from '@/core/registry';
import { replyTo } from '../../../_server/reply';
import { signedIn } from '../../../_server/session';

/** One calculation over a span of one of its figures: `{ id, input, over, from, to, lines }`. */
export async function POST(request: Request): Promise<Response> {
  try {
    if (!(await signedIn())) return Response.json({ error: 'You are signed out.' }, { status: 401 });
    const body = (await request.json().catch(() => null)) as { id?: unknown } | null;
    if (typeof body?.id !== 'string')
      return Response.json({ error: 'The request is no JSON of {"id", "input", "over", …}.' }, { status: 400 });
    const calculation = await loadCalculation(body.id);
    if (!calculation) return Response.json({ error: `There is no calculation ${body.id}.` }, { status: 404 });
    if (isHeavy(calculation.id))
      return Response.json({ error: 'This one takes seconds each time: no table is made of it.' }, { status: 422 });
    const asked = tableOf(calculation, body);
    if ('error' in asked) return Response.json(asked, { status: 422 });
    return Response.json(asked);
  } catch (e) {
    return replyTo(e);
  }
}
