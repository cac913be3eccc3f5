import { z } from 'zod';
import { type MeasurementInput, measurement, numberFrom } from '@/core/books/measure';
import { weightBatch } from '@/core/sampling/meanWeight';
import { said } from './bringIn';
import { defineCommand } from './define';
import { CommandRefused } from './refused';
import { idsOf, seenNumber, standing } from './standing';
import { askTemperedOut, tempered } from './temper';
import { usualCv } from './usualVariation';
import { asOf, eventFields, eventOf } from './when';

/** Weighed out by the bucket and let go at a site. `emptied` says that nothing stayed behind. */
export const recordRelease = defineCommand({
  type: 'release.record',
  roles: ['manager', 'culturist'],
  schema: z.object({
    ...eventFields,
    unit: z.number().int(),
    lotId: z.number().int().optional(),
    stage: z.string().optional(),
    site: z.number().int(),
    batches: z.array(weightBatch).min(1, 'needs at least one batch'),
    bucketsG: z.array(z.number().gt(0, 'must be above 0')).min(1, 'needs at least one bucket'),
    bucketSdG: z.number().min(0).default(0),
    emptied: z.boolean().default(false),
    shortfall: z.literal('yes').optional(),
    waterCelsius: z.number().min(-2).max(40).optional(),
    tempered,
  }),
  async handle(c, p) {
    const event = eventOf(c, p);
    const site = (await c.trx('release_site').where({ id: p.site, site_id: c.site.id }).first()) as
      | { id: number; name: string; water: string; permit: string }
      | undefined;
    if (!site) throw new CommandRefused('noSite', 'There is no such release site.', 'site', 'Choose one of the list.');
    const at = await standing(c, p.unit, asOf(c, event), p, ['fingerling', 'fry']);
    await askTemperedOut(c, at, { name: site.name, celsius: p.waterCelsius }, event.at, p.tempered);
    const measured: MeasurementInput = {
      method: 'buckets',
      batches: p.batches,
      bucketsG: p.bucketsG,
      bucketSdG: p.bucketSdG,
    };
    const { meanG, ...count } = numberFrom(measurement.parse(measured), await usualCv(c, 'buckets', 'count'));
    const { seqs } = await c.record([
      {
        kind: 'release',
        ...event,
        replacesSeq: c.replacing?.seq,
        intent: { ...p, measured, siteName: site.name, water: site.water, permit: site.permit },
        acts: [
          {
            act: 'lose',
            account: 'released',
            from: at.place,
            amount: { kind: 'number', ...count, shortfall: p.shortfall === 'yes' },
          },
          ...(p.emptied ? [{ act: 'close' as const, holding: at.place }] : []),
        ],
        observations: [
          {
            kind: 'release',
            ...idsOf(at),
            ...seenNumber(count),
            trials: site.id,
          },
        ],
      },
    ]);
    const entry = (await c.trx('entry').where({ seq: seqs[0]! }).first('id')) as { id: string };
    return { entryId: entry.id, lot: at.lot.name, unit: at.unit.name, site: site.name, meanG, ...said(count) };
  },
});

/** Fixes what a release paper says, under a number. A later correction marks it superseded; it is never rewritten. */
export const issuePaper = defineCommand({
  type: 'paper.issue',
  roles: ['manager', 'culturist'],
  schema: z.object({ entryId: z.string(), content: z.record(z.string(), z.unknown()) }),
  async handle(c, p) {
    const entry = (await c
      .trx('entry as e')
      .leftJoin('entry as v', 'v.voids_seq', 'e.seq')
      .where({ 'e.id': p.entryId, 'e.site_id': c.site.id })
      .first('e.seq', 'e.kind', 'e.at', 'v.seq as voided')) as
      | { seq: number; kind: string; at: number; voided: number | null }
      | undefined;
    if (entry?.kind !== 'release') throw new CommandRefused('noRelease', 'There is no such release.', 'entryId');
    if (entry.voided) throw new CommandRefused('voided', 'That release was taken back.', 'entryId');
    const standingPaper = (await c.trx('paper').where({ entry_seq: entry.seq }).whereNull('superseded_seq').first()) as
      | { id: number; number: string }
      | undefined;
    if (standingPaper) return { paperId: standingPaper.id, number: standingPaper.number };
    const count = (await c.trx('paper').where({ site_id: c.site.id }).count('* as n').first()) as { n: number };
    const number = `R-${new Date(entry.at).getUTCFullYear()}-${String(Number(count.n) + 1).padStart(4, '0')}`;
    const [paperId] = (await c.trx('paper').insert({
      site_id: c.site.id,
      number,
      kind: 'release',
      entry_seq: entry.seq,
      content: JSON.stringify(p.content),
      issued_by: c.actor.id,
      issued_at: c.now,
    })) as [number];
    return { paperId, number };
  },
});
