import { CalculationError, parseInput } from '@/core/calculation';
import { loadCalculation } from '@/core/registry';
import { replyTo } from '../../_server/reply';
import { signedIn } from '../../_server/session';

/** One calculation with its working, for the Bench and the working drawer. */
export async function POST(request: Request): Promise<Response> {
  if (!(await signedIn())) return Response.json({ error: 'You are signed out.' }, { status: 401 });
  try {
    const { id, input } = (await request.json()) as { id: string; input: unknown };
    const calculation = await loadCalculation(String(id));
    if (!calculation) return Response.json({ error: `There is no calculation ${id}.`, path: 'id' }, { status: 404 });
    const parsed = parseInput(calculation, input);
    const output = calculation.compute(parsed);
    return Response.json({
      output,
      working: calculation.working(parsed, output),
      title: calculation.title,
      source: calculation.source,
      validWhen: calculation.validWhen,
      cautions: calculation.cautions,
    });
  } catch (e) {
    if (e instanceof CalculationError) return Response.json({ error: e.message, path: e.path }, { status: 422 });
    if (e instanceof RangeError) return Response.json({ error: e.message, path: 'input' }, { status: 422 });
    return replyTo(e);
  }
}
