import 'server-only';
import { randomUUID } from 'node:crypto';
import { ActRefused } from '@/server/act/refused';
import { isUnreachable } from '@/store/connection';
import { isDiskFull } from '@/store/diskFull';

/** A refusal is an answer; anything else is a bug: logged with an id that the user sees. */
export function replyTo(e: unknown): Response {
  if (e instanceof ActRefused) {
    const status = e.code === 'notAllowed' ? 403 : 422;
    return Response.json(
      { refused: { code: e.code, message: e.message, path: e.path, todo: e.todo, asks: e.asks } },
      { status },
    );
  }
  if (isDiskFull(e)) {
    console.error(e);
    return Response.json(
      {
        refused: {
          code: 'diskFull',
          message: 'The disk of Morula’s machine is full. Nothing was recorded.',
          path: '',
          todo: 'Make room on it, then send this again: it will not be doubled.',
        },
      },
      { status: 507 },
    );
  }
  const id = randomUUID().slice(0, 8);
  console.error(`[${id}]`, e);
  if (isUnreachable(e))
    return Response.json(
      {
        refused: {
          code: 'unavailable',
          message: 'Morula does not reach its books just now, so nothing is being recorded. What was recorded is safe.',
          path: '',
          todo: 'What you typed stays here; send it again when the line above is gone. A record that got through is not doubled.',
        },
      },
      { status: 503 },
    );
  return Response.json(
    {
      refused: {
        code: 'bug',
        message: `Something went wrong here (no. ${id}). Whether it was recorded is not known.`,
        path: '',
        todo: 'Send it again: a record that got through is not doubled. If it stays, tell the manager the number.',
      },
    },
    { status: 500 },
  );
}

/** Browsers say where a request comes from; one from another site is not ours. */
export function sameOrigin(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  return site === null
    ? (request.headers.get('origin') ?? '').replace(/^https?:\/\//, '') === (request.headers.get('host') ?? '') ||
        request.headers.get('origin') === null
    : site === 'same-origin' || site === 'none';
}
