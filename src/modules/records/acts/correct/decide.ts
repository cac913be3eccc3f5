import { acts as actsSchema } from '@/core/books/entry';
import { HOUR_MS } from '@/core/time/spans';
import type { Answers } from '@/server/act/question';
import { ActRefused } from '@/server/act/refused';
import { type Context, decides, type EntryDraft } from '@/server/context';
import { mustBeKnown, parseInput } from '@/server/payload';
import { followFertilisation } from '@/server/stock/fertilisedAt';
import { queuePredictions } from '@/server/stock/jobs';
import { asOf } from '@/server/when';
import { bookContext } from '@/store/bookContext';
import type { Recorded } from '@/store/books/record';
import { type EntryRow, fromJson } from '@/store/books/rows';
import { stateWithout } from '@/store/books/without';
import { watchQueued } from '@/store/deadWatch';
import { correct } from './act';

export const decision = decides(correct, async (c, p) => {
  const entry = await entryToCorrect(c, p.entryId);
  const decision = c.ofKind(entry.kind);
  await mayCorrect(c, entry);
  const undo = c.now - entry.recorded_at <= UNDO_MS && !p.replacement;
  if (!undo && !p.reason)
    throw new ActRefused('reason', 'Say why.', 'reason', 'One line is enough: it stays beside the entry.');
  const voiding: EntryDraft = {
    kind: 'correction',
    at: c.now,
    precision: 'minute',
    measuredBy: c.actor.name,
    intent: { voids: entry.id, kind: entry.kind, reason: p.reason || 'undone at once' },
    acts: [],
    note: p.reason || 'undone at once',
    voidsSeq: entry.seq,
  };
  if (!p.replacement) {
    const done = await c.record([voiding]);
    await decision.undo?.(c, entry);
    await afterwards(c, entry, done);
    return { taken: entry.kind, rederived: done.rederived.length };
  }
  const { onlyTakenBack } = decision.act;
  if (onlyTakenBack)
    throw new ActRefused('onlyTakenBack', onlyTakenBack, 'entryId', 'Take it back, and enter it anew.');
  // The original's act is carried out anew; what it records stands in the original's place, in one step with the
  // voiding, so that nothing in between has to hold.
  const { answers: before = {}, ...intent } = fromJson<Record<string, unknown> & { answers?: Answers }>(entry.intent);
  const merged = Object.fromEntries(
    Object.entries({
      ...intent,
      at: entry.at,
      precision: entry.precision,
      measuredBy: entry.measured_by,
      note: entry.note,
      ...p.replacement,
    }).filter(([, v]) => v !== null),
  );
  const input = parseInput(decision.act, merged, c.now) as { at?: number; precision?: 'minute' | 'day' };
  mustBeKnown(decision.act, p.replacement, input);
  const sameTime = input.at === entry.at && input.precision === entry.precision;
  const until = sameTime ? null : asOf(c, { at: input.at ?? c.now, precision: input.precision ?? 'minute' });
  const made = await lotsMadeBy(c, entry);
  let done: Recorded = { seqs: [], derivations: [], rederived: [] };
  const inPlace: Context = {
    ...c,
    // What was answered about the first figures says nothing of others: it is asked anew.
    answers: figuresChanged(intent, entry, p.replacement) ? c.answers : { ...before, ...c.answers },
    replacing: {
      seq: entry.seq,
      id: entry.id,
      at: entry.at,
      lots: [...made],
      without: await stateWithout(c.trx, entry, until, () => bookContext(c.trx, c.site.id)),
    },
    record: async (drafts) => {
      done = await c.record([voiding, ...drafts]);
      return { ...done, seqs: done.seqs.slice(1) };
    },
  };
  await decision.undo?.(c, entry);
  const result = await decision.decide(inPlace, input);
  await followFertilisation(
    c,
    made.map((l) => l.id),
  );
  await afterwards(c, entry, done);
  return { replaced: entry.kind, rederived: done.rederived.length, result };
});

/** Undo is everyone's for so long. */
export const UNDO_MS = 10_000;

const HOURS_48 = 48 * HOUR_MS;

type Found = EntryRow & { voided: number | null };

