import { createHash } from 'node:crypto';
import { uuidv7 } from 'uuidv7';
import { BookRefused } from '@/core/books/refusal';
import { CalculationError } from '@/core/calculation';
import type { Species } from '@/core/species/species';
import { stageOf } from '@/core/species/species';
import { localDay } from '@/core/time/localDay';
import { bookContext } from '@/store/bookContext';
import { recordEntries } from '@/store/books/record';
import { fromJson } from '@/store/books/rows';
import { type Db, inTransaction, type Trx } from '@/store/connection';
import { speciesBook } from '@/store/species';
import type { Act } from './act/define';
import { fieldWords } from './act/fieldWords';
import type { Answers } from './act/question';
import { ActRefused, asked } from './act/refused';
import type { Actor, Context, Decision, EntryDraft } from './context';
import { mustBeKnown, parseInput } from './payload';
import { sayRefusal } from './wording';

/** Every act by its type, and by the kinds of entry that it leaves. */
export type Decisions = { byType: ReadonlyMap<string, Decision>; byKind: ReadonlyMap<string, Decision> };

/**
 * `answers`: to the questions that the act may ask, by question. `madeAt`: when it was made, where it waited in a browser before it was sent. It stands in for a time that the payload
 * does not give, and is no part of what a repeated command is compared by: the first sending did not carry it.
 */
export type Sent = { id: string; type: string; payload: unknown; answers?: Answers; madeAt?: number };

/** `entries` are the ids of what was recorded: what an undo takes back. */
export type Done = { id: string; result: unknown; entries: string[]; repeated: boolean; proposed?: boolean };

type Stored = Pick<Done, 'result' | 'entries' | 'proposed'>;

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** The same payload and answers always give the same hash, whatever the order of their keys. */
export function hashOf(type: string, payload: unknown, answers: Answers = {}): string {
  const said = Object.keys(answers).length > 0 ? `\n${canonical(answers)}` : '';
  return createHash('sha256')
    .update(`${type}\n${canonical(payload)}${said}`)
    .digest('hex');
}

/** JSON with the keys of every object in order. Reports of probes, thousands of objects, come in that order already. */
function canonical(v: unknown): string {
  if (inOrder(v)) return JSON.stringify(v) ?? 'null';
  if (Array.isArray(v)) return `[${v.map(canonical).join(',')}]`;
  return `{${Object.entries(v as object)
    .filter(([, x]) => x !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, x]) => `${JSON.stringify(k)}:${canonical(x)}`)
    .join(',')}}`;
}

function inOrder(v: unknown): boolean {
  if (Array.isArray(v)) return v.every(inOrder);
  if (typeof v !== 'object' || v === null) return true;
  let before = '';
  for (const k in v) {
    // Keys that are whole numbers stand first in an object whatever their order as text.
    if (k < before || !inOrder((v as Record<string, unknown>)[k])) return false;
    before = k;
  }
  return true;
}

/**
 * The only door by which anything is written. Takes the site's lock, answers a repeated command with the stored
 * result, checks permission and payload, runs the handler, and stores the result: all in one transaction.
 *
 * @param now the clock, ms  @throws ActRefused in plain words; nothing has then been written
 */
export async function executeBy(decisions: Decisions, db: Db, actor: Actor, sent: Sent, now: number): Promise<Done> {
  const then: (() => void)[] = [];
  const done = await inTransaction(db, async (trx) => {
    then.length = 0;
    // Nobody may hold the lock of a site for long: a statement that takes longer is ended, and said.
    await trx.raw(`SET SESSION max_statement_time = ${MOST_SECONDS}`);
    try {
      return await carryOut(decisions, trx, actor, sent, now, then);
    } catch (e) {
      if ((e as { code?: string }).code !== 'ER_STATEMENT_TIMEOUT') throw e;
      throw new ActRefused(
        'tooLong',
        `This took longer than ${MOST_SECONDS} seconds and was ended: others were waiting. Nothing was recorded.`,
        '',
        'Take a shorter span, or fewer at once.',
      );
    } finally {
      await trx.raw('SET SESSION max_statement_time = 0').catch(() => {});
    }
  });
  for (const next of then) next();
  return done;
}

/** More animals than this never come to light at once: a digit too many. */
const MOST_SHORT = 5_000_000;

/** The longest that one statement may take while the site is locked. */
const MOST_SECONDS = 5;

/**
 * As `execute`, inside a transaction of the caller's: for runs of many commands, like seeding. A command that is refused
 * goes back to a savepoint, so that nothing of it stays while the caller goes on.
 */
export async function executeInBy(
  decisions: Decisions,
  trx: Trx,
  actor: Actor,
  sent: Sent,
  now: number,
): Promise<Done> {
  // A savepoint of the same name takes the place of the one before: none needs to be released.
  await trx.raw('SAVEPOINT command');
  const then: (() => void)[] = [];
  try {
    const done = await carryOut(decisions, trx, actor, sent, now, then);
    for (const next of then) next();
    return done;
  } catch (e) {
    // After a deadlock the whole transaction is gone, and its savepoint: what went wrong is `e`.
    await trx.raw('ROLLBACK TO SAVEPOINT command').catch(() => {});
    throw e;
  }
}

