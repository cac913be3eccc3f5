import { grouped } from '@/core/quantities/format';
import { sameName } from '@/core/sameName';
import { thresholds } from '@/core/thresholds';
import { haulCheckIds, haulChecks, shortAt, underWayTodo } from '@/core/transport/haul';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { haulById, loadedOf, notesOf, type PlannedLoad } from '../../hauls';
import { askFull } from '../../overfull';
import { noteHaul, unchecked } from './act';

/** So far from what was planned is said. */
const OFF = 0.1;

/** What stands in the carrier now, and whether that is what was planned. */
function loadedSays(load: PlannedLoad, notes: Parameters<typeof loadedOf>[0]): string {
  const { number } = loadedOf(notes, load)!;
  const off = number / load.number - 1;
  const off10 =
    Math.abs(off) > OFF ? `, ${Math.abs(Math.round(100 * off))} % ${off > 0 ? 'more' : 'fewer'} than planned` : '';
  return `about ${grouped(Math.round(number))} in ${load.tank}${off10}`;
}

export const decision = decides(
  noteHaul,
  async (c, p) => {
    const event = eventOf(c, p);
    const haul = await haulById(c, p.haul);
    const notes = await notesOf(c.trx, [haul.id]);
    const left = notes.find((n) => n.what === 'left');
    if (p.what === 'left') {
      if (left) throw new ActRefused('left', `${haul.truck} is under way already.`, 'what', 'Say what is new of it.');
      if (haul.loads.length === 0)
        throw new ActRefused('empty', 'Nothing is loaded.', 'what', 'Say first who goes along.');
      const done = new Set(notes.filter((n) => n.what === 'checked').flatMap((n) => n.said.split(' ')));
      const missing = haulCheckIds.filter((k) => !done.has(k));
      if (missing.length > 0)
        ask(c, unchecked, {
          message: `Not looked at: ${missing.map((m) => haulChecks[m]).join('; ')}.`,
          path: 'what',
          todo: 'Look at them, and tick them.',
          choices: [{ value: 'meant', label: 'It leaves all the same', why: 'say why in the note' }],
        });
    }
    if ((p.what === 'arrived' || p.what === 'delivered' || p.what === 'back') && !left)
      throw new ActRefused('notLeft', `${haul.truck} has not left.`, 'what', 'Say first that it left.');
    if (p.what === 'delivered' && !p.said)
      throw new ActRefused('receiver', 'Who took them over?', 'said', 'The name of who received them.');
    if (p.what === 'checked' && p.ticks.length === 0)
      throw new ActRefused('ticks', 'Nothing was ticked.', 'ticks', 'Tick what was looked at.');
    if (p.what === 'loaded' && left)
      throw new ActRefused('left', `${haul.truck} is under way.`, 'what', 'What was loaded is said before it leaves.');
    const load =
      p.what === 'loaded'
        ? haul.loads.find(
            (l) => l.unit === p.unit && l.lotId === p.lotId && l.site === (p.site ?? null) && sameName(l.tank, p.tank),
          )
        : undefined;
    if (p.what === 'loaded') {
      if (!load)
        throw new ActRefused('noLoad', 'That is no load of this haul.', 'unit', 'Plan it first, with where it goes.');
      if (p.batches.length === 0)
        throw new ActRefused('batches', 'How heavy are they?', 'batches', 'A sample weighed and counted.');
      if (p.bucketsG.length === 0)
        throw new ActRefused('buckets', 'What went in?', 'bucketsG', 'Each bucket, without its water.');
      const loads = haul.loads.map((l) => {
        const w = loadedOf(notes, l, l === load ? { batches: p.batches, bucketsG: p.bucketsG } : undefined);
        return w ? { ...l, number: Math.round(w.number), meanG: w.meanG ?? l.meanG } : l;
      });
      askFull(c, { ...haul, loads }, 'bucketsG');
    }
    if (p.what === 'read' || p.what === 'repacked') {
      if (p.what === 'read' && p.oxygen === undefined && p.celsius === undefined)
        throw new ActRefused('reading', 'What was read?', 'oxygen', 'Oxygen, temperature, or both.');
      if (!haul.tanks.some((t) => sameName(t.name, p.tank)))
        throw new ActRefused('tank', 'In which tank?', 'tank', `One of ${haul.tanks.map((t) => t.name).join(', ')}.`);
    }
    const { seqs } = await c.record([{ kind: 'haulNote', ...event, intent: { ...p, truck: haul.truck }, acts: [] }]);
    await c.trx('haul_note').insert({
      haul_id: haul.id,
      what: p.what,
      at: event.at,
      tank: haul.tanks.find((t) => sameName(t.name, p.tank))?.name ?? '',
      oxygen: p.oxygen ?? null,
      celsius: p.celsius ?? null,
      said: p.what === 'checked' ? p.ticks.join(' ') : p.said,
      signature: p.what === 'delivered' ? p.signature : '',
      weighed: load
        ? JSON.stringify({
            unit: load.unit,
            lotId: load.lotId,
            site: load.site,
            batches: p.batches,
            bucketsG: p.bucketsG,
          })
        : null,
      entry_seq: seqs[0]!,
    });
    if (load) return { truck: haul.truck, todo: loadedSays(load, await notesOf(c.trx, [haul.id])) };
    const readings = (await notesOf(c.trx, [haul.id])).filter((n) => n.what === 'read');
    const least = thresholds.haulOxygenLeast.value;
    return {
      truck: haul.truck,
      todo:
        p.what === 'read'
          ? underWayTodo(
              readings.filter((r) => sameName(r.tank, p.tank)).at(-1),
              shortAt(readings, readings.at(-1)!.tank, least),
              least,
              haul.celsius,
              event.at,
            )
          : '',
    };
  },
  async (c, entry) => {
    await c.trx('haul_note').where({ entry_seq: entry.seq }).delete();
  },
);
