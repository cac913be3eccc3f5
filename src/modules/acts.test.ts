import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { uuidv7 } from 'uuidv7';
import { markBy } from '@/core/quantities/format';
import { ledger } from '@/modules/records/views/ledger';
import type { Role } from '@/server/act/define';
import type { Actor } from '@/server/context';
import { checkBooks } from '@/store/books/check';
import type { Example } from '../../tests/support/example';
import { type TestHatchery, testHatchery, withAnswers } from '../../tests/support/hatchery';
import { refusal } from '../../tests/support/refusal';
import { decisions, execute } from './door';

const HERE = join(process.cwd(), 'src/modules');
const acts = [...decisions.byType.values()].map((d) => d.act);
const withEntries = acts.filter((a) => Object.keys(a.kinds ?? {}).length > 0 && !a.passesAnswersOn);

/** The folders of acts, by room. */
const folders = readdirSync(HERE, { withFileTypes: true })
  .filter((room) => room.isDirectory() && existsSync(join(HERE, room.name, 'acts')))
  .flatMap((room) =>
    readdirSync(join(HERE, room.name, 'acts'), { withFileTypes: true })
      .filter((f) => f.isDirectory())
      .map((f) => `${room.name}/acts/${f.name}`),
  );

const examples = new Map<string, Example>();
beforeAll(async () => {
  for (const folder of folders) {
    const { decision } = (await import(`./${folder}/decide`)) as { decision: { act: { type: string } } };
    if (existsSync(join(HERE, folder, 'example.ts')))
      examples.set(decision.act.type, ((await import(`./${folder}/example`)) as { example: Example }).example);
  }
});

let h: TestHatchery;
const everyone: readonly Role[] = ['manager', 'culturist', 'hand', 'reader'];
const actorOf = (role: Role): Actor =>
  role === 'reader' ? { ...h.hand, role } : { manager: h.manager, culturist: h.culturist, hand: h.hand }[role];
const entries = async () =>
  (await h.db('entry').orderBy('seq').select('id', 'kind', 'seq', 'intent')) as {
    id: string;
    kind: string;
    seq: number;
    intent: unknown;
  }[];
const last = async () => (await entries()).at(-1)!;
const stock = async () =>
  (await h
    .db('holding')
    .where('number', '>', 0)
    .orderBy(['lot_id', 'unit_id', 'stage'])
    .select('lot_id', 'unit_id', 'stage', 'number')) as unknown[];
/** What an entry was recorded with; its time and who measured stand beside it. */
const said = (intent: unknown): Record<string, unknown> => {
  const {
    at: _,
    measuredBy: __,
    ...i
  } = (typeof intent === 'string' ? JSON.parse(intent) : intent) as Record<string, unknown>;
  return i;
};
const sound = async () => expect((await checkBooks(h.db, h.manager.siteId)).faults).toEqual([]);

test('every folder of an act is in the list of its room, and every act that leaves an entry shows how it is done', async () => {
  expect(folders.length).toBe(acts.length);
  expect(withEntries.filter((a) => !examples.has(a.type)).map((a) => a.type)).toEqual([]);
  const twice = acts.map((a) => a.type).filter((t, i, all) => all.indexOf(t) !== i);
  expect(twice).toEqual([]);
});

test('no kind of entry belongs to two acts, and each has its word', () => {
  const kinds = acts.flatMap((a) => Object.entries(a.kinds ?? {}));
  expect(new Set(kinds.map(([k]) => k)).size).toBe(kinds.length);
  for (const [kind, k] of kinds) expect([kind, k.word.length > 2]).toEqual([kind, true]);
});

test('a reader changes nothing but what is their own, and signs what they inspected; a hand records, and sets nothing up', () => {
  const may = (role: Role) => acts.filter((a) => a.by.includes(role));
  expect(may('reader').filter((a) => !/^(person\.|preferences\.|signIn\.|inspection\.sign$)/.test(a.type))).toEqual([]);
  const recorded = (a: (typeof acts)[number]) => Object.keys(a.kinds ?? {}).length > 0;
  expect(
    may('hand')
      .filter((a) => !recorded(a) && !a.by.includes('reader'))
      .map((a) => a.type),
  ).toEqual(['vaccination.batch', 'vaccination.takeBack', 'tally.put', 'alarm.see']);
});