async function carryOut(
  decisions: Decisions,
  trx: Trx,
  actor: Actor,
  sent: Sent,
  now: number,
  then: (() => void)[],
): Promise<Done> {
  if (!UUID.test(sent.id)) throw new ActRefused('id', 'The command carries no proper id.', 'id');
  const site = await lockSite(trx, actor.siteId, sent.id);
  const hash = hashOf(sent.type, sent.payload, sent.answers);
  if (site.payload_hash !== null) {
    if (site.payload_hash !== hash)
      throw new ActRefused(
        'idReused',
        'This record was sent before with other figures; the first one stands.',
        'id',
        'Look at the ledger, and correct it there if need be.',
      );
    if (site.person_id !== actor.id)
      throw new ActRefused('idReused', 'This record was sent before by somebody else.', 'id');
    const stored = fromJson<Stored>(site.result);
    return { id: sent.id, ...stored, repeated: true };
  }
  const decision = decisionOf(decisions, sent.type);
  const { act } = decision;
  const proposes = act.proposes?.includes(actor.role) ?? false;
  if (!act.by.includes(actor.role) && !proposes)
    throw new ActRefused('notAllowed', `A ${actor.role} may not do this.`, '', 'Ask a culturist or the manager.');
  const input = parseInput(act, timed(sent), now);
  mustBeKnown(act, sent.payload, input);
  mustBeAnswers(act, sent.answers ?? {});
  const entries: string[] = [];
  const context = await contextFor(decisions, trx, actor, site, sent, now, entries, then);
  let stored: Stored;
  if (proposes) {
    await trx('proposal').insert({
      id: sent.id,
      site_id: actor.siteId,
      type: sent.type,
      payload: JSON.stringify(input),
      proposed_by: actor.id,
      proposed_at: now,
    });
    stored = { result: { proposal: sent.id }, entries, proposed: true };
  } else stored = { result: (await carried(decision, context, input)) ?? null, entries };
  await trx('command').insert({
    id: sent.id,
    site_id: actor.siteId,
    person_id: actor.id,
    type: sent.type,
    payload_hash: hash,
    result: JSON.stringify(stored),
    at: now,
  });
  return { id: sent.id, ...stored, repeated: false };
}

/** What the database answers to values that it cannot hold, or that point at nothing. */
const UNKEPT: Record<string, string> = {
  ER_WARN_DATA_OUT_OF_RANGE: 'A number of this is beyond anything that can be kept.',
  ER_DATA_OUT_OF_RANGE: 'A number of this is beyond anything that can be kept.',
  ER_DATA_TOO_LONG: 'A text of this is too long to be kept.',
  ER_TRUNCATED_WRONG_VALUE_FOR_FIELD: 'A text of this has signs that cannot be kept.',
  ER_CANT_AGGREGATE_2COLLATIONS: 'Something that this names is not there.',
  ER_NO_REFERENCED_ROW_2: 'Something that this names is not there.',
};

/**
 * Carries an act out, and puts what it asks. Figures that a calculation of it refuses, or a value that no schema barred
 * and the database cannot hold, are the sender's, not a fault here.
 */
async function carried(decision: Decision, context: Context, input: unknown): Promise<unknown> {
  try {
    const result = await decision.decide(context, input);
    if (context.asks.length > 0) throw asked(context.asks);
    return result;
  } catch (e) {
    if (e instanceof CalculationError)
      throw new ActRefused('figures', `${fieldWords(e.path.split(/[.[\]]+/).filter(Boolean))} ${e.says}`, e.path);
    const says = UNKEPT[(e as { code?: string }).code ?? ''];
    if (!says) throw e;
    throw new ActRefused('unkept', says, '', 'Check the figures and names; nothing was recorded.');
  }
}

type SiteRow = { id: number; name: string; time_zone: string; lot_pattern: string; season_starts_month: number };

/** The command of an id, if it was carried out before. */
type Earlier = { payload_hash: string; person_id: number; result: string } | { payload_hash: null };

/**
 * Takes the site's lock, and only then looks for the command: an outer join reads its left side first, and a locking
 * read sees what the lock's holder before us has committed. One statement, for every pick waits for it.
 */
async function lockSite(trx: Trx, siteId: number, commandId: string): Promise<SiteRow & Earlier> {
  const row = await trx('site as s')
    .leftJoin('command as c', (on) => on.onVal('c.id', commandId))
    .where('s.id', siteId)
    .forUpdate()
    .first<(SiteRow & Earlier) | undefined>(
      's.id',
      's.name',
      's.time_zone',
      's.lot_pattern',
      's.season_starts_month',
      'c.payload_hash',
      'c.person_id',
      'c.result',
    );
  if (!row) throw new ActRefused('noSite', 'This site does not exist.');
  return row;
}

