import { decisions } from '@/modules/door';
import { schemaOf } from '@/modules/setup/views/actsView';
import { signedIn } from '../../_server/session';

/** Every act with the JSON Schema of its input, who may, and what it may ask. */
export async function GET(): Promise<Response> {
  if (!(await signedIn())) return Response.json({}, { status: 401 });
  return Response.json(
    [...decisions.byType.values()].map(({ act }) => ({
      type: act.type,
      title: act.title,
      by: act.by,
      proposes: act.proposes ?? [],
      questions: (act.questions ?? []).map((q) => ({ id: q.id, answers: q.answers })),
      input: schemaOf(act),
    })),
    { headers: { 'cache-control': 'no-store' } },
  );
}