describe('who may', () => {
  beforeAll(async () => {
    h = await testHatchery();
  });
  test.each(acts.map((a) => [a.type, a] as const))('%s', async (type, act) => {
    for (const role of everyone) {
      // An empty input gets past the door only to be refused for what it lacks; nobody else gets that far.
      const no = await refusal(h.send(type, {}, actorOf(role))).catch(() => null);
      const may = act.by.includes(role) || (act.proposes?.includes(role) ?? false);
      expect([role, no?.code === 'notAllowed']).toEqual([role, !may]);
    }
  });
});

describe.each(withEntries.map((a) => [a.type, a] as const))('%s', (type, act) => {
  let input: Record<string, unknown>;
  let example: Example;
  beforeEach(async () => {
    h = await testHatchery();
    example = examples.get(type)!;
    input = await example.given(h);
  });

  test('sent again, as after a lost answer, it is done once', async () => {
    const sent = { id: uuidv7(), ...withAnswers(type, input) };
    const first = await execute(h.db, h.manager, sent, h.clock.now);
    const n = (await entries()).length;
    const again = await execute(h.db, h.manager, sent, h.clock.now);
    expect(again).toEqual({ ...first, repeated: true });
    expect((await entries()).length).toBe(n);
    await sound();
  });

  test('taken back, all stands as it did', async () => {
    const before = await stock();
    await h.send(type, input);
    for (const e of (await entries()).filter((x) => x.kind in act.kinds!).slice(-1))
      await h.send('entry.correct', { entryId: e.id, reason: 'by mistake' });
    expect(await stock()).toEqual(before);
    await sound();
  });

  test('its line in the ledger is plain words, in both systems of units and both marks', async () => {
    await h.send(type, input);
    for (const us of [false, true])
      for (const mark of ['.', ','] as const) {
        markBy(() => mark);
        const [entry] = await ledger(h.db, h.manager.siteId, { limit: 1, us });
        markBy(() => '.');
        expect(`${entry!.where} ${entry!.says}`).not.toMatch(/undefined|null|NaN|\[object|[a-ln-z][A-Z]|m[A-KM-Z]/);
        if (us) expect(entry!.says).not.toMatch(/°C/);
        // A point between figures stands in a name of theirs at most, never in a figure of ours.
        if (mark === ',') expect(entry!.says).not.toMatch(/(^|\s)\d+\.\d/);
      }
  });

  test('corrected without a change it says the same; corrected with other figures every question is asked anew', async () => {
    await h.send(type, input);
    const entry = await last();
    if (act.onlyTakenBack) {
      const no = await refusal(h.send('entry.correct', { entryId: entry.id, reason: 'wrong', replacement: {} }));
      expect(no.code).toBe('onlyTakenBack');
      return;
    }
    const before = await stock();
    await h.send('entry.correct', { entryId: entry.id, reason: 'none', replacement: {} });
    expect(await stock()).toEqual(before);
    const same = await last();
    expect(said(same.intent)).toEqual(said(entry.intent));
    const { answers } = withAnswers(type, input);
    const replacement = example.other!(h);
    const correct = (given: Record<string, string> = {}) =>
      h.send('entry.correct', { entryId: same.id, reason: 'wrong', replacement: { ...replacement, ...given } });
    const asked = Object.keys((said(same.intent).answers as object | undefined) ?? {});
    if (asked.length > 0) {
      const no = await refusal(correct());
      expect(no.asks.map((a) => a.id).sort()).toEqual(asked.sort());
    }
    await correct(answers);
    expect(said((await last()).intent)).toMatchObject(
      Object.fromEntries(Object.entries(replacement).filter(([k]) => !['note', 'at'].includes(k))),
    );
    await sound();
  });
});