function timed({ payload, madeAt }: Sent): unknown {
  return madeAt === undefined || typeof payload !== 'object' || payload === null ? payload : { at: madeAt, ...payload };
}

function decisionOf(decisions: Decisions, type: string): Decision {
  const decision = decisions.byType.get(type);
  if (!decision) throw new ActRefused('noAct', `There is no act “${type}”.`, 'type');
  return decision;
}

const isText = (v: unknown): v is string => typeof v === 'string' && v.trim() !== '';

const kindWord = (decisions: Decisions, kind: string): string =>
  decisions.byKind.get(kind)?.act.kinds?.[kind]?.word ?? kind;

/** Only what an act may ask is answered, by an answer that the question takes. */
function mustBeAnswers(act: Act, answers: Answers): void {
  if (act.passesAnswersOn) return;
  for (const [id, value] of Object.entries(answers)) {
    const question = act.questions?.find((q) => q.id === id);
    if (!question)
      throw new ActRefused(
        'answers',
        `“${act.title}” asks nothing of the name “${id}”.`,
        `answers.${id}`,
        act.questions?.length ? `It may ask: ${act.questions.map((q) => q.id).join(', ')}.` : 'Leave it out.',
      );
    if (!question.answers.includes(value))
      throw new ActRefused(
        'answers',
        `“${value}” is no answer to “${id}”.`,
        `answers.${id}`,
        `It takes: ${question.answers.join(', ')}.`,
      );
  }
}

async function contextFor(
  decisions: Decisions,
  trx: Trx,
  actor: Actor,
  site: SiteRow,
  sent: Sent,
  now: number,
  recorded: string[],
  then: (() => void)[],
): Promise<Context> {
  const timeZone = site.time_zone;
  const commandId = sent.id;
  const holdings: Context['holdings'] = new Map();
  const asks: Context['asks'] = [];
  const given: Context['given'] = {};
  const record = async (drafts: EntryDraft[]) => {
    if (asks.length > 0) throw asked(asks);
    const entries = drafts.map((d) => {
      const day = localDay(d.at, timeZone);
      const intent =
        d.voidsSeq || Object.keys(given).length === 0 ? d.intent : { ...(d.intent as object), answers: given };
      const texts = (decisions.byKind.get(d.kind)?.act.texts?.(d.intent as never) ?? []).filter(isText);
      return { ...d, intent, texts, id: uuidv7(), dayStart: day.start, dayEnd: day.end };
    });
    recorded.push(...entries.map((x) => x.id));
    try {
      const done = await recordEntries(
        {
          trx,
          siteId: site.id,
          commandId,
          personId: actor.id,
          personName: actor.name,
          now,
          context: () => bookContext(trx, site.id),
          stationOf: async (id, stage) => {
            const s = await species(id);
            if (!s.stages.some((x) => x.id === stage))
              throw new ActRefused('noStage', `${s.name} has no such stage.`, 'stage', 'Choose one of its stages.');
            return stageOf(s, stage).station;
          },
          holdings,
        },
        entries,
      );
      for (const d of done.derivations)
        for (const s of d.shortfalls)
          if (s.number > MOST_SHORT)
            throw new ActRefused(
              'absurd',
              `${s.number.toLocaleString('en-GB')} animals more than the books hold cannot have been there.`,
              '',
              'Check the number: a digit too many?',
            );
      return done;
    } catch (e) {
      if (!(e instanceof BookRefused)) throw e;
      const own = entries.some((x) => x.id === e.entryId) || e.entryId === 'new';
      const later = own ? undefined : await trx('entry').where({ id: e.entryId }).first('kind', 'order_at');
      throw await sayRefusal(
        trx,
        e.refusal,
        later ? { word: kindWord(decisions, later.kind), orderAt: later.order_at, timeZone } : null,
      );
    } finally {
      holdings.clear();
    }
  };
  let book: Promise<ReadonlyMap<string, Species>> | null = null;
  const species = async (id: string) => {
    book ??= speciesBook(trx, site.id);
    const found = (await book).get(id);
    if (!found)
      throw new ActRefused('noSpecies', 'Reference has no such species.', 'species', 'Choose one of the list.');
    return found;
  };
  return {
    trx,
    commandId,
    actor,
    now,
    holdings,
    record,
    species,
    lookup: (type) => decisionOf(decisions, type),
    ofKind: (kind) => decisions.byKind.get(kind)!,
    answers: sent.answers ?? {},
    given,
    asks,
    onceCommitted: (next) => void then.push(next),
    site: {
      id: site.id,
      name: site.name,
      timeZone,
      lotPattern: site.lot_pattern,
      seasonStartsMonth: site.season_starts_month,
    },
  };
}
