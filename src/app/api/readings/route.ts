import { createHash } from 'node:crypto';
import { after } from 'next/server';
import { uuidv7 } from 'uuidv7';
import { z } from 'zod';
import { reported } from '@/edges/intake';
import { execute } from '@/modules/door';
import { db, now } from '../../_server/database';
import { workAllDates } from '../../_server/dates';
import { replyTo } from '../../_server/reply';

const body = z.union([reported.transform((r) => [r]), z.array(reported).min(1).max(20_000)]);

/**
 * Readings over HTTP, for devices that speak no MQTT: `Authorization: Bearer <key>`, a reading or a list of them as JSON,
 * `{ sensor, at, value }` with `at` in ms or ISO 8601. Sent again they change nothing.
 */
export async function POST(request: Request): Promise<Response> {
  const key = /^Bearer (\S+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  const token = key
    ? await db()('device_token as t')
        .where({ 't.token_hash': createHash('sha256').update(key).digest('hex'), 't.revoked_at': null })
        .first<{ site_id: number; made_by: number; name: string } | undefined>('t.site_id', 't.made_by', 't.name')
    : undefined;
  if (!token) return Response.json({ error: 'This needs a key that is in use: Set-up makes one.' }, { status: 401 });
  const read = body.safeParse(await request.json().catch(() => null));
  if (!read.success) {
    const issue = read.error.issues[0]!;
    return Response.json(
      { error: `${issue.path.join('.') || 'body'}: ${issue.message}. Send { sensor, at, value } or a list of them.` },
      { status: 422 },
    );
  }
  try {
    const done = await execute(
      db(),
      { id: token.made_by, siteId: token.site_id, name: token.name, role: 'culturist' },
      { id: uuidv7(), type: 'readings.report', payload: { readings: read.data } },
      now(),
    );
    after(workAllDates);
    return Response.json(done.result);
  } catch (e) {
    return replyTo(e);
  }
}
