import { group } from 'd3';
import { plain } from '@/core/quantities/format';
import { parseHandFile } from '@/core/readings/parseHandFile';
import { asNitrogen, handKinds, hasScale } from '@/core/water/handKinds';
import { ActRefused } from '@/server/act/refused';
import { ask, choose, decides } from '@/server/context';
import { oddWater } from '../../input';
import { readWaterFile } from './act';

/** More walks than a year has are no file of hand readings. */
const MOST = 2000;

export const decision = decides(readWaterFile, async (c, p) => {
  const units = await c.trx('unit').where({ site_id: c.site.id }).select('id', 'name');
  const file = (() => {
    try {
      return parseHandFile(
        p.text,
        units.map((u) => u.name),
        { timeZone: c.site.timeZone, dateOrder: p.dateOrder },
      );
    } catch (e) {
      if (e instanceof RangeError)
        throw new ActRefused(
          'file',
          `This file cannot be read: ${e.message}.`,
          'text',
          'Each line needs a time, a tank as it is named here, and figures under headings like NH4-N, pH.',
        );
      throw e;
    }
  })();
  if (file.ambiguousDates)
    choose(c, 'dateOrder', {
      message: 'The dates of this file can be read day first or month first.',
      path: 'dateOrder',
      todo: 'Say which.',
      choices: [
        { value: 'dmy', label: 'Day first' },
        { value: 'mdy', label: 'Month first' },
      ],
    });
  const unsaid = [
    ...new Set(file.rows.filter((r) => hasScale(r.kind) && r.scale === null && r.value > 0).map((r) => r.kind)),
  ];
  if (unsaid.length > 0 && p.scale === undefined)
    choose(c, 'scale', {
      message: `What does the file show for ${unsaid.map((k) => handKinds[k].word).join(', ')}?`,
      path: 'scale',
      todo: 'The leaflet says: the same water shows three to four times as much nitrite or nitrate by the ion.',
      choices: [
        { value: 'N', label: 'Nitrogen', why: 'NH₄-N, NO₂-N, NO₃-N' },
        { value: 'ion', label: 'The ion', why: 'NH₄⁺, NO₂⁻, NO₃⁻' },
      ],
    });
  const byName = new Map(units.map((u) => [u.name.toLowerCase(), u]));
  const unknown = [...new Set(file.rows.filter((r) => !byName.has(r.place.toLowerCase())).map((r) => r.place))];
  const rows = file.rows
    .filter((r) => byName.has(r.place.toLowerCase()) && r.at <= c.now)
    .map((r) => ({
      at: r.at,
      unit: byName.get(r.place.toLowerCase())!,
      kind: r.kind,
      value: asNitrogen(r.kind, r.value, r.scale ?? p.scale ?? 'N'),
    }));
  const future = file.rows.filter((r) => r.at > c.now).length;
  if (rows.length === 0)
    throw new ActRefused(
      'file',
      future > 0 ? 'All times of this file lie in the future.' : 'No line of this file could be read.',
      'text',
      unknown.length > 0
        ? `No tank is named ${unknown.slice(0, 4).join(', ')} here.`
        : file.problems[0]
          ? `Line ${file.problems[0].line}: ${file.problems[0].why}.`
          : 'Check the file.',
    );
  const odd = rows.filter((r) => r.value > handKinds[r.kind].odd || (r.kind === 'pH' && r.value < 4));
  if (odd.length > 0)
    ask(c, oddWater, {
      message: `${odd
        .slice(0, 4)
        .map((r) =>
          `${r.unit.name}: ${handKinds[r.kind].word} ${plain(Number(r.value.toPrecision(3)))} ${handKinds[r.kind].unit}`.trim(),
        )
        .join(
          '; ',
        )}${odd.length > 4 ? ` and ${odd.length - 4} more` : ''} ${odd.length > 1 ? 'are' : 'is'} far from the water of fish.`,
      path: 'text',
      todo: 'Check the unit of the column. If it is right, act first: water, air, no feed.',
      choices: [{ value: 'yes', label: 'It was read so', why: 'and so recorded' }],
    });
  const stood = await c
    .trx('observation')
    .whereIn('unit_id', [...new Set(rows.map((r) => r.unit.id))])
    .whereNull('holding_id')
    .whereBetween('at', [Math.min(...rows.map((r) => r.at)), Math.max(...rows.map((r) => r.at))])
    .whereIn('kind', [...new Set(rows.map((r) => r.kind))])
    .select<{ unit_id: number; kind: string; at: number; value: number }[]>('unit_id', 'kind', 'at', 'value');
  const known = new Map(stood.map((s) => [`${s.unit_id} ${s.kind} ${s.at}`, s.value]));
  let [same, kept] = [0, 0];
  const fresh = rows.filter((r) => {
    const before = known.get(`${r.unit.id} ${r.kind} ${r.at}`);
    if (before === undefined) {
      known.set(`${r.unit.id} ${r.kind} ${r.at}`, r.value);
      return true;
    }
    // Stored figures are rounded as the column of the database is.
    if (Math.abs(before - r.value) <= 1e-4 * Math.max(1, Math.abs(r.value))) same += 1;
    else kept += 1;
    return false;
  });
  const walks = [...group(fresh, (r) => `${r.unit.id} ${r.at}`).values()];
  if (walks.length > MOST)
    throw new ActRefused(
      'many',
      `${plain(walks.length)} readings of tanks are more than are read in at once.`,
      'text',
      `Split the file: at most ${plain(MOST)}. A logger’s file is read in by its probe instead.`,
    );
  if (walks.length > 0)
    await c.record(
      walks.map((walk) => {
        const readings = walk.map((r) => ({ kind: r.kind, value: r.value }));
        return {
          kind: 'waterRead',
          at: walk[0]!.at,
          precision: 'minute' as const,
          measuredBy: c.actor.name,
          note: p.fileName,
          intent: { unit: walk[0]!.unit.id, readings, scale: 'N', kept: readings },
          acts: [],
          observations: readings.map((r) => ({ kind: r.kind, unit_id: walk[0]!.unit.id, value: r.value })),
        };
      }),
    );
  return {
    added: fresh.length,
    same,
    kept,
    tanks: [...new Set(fresh.map((r) => r.unit.name))],
    unknown: unknown.slice(0, 20),
    problems: file.problems.slice(0, 50),
    future,
  };
});
