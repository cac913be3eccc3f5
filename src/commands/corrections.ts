import { z } from 'zod';
import { acts as actsSchema } from '@/core/books/entry';
import { bookContext } from '@/store/bookContext';
import type { Recorded } from '@/store/books/record';
import { type EntryRow, fromJson } from '@/store/books/rows';
import { stateWithout } from '@/store/books/without';
import { takeBackFishImport } from './broodImportBack';
import { reworkClocks } from './clocks';
import { type Context, defineCommand, type EntryDraft } from './define';
import { putBackFlow } from './eggs';
import { queuePredictions } from './jobs';
import { parsePayload } from './payload';
import { putBackReading, takeBackImport } from './readings';
import { CommandRefused } from './refused';
import { asOf } from './when';

/** Undo is everyone's for so long. */
export const UNDO_MS = 10_000;
const HOURS_48 = 48 * 3_600_000;

/** The command that makes entries of a kind: what puts one right is carried out by it, whoever's command made it. */
const commandOfKind: Record<string, string> = {
  take: 'take.record',
  opening: 'stock.bring',
  arrival: 'stock.bring',
  layDown: 'eggs.layDown',
  pick: 'pick.record',
  dead: 'dead.record',
  cull: 'loss.record',
  sale: 'loss.record',
  sample: 'loss.record',
  escape: 'loss.record',
  unitLoss: 'loss.record',
  sampleBack: 'sample.return',
  check: 'check.record',
  hatch: 'stage.change',
  stage: 'stage.change',
  pond: 'move.record',
  move: 'move.record',
  merge: 'move.record',
  grade: 'grade.record',
  keepBrood: 'brood.keepApart',
  deformity: 'deformity.record',
  fishArrival: 'brood.arrive',
  fishSort: 'brood.sort',
  weighing: 'weigh.record',
  count: 'count.record',
  emptied: 'unit.emptied',
  release: 'release.record',
  feed: 'feed.record',
  note: 'note.record',
  temperature: 'temperature.record',
  reading: 'reading.record',
  fishLook: 'brood.look',
  fishMove: 'brood.move',
  fate: 'brood.fate',
  inject: 'spawning.inject',
  ready: 'spawning.ready',
  strip: 'spawning.strip',
  milt: 'spawning.milt',
  cross: 'spawning.cross',
  step: 'spawning.step',
  bath: 'spawning.bath',
  nest: 'spawning.nest',
  handled: 'eggs.handle',
  doubtful: 'eggs.doubtful',
  hatchSeen: 'hatch.see',
  routine: 'routine.tick',
  eggShipment: 'eggs.ship',
};

type Found = EntryRow & { voided: number | null };

async function entryToCorrect(c: Context, id: string): Promise<Found> {
  const entry = (await c
    .trx('entry as e')
    .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
    .where({ 'e.id': id, 'e.site_id': c.site.id })
    .first('e.*', 'v.seq as voided')) as Found | undefined;
  if (!entry) throw new CommandRefused('noEntry', 'There is no such entry.', 'entryId');
  if (entry.voided)
    throw new CommandRefused(
      'voided',
      'That entry was put right already.',
      'entryId',
      'Look at the ledger for what replaced it.',
    );
  if (entry.kind === 'correction')
    throw new CommandRefused('correction', 'A correction is not corrected: enter anew what it took back.', 'entryId');
  return entry;
}

/** Who may put it right: anyone within ten seconds of their own, a culturist their own within 48 hours, else the manager. */
async function mayCorrect(c: Context, e: Found): Promise<void> {
  const own = e.recorded_by === c.actor.id;
  if (own && c.now - e.recorded_at <= UNDO_MS) return;
  if (c.actor.role === 'manager') return;
  if (c.actor.role !== 'culturist')
    throw new CommandRefused(
      'notAllowed',
      'Ten seconds have passed.',
      '',
      'Ask a culturist or the manager to put it right.',
    );
  if (!own)
    throw new CommandRefused(
      'notAllowed',
      'This entry is somebody else’s.',
      '',
      'They or the manager can put it right.',
    );
  if (c.now - e.recorded_at > HOURS_48)
    throw new CommandRefused('tooLate', 'It was recorded more than 48 hours ago.', '', 'The manager can put it right.');
  const paper = await c
    .trx('paper')
    .where({ site_id: c.site.id })
    .whereNull('superseded_seq')
    .where('issued_at', '>=', e.recorded_at)
    .whereIn('entry_seq', downstream(c, e.seq))
    .first('number');
  if (paper)
    throw new CommandRefused(
      'behindPaper',
      `The paper ${(paper as { number: string }).number} was issued on it.`,
      '',
      'The manager can put it right; the paper is then marked superseded.',
    );
}

