import { TextDecoder } from 'node:util';
import { cleanup, configure, render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import * as React from 'react';
import { ActFormsAtHand } from '@/client/act/useActForms';
import { type SessionInfo, SessionProvider } from '@/client/session';
import { WorkingProvider } from '@/client/Working';
import type { Capability } from '@/core/species/capabilities';
import { forms } from '@/modules/forms';
import './choose';

// The test browser has none.
globalThis.TextDecoder ??= TextDecoder as typeof globalThis.TextDecoder;
// React keeps, for its own warnings, the call stack of each of the first ten thousand elements of every second: with the
// sources' maps read for each, that is a quarter of a test's time. To it, they are all drawn already.
const internals = (React as unknown as Record<string, object>)
  .__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE;
if (internals) Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', { get: () => 10_000, set: () => {} });
// A machine that is busy with something else is no failure.
configure({ asyncUtilTimeout: 15_000 });

/** 14 April 2031, 07:42 in Vienna. */
export const NOW = Date.parse('2031-04-14T05:42:00Z');

export const session: SessionInfo = {
  personId: 1,
  name: 'Manager',
  role: 'manager',
  units: 'metric',
  locale: 'en-GB',
  theme: 'day',
  timeZone: 'Europe/Vienna',
  siteName: 'Ombrel Hatchery',
  barred: [],
  usual: {},
  feeds: { products: [], tables: [], regimes: [], vessels: [] },
  thresholds: {},
  now: NOW,
};

export type Sent = {
  id: string;
  type: string;
  payload: Record<string, unknown>;
  answers?: Record<string, string>;
  madeAt?: number;
};
type Reply = { status?: number; body: unknown } | 'network gone' | 'lost on the way back';

/** The server as a component meets it: what was sent to it, and what it answers, one reply a command, then plain yes. */
export const server: { sent: Sent[]; asked: unknown[]; replies: Reply[]; pages: Record<string, unknown> } = {
  sent: [],
  /** Bodies of what other pages were asked. */
  asked: [],
  replies: [],
  pages: {},
};

async function answer(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const path = String(input);
  const body = (value: unknown, status = 200) =>
    ({ ok: status < 400, status, json: async () => JSON.parse(JSON.stringify(value)) }) as Response;
  if (path !== '/api/commands') {
    if (init?.body) server.asked.push(JSON.parse(String(init.body)));
    return path in server.pages ? body(server.pages[path]) : body({ error: `no page ${path}` }, 404);
  }
  const sent = JSON.parse(String(init?.body)) as Sent;
  const reply = server.replies.shift() ?? { body: { result: {}, entries: [`entry of ${sent.id}`] } };
  if (reply === 'network gone') throw new TypeError('network gone');
  server.sent.push(sent);
  if (reply === 'lost on the way back') throw new TypeError('connection reset');
  return body(reply.body, reply.status);
}

/** What is done with animals of a stage of the species that tests use. */
export const canOf = (stage: string): readonly Capability[] =>
  stage === 'egg' ? ['picked'] : stage === 'yolksac' ? ['ponded'] : ['eats'];

/** What the server says when it refuses. */
export const refused = (message: string, path = '', more: Record<string, unknown> = {}): Reply => ({
  status: 422,
  body: { refused: { code: 'test', message, path, todo: '', ...more } },
});

beforeEach(() => {
  server.sent = [];
  server.asked = [];
  server.replies = [];
  server.pages = {};
  globalThis.fetch = answer as typeof fetch;
  // What one test left half filled is not offered in the next.
  globalThis.localStorage?.clear();
});
afterEach(cleanup);

/** Draws a component as a page of a signed-in person has it. */
export function show(ui: ReactNode, as: Partial<SessionInfo> = {}) {
  const user = userEvent.setup();
  const within = (x: ReactNode) => (
    <SessionProvider value={{ ...session, ...as }}>
      <WorkingProvider>
        <ActFormsAtHand value={forms}>{x}</ActFormsAtHand>
      </WorkingProvider>
    </SessionProvider>
  );
  const drawn = render(within(ui));
  return { user, ...drawn, rerender: (x: ReactNode) => drawn.rerender(within(x)) };
}

/** The one command that was sent. */
export function onlySent(): Sent {
  expect(server.sent).toHaveLength(1);
  return server.sent[0]!;
}
