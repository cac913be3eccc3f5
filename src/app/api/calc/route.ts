import { CalculationError, runWithWorking } from '@/core/calculation';
import { isHeavy, loadCalculation } from '@/core/registry';
import { inThread, Stopped } from '@/workers/thread';
import { replyTo } from '../../_server/reply';
import { signedIn } from '../../_server/session';

/** One calculation with its working, for the calculators and the working drawer. */
export async function POST(request: Request): Promise<Response> {
  try {
    if (!(await signedIn())) return Response.json({ error: 'You are signed out.' }, { status: 401 });
    const body = (await request.json().catch(() => null)) as { id?: unknown; input?: unknown } | null;
    if (typeof body?.id !== 'string')
      return Response.json({ error: 'The request is no JSON of {"id", "input"}.', path: 'id' }, { status: 400 });
    const { id, input } = body;
    const calculation = await loadCalculation(id);
    if (!calculation) return Response.json({ error: `There is no calculation ${id}.`, path: 'id' }, { status: 404 });
    const worked = isHeavy(calculation.id)
      ? await heavy(calculation.id, input, request.signal)
      : runWithWorking(calculation, input);
    return Response.json({
      ...worked,
      title: calculation.title,
      source: calculation.source,
      validWhen: calculation.validWhen,
      cautions: calculation.cautions,
    });
  } catch (e) {
    // Whoever asked has gone.
    if (e instanceof Stopped) return new Response(null, { status: 499 });
    if (e instanceof CalculationError) return Response.json({ error: e.message, path: e.path }, { status: 422 });
    if (e instanceof RangeError) return Response.json({ error: e.message, path: 'input' }, { status: 422 });
    return replyTo(e);
  }
}

async function heavy(id: string, input: unknown, signal: AbortSignal) {
  const outcome = await inThread(id, input, signal);
  if ('refused' in outcome) throw new CalculationError(outcome.refused.code, '', outcome.refused.message);
  if ('broken' in outcome) throw new Error(outcome.broken);
  return outcome.ok;
}
