import { waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { ActFormsAtHand } from '@/client/act/useActForms';
import { type SessionInfo, SessionProvider } from '@/client/session';
import { WorkingProvider } from '@/client/Working';
import type { Capability } from '@/core/species/capabilities';
import { forms } from '@/modules/forms';
import './choose';
import { render } from './drawn';
import { NOW } from './now';

export { NOW };

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

/** The one command that was sent, as soon as it is. */
export async function onlySent(): Promise<Sent> {
  await waitFor(() => expect(server.sent).toHaveLength(1));
  return server.sent[0]!;
}
