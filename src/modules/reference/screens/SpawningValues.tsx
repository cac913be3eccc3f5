import type { ReactNode } from 'react';
import { useSession } from '@/client/session';
import { figures, plain } from '@/core/quantities/format';
import { temperatureRead } from '@/core/quantities/reader';
import { latencyName } from '@/core/species/provenances';
import type { Species } from '@/core/species/species';
import { Table } from '@/ui/Table';

/** What the book knows of a species' parents: signs of ripeness, egg samples, treatments and how long they take. */
export function SpawningValues({
  s,
  editor,
  source,
}: {
  s: Species;
  editor: (path: string) => ReactNode;
  source: (p: { source: string; hint: string }) => ReactNode;
}) {
  const us = useSession().units === 'us';
  if (s.ripeness.length === 0) return null;
  return (
    <>
      <h2 className="mt-5 mb-1">Parents</h2>
      <Table>
        <tbody>
          {s.ripeness.map((r) => (
            <tr key={r.id}>
              <td className="w-[7rem] text-soft">{r.sex}</td>
              <td
                className={`whitespace-nowrap ${r.ready ? 'font-bold text-deep' : r.over ? 'font-bold text-careful' : ''}`}
              >
                {r.name}
              </td>
              <td>{r.signs}</td>
            </tr>
          ))}
          {s.eggStages.map((e) => (
            <tr key={e.id}>
              <td className="text-soft">egg sample</td>
              <td className="whitespace-nowrap">{e.name}</td>
              <td>{e.looks}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {(s.polarisation || s.inductions.length > 0) && (
        <Table className="mt-3">
          <tbody>
            {s.polarisation && (
              <tr>
                <td>polarisation index</td>
                <td className="font-bold">
                  ready at or below {plain(s.polarisation.ready)}, not ready above {plain(s.polarisation.notBefore)}
                </td>
                <td>{source(s.polarisation)}</td>
                <td>{editor('polarisation.limits')}</td>
              </tr>
            )}
            {s.inductions.map((i) => (
              <tr key={i.id}>
                <td>{i.name}</td>
                <td className="font-bold">
                  {plain(i.dosePerKg.low)} to {plain(i.dosePerKg.high)} {i.unit === 'ug' ? 'µg' : i.unit}/kg
                  {i.parts.length > 1 && (
                    <span className="font-normal text-soft">
                      , {i.parts.map((p) => `${Math.round(100 * p)} %`).join(' then ')}, {plain(i.intervalHours)} h
                      apart
                    </span>
                  )}
                </td>
                <td>{source(i)}</td>
                <td>{editor(`inductions.${i.id}`)}</td>
              </tr>
            ))}
            {s.latencies.map((l) => (
              <tr key={l.id}>
                <td>hours to ovulation, {latencyName(s, l)}</td>
                <td className="font-bold">
                  {l.points.map((p) => `${figures(p.hours, 3)} h at ${temperatureRead(p.celsius, us)}`).join(', ')}
                  <span className="font-normal text-soft">, ±{Math.round(196 * l.cv)} % between females</span>
                </td>
                <td>{source(l)}</td>
                <td>{editor(`latencies.${l.id}`)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {s.inductions.length > 0 && (
        <p className="quiet mt-1 text-small">
          Outside its table a latency is not read: checks then begin at once, at short steps. Label, veterinarian and
          local law decide what may be given.
        </p>
      )}
    </>
  );
}