async function entryToCorrect(c: Context, id: string): Promise<Found> {
  const entry = await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.id': id, 'e.site_id': c.site.id })
    .first<Found | undefined>('e.*', 'v.seq as voided');
  if (!entry) throw new ActRefused('noEntry', 'There is no such entry.', 'entryId');
  if (entry.voided)
    throw new ActRefused(
      'voided',
      'That entry was corrected already.',
      'entryId',
      'Look at the ledger for what replaced it.',
    );
  if (entry.kind === 'correction')
    throw new ActRefused('correction', 'A correction is not corrected: enter anew what it took back.', 'entryId');
  return entry;
}

/** Who may correct it: anyone within ten seconds of their own, a culturist their own within 48 hours, else the manager. */
async function mayCorrect(c: Context, e: Found): Promise<void> {
  const own = e.recorded_by === c.actor.id;
  if (own && c.now - e.recorded_at <= UNDO_MS) return;
  if (c.actor.role === 'manager') return;
  if (c.actor.role !== 'culturist')
    throw new ActRefused('notAllowed', 'Ten seconds have passed.', '', 'Ask a culturist or the manager to correct it.');
  if (!own)
    throw new ActRefused('notAllowed', 'This entry is somebody else’s.', '', 'They or the manager can correct it.');
  if (c.now - e.recorded_at > HOURS_48)
    throw new ActRefused('tooLate', 'It was recorded more than 48 hours ago.', '', 'The manager can correct it.');
  const paper = await c
    .trx('paper')
    .where({ site_id: c.site.id })
    .whereNull('superseded_seq')
    .where('issued_at', '>=', e.recorded_at)
    .whereIn('entry_seq', downstream(c, e.seq))
    .first('number');
  if (paper)
    throw new ActRefused(
      'behindPaper',
      `The paper ${(paper as { number: string }).number} was issued on it.`,
      '',
      'The manager can correct it; the paper is then marked superseded.',
    );
}

/** Entries on the holdings that an entry touched: behind any of them a paper may stand. */
function downstream(c: Context, seq: number) {
  return c
    .trx('holding_point')
    .whereIn('holding_id', c.trx('holding_point').where({ entry_seq: seq }).select('holding_id'))
    .select('entry_seq');
}

/** Whether a replacement says anything else of what happened than the entry did; a remark, who measured, are not of it. */
function figuresChanged(
  intent: Record<string, unknown>,
  entry: { at: number; precision: string },
  replacement: Record<string, unknown>,
): boolean {
  const before: Record<string, unknown> = { ...intent, at: entry.at, precision: entry.precision };
  return Object.entries(replacement).some(
    ([k, v]) => !['note', 'measuredBy'].includes(k) && JSON.stringify(v ?? null) !== JSON.stringify(before[k] ?? null),
  );
}

/** Lots that an entry brought into being, by its acts. */
async function lotsMadeBy(c: Context, entry: Found): Promise<{ id: number; grade: string }[]> {
  const ids = actsSchema
    .parse(fromJson(entry.acts))
    .flatMap((a) =>
      a.act === 'bring' ? [Number(a.to.lot)] : a.act === 'shift' ? a.makes.map((m) => Number(m.lot)) : [],
    );
  return ids.length === 0
    ? []
    : await c
        .trx('lot')
        .whereIn('id', [...new Set(ids)])
        .orderBy('id')
        .select('id', 'grade');
}

/** What an entry said beside the books goes; the dates of all lots that it moved or looked at are worked anew. */
async function afterwards(c: Context, entry: Found, done: Recorded): Promise<void> {
  const lots = await c.trx
    .union([
      c
        .trx('posting as p')
        .join('holding as h', 'h.id', 'p.holding_id')
        .whereIn('p.entry_seq', [entry.seq, ...done.seqs, ...done.rederived])
        .where('h.number', '>', 0)
        .select('h.lot_id'),
      c.trx('observation').where({ entry_seq: entry.seq }).whereNotNull('lot_id').select('lot_id'),
    ])
    .pluck<number[]>('lot_id');
  await c.trx('observation').where({ entry_seq: entry.seq }).delete();
  await queuePredictions(c, lots);
  if (lots.length > 0) await watchQueued(c.trx, c.site.id, lots, c.now);
}
