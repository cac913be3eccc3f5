import type { Amount } from '@/core/books/entry';
import { numberFrom } from '@/core/books/measure';
import { ActRefused } from '@/server/act/refused';
import { answered, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { askCertified } from '@/server/stock/asks/certified';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { recordLoss } from '@/server/stock/loss';
import { standing } from '@/server/stock/standing';
import { askWithdrawal } from '@/server/stock/treated/withdrawal';
import { asOf, eventOf } from '@/server/when';
import { recordLossOf } from './act';

export const decision = decides(recordLossOf, async (c, p) => {
  const event = eventOf(c, p);
  if (!p.all && !p.measured)
    throw new ActRefused('howMany', 'How many?', 'measured', 'Give a number, or say that it was all that was left.');
  if ((p.account === 'escaped' || p.all) && !p.cause)
    throw new ActRefused('cause', 'Say what happened.', 'cause', 'One line is enough: it will be read in a year.');
  const at = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId, stage: p.stage });
  if (p.account === 'culled') await askCertified(c, 'killing', 'account');
  if (p.account === 'sold') {
    await askSensitive(c, at, event.note, event.at, 'selling them');
    await askWithdrawal(c, at, event.at, event.note, p.fate === 'food' ? 'food' : 'out');
  }
  const { meanG: _, ...measured } = p.measured
    ? numberFrom(p.measured)
    : { number: 0, sd: 0, df: null, how: 'counted' as const, meanG: undefined };
  const amount: Amount = p.all
    ? { kind: 'all' }
    : { kind: 'number', ...measured, shortfall: answered(c, shortfall) === 'yes' };
  const kind = ({ culled: 'cull', sold: 'sale', sampled: 'sample', escaped: 'escape', dead: 'unitLoss' } as const)[
    p.account
  ];
  const said = p.account === 'sold' ? p.fate : p.account === 'culled' ? 'culled' : null;
  return recordLoss(c, event, kind, p.account, at, amount, p, p.all ? at.number : measured.number, said);
});
