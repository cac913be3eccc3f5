import { dischargeFigures, trendsOf } from '@/core/water/discharge';
import { decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { dischargeLines } from '../../views/discharge';
import { recordDischarge } from './act';

export const decision = decides(
  recordDischarge,
  async (c, p) => {
    const event = eventOf(c, p);
    const { seqs } = await c.record([{ kind: 'discharge', ...event, intent: p, acts: [] }]);
    await c.trx('discharge').insert({
      site_id: c.site.id,
      at: event.at,
      what: p.what,
      place: p.place,
      figures: JSON.stringify(p.figures),
      litres: p.litres ?? null,
      said: p.said,
      entry_seq: seqs[0]!,
    });
    const over = trendsOf(await dischargeLines(c.trx, c.site.id, event.at)).filter(
      (t) => t.last.at === event.at && t.most !== null && t.last.value > t.most,
    );
    return { over: over.map((t) => `${dischargeFigures[t.kind].word}, ${t.place}`) };
  },
  async (c, entry) => {
    await c.trx('discharge').where({ entry_seq: entry.seq }).delete();
  },
);
