import { readTides } from '@/core/ponds/tides';
import { instantsOf } from '@/core/time/localDay';
import { ActRefused } from '@/server/act/refused';
import { decides } from '@/server/context';
import { saveTides } from './act';

export const decision = decides(saveTides, async (c, p) => {
  const lines = (() => {
    try {
      return readTides(p.text, (local) => {
        const [, year, month, day, hour, minute] = /(\d{4})-(\d{2})-(\d{2})[ T](\d{1,2}):(\d{2})/
          .exec(local)!
          .map(Number);
        return (
          instantsOf({ year: year!, month: month!, day: day!, hour: hour!, minute: minute! }, c.site.timeZone)[0] ??
          null
        );
      });
    } catch (e) {
      if (e instanceof RangeError)
        throw new ActRefused(
          'file',
          `This file cannot be read: ${e.message}.`,
          'text',
          'A line for each high and low water: day and time, and metres.',
        );
      throw e;
    }
  })();
  await c
    .trx('tide_table')
    .insert({ site_id: c.site.id, lines: JSON.stringify(lines) })
    .onConflict('site_id')
    .merge();
  return { lines: lines.length, from: lines[0]!.at, to: lines.at(-1)!.at };
});