/** Entries on the holdings that an entry touched: behind any of them a paper may stand. */
function downstream(c: Context, seq: number) {
  return c
    .trx('holding_point')
    .whereIn('holding_id', c.trx('holding_point').where({ entry_seq: seq }).select('holding_id'))
    .select('entry_seq');
}

/** Takes an entry back, and puts another in its place where one is given. Both stay visible. */
export const correct = defineCommand({
  type: 'entry.correct',
  roles: ['manager', 'culturist', 'hand'],
  schema: z.object({
    entryId: z.string(),
    reason: z.string().trim().max(400, 'is too long').default(''),
    /**
     * Fields of the payload that made the entry, put right; those not named stay, null takes one away. Without it the
     * entry is just taken back.
     */
    replacement: z.record(z.string(), z.unknown()).optional(),
  }),
  async handle(c, p) {
    const entry = await entryToCorrect(c, p.entryId);
    await mayCorrect(c, entry);
    const undo = c.now - entry.recorded_at <= UNDO_MS && !p.replacement;
    if (!undo && !p.reason)
      throw new CommandRefused('reason', 'Say why.', 'reason', 'One line is enough: it stays beside the entry.');
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
      await takeBackImport(c, entry);
      await takeBackFishImport(c, entry);
      await putBackReading(c, entry);
      await putBackFlow(c, entry);
      await afterwards(c, entry, done);
      return { taken: entry.kind, rederived: done.rederived.length };
    }
    if (entry.kind === 'import' || entry.kind === 'fishImport')
      throw new CommandRefused(
        'import',
        'A file is taken back, not put right.',
        'entryId',
        'Take it back whole, and read in the right one.',
      );
    // The original's command is carried out anew; what it records stands in the original's place, in one step with the
    // voiding, so that nothing in between has to hold.
    const command = c.lookup(commandOfKind[entry.kind]!);
    const merged = Object.fromEntries(
      Object.entries({
        ...fromJson<Record<string, unknown>>(entry.intent),
        at: entry.at,
        precision: entry.precision,
        measuredBy: entry.measured_by,
        note: entry.note,
        ...p.replacement,
      }).filter(([, v]) => v !== null),
    );
    // What was answered about the first figures says nothing of others: it is asked anew.
    if (figuresChanged(fromJson<Record<string, unknown>>(entry.intent), entry, p.replacement))
      for (const field of ANSWERS) if (p.replacement[field] == null) delete merged[field];
    const payload = parsePayload(command, merged, c.now) as { at?: number; precision?: 'minute' | 'day' };
    const sameTime = payload.at === entry.at && payload.precision === entry.precision;
    const until = sameTime ? null : asOf(c, { at: payload.at ?? c.now, precision: payload.precision ?? 'minute' });
    const made = await lotsMadeBy(c, entry);
    let done: Recorded = { seqs: [], derivations: [], rederived: [] };
    const inPlace: Context = {
      ...c,
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
    await putBackReading(c, entry);
    await putBackFlow(c, entry);
    const result = await command.handle(inPlace, payload);
    await reworkClocks(
      c,
      made.map((l) => l.id),
    );
    await afterwards(c, entry, done);
    return { replaced: entry.kind, rederived: done.rederived.length, result };
  },
});

