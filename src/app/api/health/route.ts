import { db } from '../../_server/database';

/** Whether records can be written just now: what the line at the head of every page asks. */
export async function GET(): Promise<Response> {
  try {
    await db().raw('SELECT 1');
    return Response.json({ recording: true }, { headers: { 'cache-control': 'no-store' } });
  } catch {
    return Response.json({ recording: false }, { status: 503, headers: { 'cache-control': 'no-store' } });
  }
}
