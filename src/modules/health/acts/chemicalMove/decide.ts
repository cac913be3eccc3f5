import { plain } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, decides } from '@/server/context';
import { eventOf } from '@/server/when';
import { chemicals } from '../../views/chemicals';
import { moveChemical, shortStock } from './act';

/** So many times what is on hand is a slip of a point. */
const SLIP = 10;

export const decision = decides(
  moveChemical,
  async (c, p) => {
    const event = eventOf(c, p);
    const of = (await chemicals(c.trx, c.site.id, event.at)).find((x) => x.id === p.chemical);
    if (!of) throw new ActRefused('noChemical', 'There is no such chemical.', 'chemical', 'Choose one of the list.');
    if (p.what !== 'counted' && p.amount === 0) throw new ActRefused('amount', 'How much?', 'amount', `In ${of.unit}.`);
    const goes = p.what === 'used' || p.what === 'disposed';
    if (goes && of.left > 0 && p.amount > SLIP * of.left)
      throw new ActRefused(
        'tooMuch',
        `${plain(p.amount)} ${of.unit} are far more than the ${plain(Number(of.left.toPrecision(3)))} ${of.unit} on hand.`,
        'amount',
        `Is it ${of.unit}? Check the figure.`,
      );
    if (goes && p.amount > of.left)
      ask(c, shortStock, {
        message: `${plain(Number(of.left.toPrecision(3)))} ${of.unit} of ${of.name} are on hand by the books.`,
        path: 'amount',
        todo: 'Check the figure; where the store holds more, count it.',
        choices: [{ value: 'yes', label: 'So much went', why: 'nothing is left by the books then' }],
      });
    const { seqs } = await c.record([
      {
        kind: 'chemical',
        ...event,
        intent: { ...p, chemicalName: of.name, chemicalUnit: of.unit },
        acts: [],
      },
    ]);
    await c.trx('chemical_move').insert({
      chemical_id: of.id,
      at: event.at,
      what: p.what,
      amount: p.amount,
      said: p.said,
      entry_seq: seqs[0]!,
    });
    const now = (await chemicals(c.trx, c.site.id, c.now)).find((x) => x.id === of.id)!;
    return { name: of.name, left: now.left, unit: of.unit };
  },
  async (c, entry) => {
    await c.trx('chemical_move').where({ entry_seq: entry.seq }).delete();
  },
);
