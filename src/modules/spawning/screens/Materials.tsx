'use client';

import { figures } from '@/core/quantities/format';
import { materialsFor } from '@/core/spawning/protocol';
import { Table } from '@/ui/Table';
import type { DayBowl, DayView } from '../views/day';

/** What the eggs of a bowl take of each material of its protocols. */
export function Materials({ view, bowl }: { view: DayView; bowl: DayBowl }) {
  const kg = bowl.females.reduce((s, f) => s + f.massG, 0) / 1000;
  const rows = view.protocols
    .filter((p) => bowl.protocols.includes(p.id))
    // As stripped a kilogram is about a litre: fluid fills the spaces between eggs. Baths are for hardened eggs.
    .flatMap((p) =>
      materialsFor(p, {
        kg,
        litres:
          p.kind === 'disinfection'
            ? (bowl.take?.volumeMl ?? kg * 1000 * (view.learned.swelling?.mlPerDryG ?? 1)) / 1000
            : kg,
      }).map((m) => ({ ...m, protocol: p.name })),
    );
  if (rows.length === 0) return null;
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
      </tbody>
    </Table>
  );
}
