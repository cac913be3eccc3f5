'use client';

import { useSession } from '@/client/session';
import { mostAffected } from '@/core/health/drawSample';
import { decimals, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import { InspectCloseForm } from '../acts/inspectClose/form';
import { FindForm } from '../acts/inspectFind/form';
import { SignForm } from '../acts/inspectSign/form';
import { TakeForm } from '../acts/inspectTake/form';
import { verdicts } from '../input';
import type { Container, InspectionRow } from '../inspections';

/** One inspection: what is drawn from each tank, what was taken, what was found, what it says. */
export function InspectionScreen({ of: row, containers }: { of: InspectionRow; containers: readonly Container[] }) {
  const { role, timeZone, now } = useSession();
  const open = row.closedAt === null;
  const may = open && (role === 'manager' || role === 'culturist');
  const day = (t: number) => dayMonth(t, timeZone, now);
  const takenOf = (unit: number) => containers.filter((c) => c.unit === unit).reduce((s, c) => s + c.number, 0);
  const taken = containers.reduce((s, c) => s + c.number, 0);
  const judged = containers.filter((c) => c.finding !== null);
  const looked = judged.reduce((s, c) => s + c.number, 0);
  const affected = judged.reduce((s, c) => s + c.finding!.affected, 0);
  const { plan } = row;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Inspection">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1>Inspection, {plan.why}</h1>
        <span className="text-soft">
          {plan.vet}, {day(row.openedAt)}
        </span>
        <span className="ml-auto flex gap-x-4">
          <Link className="link" href="/health">
            Health
          </Link>
          {row.verdict && (
            <Link className="link" href={`/print/inspection/${row.id}`} target="_blank">
              Certificate, PDF
            </Link>
          )}
          {row.verdict && !row.verdict.signature && (role === 'reader' || role === 'manager') && (
            <DialogButton word="Sign" title="Sign the inspection" kind="main">
              {(done) => <SignForm inspection={row.id} done={done} />}
            </DialogButton>
          )}
          {may && containers.length > 0 && (
            <DialogButton word="Close it" title="Close the inspection">
              {(done) => <InspectCloseForm inspection={row.id} vet={plan.vet} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      <p className="mb-3 text-lead">
        <b data-testid="taken">{grouped(taken)}</b> of {grouped(row.wanted)} taken
        {looked > 0 &&
          (affected > 0
            ? `; ${grouped(affected)} of ${grouped(looked)} affected`
            : `; nothing in ${grouped(looked)}: fewer than ${decimals(100 * mostAffected(looked, plan.sensitivityShare, plan.confidenceShare), 1)} % are affected, ${decimals(100 * plan.confidenceShare, 0)} % sure`)}
        {row.verdict && (
          <b>
            {' '}
            {verdicts[row.verdict.verdict]}, {row.verdict.signedBy}
            {row.verdict.signature
              ? `, signed ${day(row.verdict.signature.at)} by ${row.verdict.signature.by}`
              : ', not signed yet'}
            {row.verdict.certificate && `, certificate ${row.verdict.certificate}`}
            {row.verdict.validUntil !== null && `, until ${day(row.verdict.validUntil)}`}
          </b>
        )}
      </p>
      <section aria-label="Drawn from">
        <h2 className="border-b-2 border-deep/40 pb-0.5">Drawn from</h2>
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th>tank</th>
                <th>lot</th>
                <th className="num">stood</th>
                <th className="num">drawn</th>
                <th className="num">taken</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {row.tanks.map((t) => {
                const left = t.draw - takenOf(t.unit);
                return (
                  <tr key={t.unit} data-unit={t.unitName}>
                    <td className="font-bold">{t.unitName}</td>
                    <td>{t.lotName}</td>
                    <td className="num">{grouped(t.stood)}</td>
                    <td className="num">{grouped(t.draw)}</td>
                    <td className={`num ${left > 0 ? 'text-careful' : ''}`}>{grouped(takenOf(t.unit))}</td>
                    <td>
                      {may && (
                        <DialogButton word="Take" title={`Take from ${t.unitName}`}>
                          {(done) => (
                            <TakeForm inspection={row.id} unit={t.unit} left={Math.max(0, left)} done={done} />
                          )}
                        </DialogButton>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </div>
      </section>
      <section aria-label="Containers" className="mt-4">
        <h2 className="border-b-2 border-deep/40 pb-0.5">Containers and findings</h2>
        {containers.length === 0 && <p className="quiet my-1">Nothing was taken yet.</p>}
        {containers.map((c) => (
          <div key={c.entryId} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
            <b>{c.container}</b>
            <span>
              {grouped(c.number)} of {row.tanks.find((t) => t.unit === c.unit)?.unitName}
              {c.organs && `, ${c.organs}`}
            </span>
            <span className="text-small text-soft">{day(c.at)}</span>
            {c.finding ? (
              <span className={c.finding.affected > 0 ? 'font-semibold text-hand' : ''}>
                {c.finding.text}
                {c.finding.affected > 0 && `, ${grouped(c.finding.affected)} affected`}
                {c.finding.by && <span className="text-soft">, {c.finding.by}</span>}
              </span>
            ) : (
              <span className="text-careful">waiting</span>
            )}
            {may && !c.finding && (
              <span className="ml-auto">
                <DialogButton word="Finding" title={`Found in ${c.container}`}>
                  {(done) => <FindForm inspection={row.id} container={c.container} done={done} />}
                </DialogButton>
              </span>
            )}
          </div>
        ))}
      </section>
    </section>
  );
}
