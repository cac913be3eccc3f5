import { thresholds } from '@/core/thresholds';
import { haulCheckIds, haulChecks, shortAt, underWayTodo } from '@/core/transport/haul';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { haulById, notesOf } from '../../hauls';
import { noteHaul, unchecked } from './act';

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
    if (p.what === 'read') {
      if (p.oxygen === undefined && p.celsius === undefined)
        throw new ActRefused('reading', 'What was read?', 'oxygen', 'Oxygen, temperature, or both.');
      if (!haul.tanks.some((t) => t.name.toLowerCase() === p.tank.toLowerCase()))
        throw new ActRefused('tank', 'In which tank?', 'tank', `One of ${haul.tanks.map((t) => t.name).join(', ')}.`);
    }
    const { seqs } = await c.record([{ kind: 'haulNote', ...event, intent: { ...p, truck: haul.truck }, acts: [] }]);
    await c.trx('haul_note').insert({
      haul_id: haul.id,
      what: p.what,
      at: event.at,
      tank: haul.tanks.find((t) => t.name.toLowerCase() === p.tank.toLowerCase())?.name ?? '',
      oxygen: p.oxygen ?? null,
      celsius: p.celsius ?? null,
      said: p.what === 'checked' ? p.ticks.join(' ') : p.said,
      entry_seq: seqs[0]!,
    });
    const readings = (await notesOf(c.trx, [haul.id])).filter((n) => n.what === 'read');
    const least = thresholds.haulOxygenLeast.value;
    return {
      truck: haul.truck,
      todo:
        p.what === 'read'
          ? underWayTodo(
              readings.filter((r) => r.tank.toLowerCase() === p.tank.toLowerCase()).at(-1),
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