/** Fields by which commands' questions are answered, all of them: see `ask` of CommandRefused. */
export const ANSWERS = [
  'acrossStrains',
  'answer',
  'bath',
  'beyond',
  'column',
  'dose',
  'early',
  'eyes',
  'figure',
  'goneBefore',
  'interval',
  'late',
  'mix',
  'odd',
  'overload',
  'otherKind',
  'path',
  'quota',
  'sensitive',
  'shortfall',
  'sure',
  'tempered',
  'together',
  'unlisted',
  'withBrood',
  'withdrawal',
] as const;

/** Whether a replacement says anything else of what happened than the entry did; a remark, who measured, are not of it. */
function figuresChanged(
  intent: Record<string, unknown>,
  entry: { at: number; precision: string },
  replacement: Record<string, unknown>,
): boolean {
  const before: Record<string, unknown> = { ...intent, at: entry.at, precision: entry.precision };
  return Object.entries(replacement).some(
    ([k, v]) =>
      !['note', 'measuredBy', ...ANSWERS].includes(k) &&
      JSON.stringify(v ?? null) !== JSON.stringify(before[k] ?? null),
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
    : ((await c
        .trx('lot')
        .whereIn('id', [...new Set(ids)])
        .orderBy('id')
        .select('id', 'grade')) as { id: number; grade: string }[]);
}

/** What an entry said beside the books goes; the dates of all lots that it moved or looked at are worked anew. */
async function afterwards(c: Context, entry: Found, done: Recorded): Promise<void> {
  const lots = (await c.trx
    .union([
      c
        .trx('posting as p')
        .join('holding as h', 'h.id', 'p.holding_id')
        .whereIn('p.entry_seq', [entry.seq, ...done.seqs, ...done.rederived])
        .where('h.number', '>', 0)
        .select('h.lot_id'),
      c.trx('observation').where({ entry_seq: entry.seq }).whereNotNull('lot_id').select('lot_id'),
    ])
    .pluck('lot_id')) as number[];
  await c.trx('observation').where({ entry_seq: entry.seq }).delete();
  await queuePredictions(c, lots);
}

/** A culturist's yes or no to a count that a hand proposed. */
export const settleProposal = defineCommand({
  type: 'proposal.settle',
  roles: ['manager', 'culturist'],
  schema: z.object({
    proposalId: z.string(),
    accept: z.boolean(),
    /** What was asked about it, one after the other: which lot and stage are meant, and every other answer. */
    lotId: z.number().int().optional(),
    stage: z.string().max(40).optional(),
    ...(Object.fromEntries(ANSWERS.map((a) => [a, z.string().max(40).optional()])) as Record<
      (typeof ANSWERS)[number],
      z.ZodOptional<z.ZodString>
    >),
  }),
  async handle(c, p) {
    const row = (await c
      .trx('proposal as p')
      .join('person as q', 'q.id', 'p.proposed_by')
      .where({ 'p.id': p.proposalId, 'p.site_id': c.site.id })
      .first('p.*', 'q.name')) as
      | { state: string; type: string; payload: string; proposed_at: number; name: string }
      | undefined;
    if (!row) throw new CommandRefused('noProposal', 'There is no such proposal.', 'proposalId');
    if (row.state !== 'open') throw new CommandRefused('settled', `It was ${row.state} already.`, 'proposalId');
    await c
      .trx('proposal')
      .where({ id: p.proposalId })
      .update({ state: p.accept ? 'accepted' : 'declined', settled_by: c.actor.id, settled_at: c.now });
    if (!p.accept) return { accepted: false };
    const command = c.lookup(row.type);
    const proposed = fromJson<Record<string, unknown>>(row.payload);
    const payload = parsePayload(
      command,
      {
        ...proposed,
        at: proposed.at ?? row.proposed_at,
        measuredBy: proposed.measuredBy || row.name,
        ...Object.fromEntries(
          [...ANSWERS, 'lotId' as const, 'stage' as const].flatMap((k) => (p[k] === undefined ? [] : [[k, p[k]]])),
        ),
        // It was done already: by whom is all that can be said of it here.
        ...(p.sensitive ? { note: proposed.note || `done by ${row.name}` } : {}),
      },
      c.now,
    );
    return { accepted: true, result: await command.handle(c, payload) };
  },
});
