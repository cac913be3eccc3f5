'use client';

import { useSession } from '@/client/session';
import { decimals, figures, grouped, withDoubt } from '@/core/quantities/format';
import { massEach, massOfAll } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { limitWord } from '@/modules/rearing/screens/feedWords';
import { Select } from '@/ui/Select';
import { Table } from '@/ui/Table';
import type { ClassTank } from '../../views/grading';
import type { BenchClass } from './bench';

/** What each class would be, where it goes, and how long that tank holds it. */
export function ClassTable({
  classes,
  tanks,
  own,
  onUnit,
}: {
  classes: readonly BenchClass[];
  tanks: readonly ClassTank[];
  /** The tank that is graded. */
  own: number;
  onUnit: (k: number, id: number | null) => void;
}) {
  const { now, timeZone, units } = useSession();
  const us = units === 'us';
  return (
    <div className="overflow-x-auto">
      <Table>
        <thead>
          <tr>
            <th>class</th>
            <th className="num">number</th>
            <th className="num">each</th>
            <th className="num">spread</th>
            <th className="num">mass</th>
            <th>goes to</th>
            <th className="num">there then</th>
            <th>until</th>
          </tr>
        </thead>
        <tbody>
          {classes.map((c, k) => {
            const n = withDoubt(c.number, c.half);
            const full = c.tight !== null && c.tight.share >= 1;
            return (
              <tr key={c.grade} data-class={c.grade}>
                <td className="font-bold">{c.grade}</td>
                <td className="num">
                  <b>{n.number}</b>
                  {n.half && <span className="text-small text-soft"> ±{n.half}</span>}
                </td>
                <td className="num">{c.meanG === null ? '' : massEach(c.meanG, us)}</td>
                <td className="num">{c.cv === null ? '' : `${decimals(100 * c.cv, 0)} %`}</td>
                <td className="num">{c.massG > 0 ? massOfAll(c.massG, us, 2) : ''}</td>
                <td className="min-w-[11rem]">
                  <Select
                    aria-label={`Class ${c.grade} goes to`}
                    value={c.tank ? String(c.tank.id) : ''}
                    onChange={(v) => onUnit(k, v === '' ? null : Number(v))}
                    empty="choose a tank"
                    options={tanks.map((t) => ({
                      value: String(t.id),
                      label:
                        t.id === own ? `${t.name}, this tank` : t.holds ? `${t.name}, ${t.holds}` : `${t.name}, empty`,
                      group: t.room,
                    }))}
                  />
                </td>
                <td className={`num ${full ? 'font-semibold text-hand' : ''}`}>
                  {c.tight
                    ? `${figures(100 * c.tight.share, 2)} % of its ${limitWord[c.tight.limit]}`
                    : c.tank
                      ? 'not known'
                      : ''}
                </td>
                <td className={full ? 'text-hand' : ''}>
                  {full
                    ? `room for ${grouped(Number(c.tight!.bears.toPrecision(2)))}`
                    : c.tight?.fullAt != null
                      ? dayMonth(c.tight.fullAt, timeZone, now)
                      : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </div>
  );
}
