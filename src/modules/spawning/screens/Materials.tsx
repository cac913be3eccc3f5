'use client';

import { useSession } from '@/client/session';
import { figures } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { materialsFor, vesselsFor } from '@/core/spawning/protocol';
import { Table } from '@/ui/Table';
import type { DayBowl, DayView } from '../views/day';

/** What the eggs of a bowl take of each material of its protocols. */
export function Materials({ view, bowl }: { view: DayView; bowl: DayBowl }) {
  const us = useSession().units === 'us';
  const kg = bowl.females.reduce((s, f) => s + f.massG, 0) / 1000;
  const own = view.protocols.filter((p) => bowl.protocols.includes(p.id));
  const hardened = (bowl.take?.volumeMl ?? kg * 1000 * (view.learned.swelling?.mlPerDryG ?? 1)) / 1000;
  // As stripped a kilogram is about a litre: fluid fills the spaces between eggs. Baths are for hardened eggs.
  const rows = own.flatMap((p) =>
    materialsFor(p, { kg, litres: p.kind === 'disinfection' ? hardened : kg }).map((m) => ({ ...m, protocol: p.name })),
  );
  // They swell while they harden: what a vessel takes is asked of the swollen volume.
  const vessels = own.flatMap((p) => {
    const n = hardened > 0 ? vesselsFor(p, hardened) : null;
    return n === null ? [] : [{ protocol: p.name, n, most: p.vesselLitres!, each: hardened / n }];
  });
  if (rows.length + vessels.length === 0) return null;
  return (
    <Table className="text-body">
      <tbody>
        {rows.map((m) => (
          <tr key={`${m.protocol} ${m.what}`}>
            <td>{m.what}</td>
            <td className="num font-bold">{m.amount === null ? '' : `${figures(m.amount, 3)} ${m.unit}`}</td>
            <td className="text-soft">{m.protocol}</td>
          </tr>
        ))}
        {vessels.map((v) => (
          <tr key={v.protocol} data-vessels>
            <td>{v.n === 1 ? 'vessel' : 'vessels, they swell'}</td>
            <td className="num font-bold">{v.n}</td>
            <td className="text-soft">
              {measured(1000 * v.each, 'volume', us)} each, up to {measured(1000 * v.most, 'volume', us)}: deeper, those
              below are crushed
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
