import { z } from 'zod';
import { gameteLabels, lotLabels } from '@/modules/spawning/views/labels';
import { printLabels } from '@/server/papers/ippPrinter';
import { labelPages } from '@/server/papers/labels';
import { db, now } from '../../_server/database';
import { replyTo, sameOrigin } from '../../_server/reply';
import { signedIn } from '../../_server/session';

const asked = z.union([z.object({ lot: z.number().int() }), z.object({ day: z.number().int() })]);

/** Labels of a lot's units, or of a spawning day's donors, sent to the label printer. */
export async function POST(request: Request): Promise<Response> {
  const say = (status: number, message: string, todo = '') => Response.json({ message, todo }, { status });
  if (!sameOrigin(request)) return say(403, 'This came from another site.');
  const person = await signedIn();
  if (!person) return say(401, 'You are signed out.', 'Sign in again.');
  if (person.role === 'reader') return say(403, 'A reader may not print labels.', 'Ask a culturist.');
  const parsed = asked.safeParse(await request.json().catch(() => null));
  if (!parsed.success) return say(422, 'Ask for a lot or a spawning day.');
  try {
    const o = { origin: new URL(request.headers.get('origin') ?? request.url).origin, timeZone: person.timeZone };
    const labels =
      'lot' in parsed.data
        ? await lotLabels(db(), person.siteId, parsed.data.lot, o)
        : await gameteLabels(db(), person.siteId, parsed.data.day, { ...o, now: now() });
    if (labels.length === 0) return say(404, 'There is nothing to label.', 'Lay the eggs down first, or plan the day.');
    const done = await printLabels(process.env.MORULA_LABEL_PRINTER, await labelPages(labels, 'Labels'), {
      labels: labels.length,
      name: labels[0]!.lot,
      by: person.name,
    });
    if ('problem' in done) return say(503, done.problem.message, done.problem.todo);
    return Response.json({ labels: labels.length, job: done.job });
  } catch (e) {
    return replyTo(e);
  }
}
