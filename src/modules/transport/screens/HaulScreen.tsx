'use client';

import type { ActHolding, SiteOption } from '@/client/holding';
import { LossForm } from '@/client/LossForm';
import { useSession } from '@/client/session';
import { decimals, degrees, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock, dayMonth } from '@/core/time/localDay';
import { type HaulNote, haulCheckIds, haulChecks, haulNotes, haulStates } from '@/core/transport/haul';
import { recordDead } from '@/modules/health/acts/dead/act';
import { ReleaseForm } from '@/modules/moves/acts/release/form';
import { IssuePaper } from '@/modules/moves/screens/IssuePaper';
import type { Release } from '@/modules/moves/views/releases';
import { Caution } from '@/ui/caution';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Signed } from '@/ui/Signature';
import { Table } from '@/ui/Table';
import { CheckForm, LoadedForm, ReadForm, RepackForm, StepForm } from '../acts/note/form';
import { type HaulChoice, HaulForm } from '../acts/save/form';
import type { HaulView } from '../views/hauls';
import { CarrierTable } from './CarrierTable';

/** Steps that follow on a state, the next one first. */
const next: Record<HaulView['state'], readonly HaulNote[]> = {
  planned: ['left'],
  underWay: ['arrived'],
  arrived: ['delivered', 'back'],
  delivered: ['back'],
  back: [],
  givenUp: [],
};
const stepWords: Partial<Record<HaulNote, string>> = {
  left: 'It leaves',
  arrived: 'It has arrived',
  delivered: 'Delivered',
  back: 'It is back',
};

/** One haul from the load to the paper: what goes in, is it safe to leave, how are they under way, what was let go. */
export function HaulScreen({
  of: h,
  acts,
  sites,
  lots,
  released,
}: {
  of: HaulView;
  /** What stands in the tanks of its loads. */
  acts: readonly ActHolding[];
  sites: readonly SiteOption[];
  lots: readonly HaulChoice[];
  /** Releases of these days, as their papers state them. */
  released: readonly Release[];
}) {
  const { timeZone, now, units, role } = useSession();
  const us = units === 'us';
  const papers = new Map(released.map((r) => [r.entryId, r]));
  const may = role === 'manager' || role === 'culturist';
  const day = (t: number) => `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  const kg = (value: number) => massOfAll(1000 * value, us, value < 10 ? 1 : 0);
  const number = h.loads.reduce((s, l) => s + l.number, 0);
  const going = h.state === 'underWay' || h.state === 'arrived';
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Haul">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>{h.truck}</h1>
        <p className={`text-lead ${h.state === 'underWay' ? 'font-semibold text-careful' : 'text-soft'}`} role="status">
          {haulStates[h.state]}
          {h.state === 'planned' && `, leaves ${day(h.leaveAt)}`}
          {h.state === 'underWay' && `, expected ${day(h.dueAt)}`}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4 gap-y-2">
          <Link className="link" href="/moves/hauls">
            Hauls
          </Link>
          <Link className="link" href={`/print/haul/${h.id}`} target="_blank">
            Packing list, PDF
          </Link>
          <Link className="link" href={`/print/haul/${h.id}/labels`} target="_blank">
            Labels
          </Link>
          {may && h.state === 'planned' && (
            <DialogButton word="Change it" title={`Change ${h.truck}`}>
              {(done) => <HaulForm haul={h} lots={lots} sites={sites} done={done} />}
            </DialogButton>
          )}
          {role !== 'reader' &&
            next[h.state].map((what, i) => (
              <DialogButton
                key={what}
                word={stepWords[what]!}
                title={stepWords[what]!}
                kind={i === 0 ? 'main' : undefined}
              >
                {(done) => <StepForm haul={h.id} what={what} done={done} />}
              </DialogButton>
            ))}
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,360px)] gap-x-8 max-lg:grid-cols-1">
        <div>
          <section aria-label="Who goes along">
            <h2 className="border-b-2 border-deep/40 pb-0.5">
              {grouped(number)} go along, {decimals(h.hours, 1)} h at {degrees(h.celsius, us)}
            </h2>
            {h.loads.length === 0 && <p className="quiet my-1">Nobody yet: change it, and add from the tanks.</p>}
            {h.loads.length > 0 && (
              <div className="overflow-x-auto">
                <Table className="cards">
                  <thead>
                    <tr>
                      <th>from</th>
                      <th className="num">planned</th>
                      <th className="num">mass</th>
                      <th>in</th>
                      <th className="num">loaded</th>
                      <th>to</th>
                      <th className="num">let go</th>
                      <th />
                    </tr>
                  </thead>
                  <tbody>
                    {h.loads.map((l) => {
                      const act = acts.find((a) => a.unitId === l.unit && a.lotId === l.lotId && a.stage === l.stage);
                      const gone = l.released.reduce((s, r) => s + r.number, 0);
                      return (
                        <tr key={`${l.unit} ${l.lotId} ${l.site} ${l.tank}`} data-load={l.unitName}>
                          <td data-first>
                            <b>{l.unitName}</b>{' '}
                            <Link className="text-soft" href={`/lots/${l.lotId}`}>
                              {l.lot}
                            </Link>
                          </td>
                          <td className="num" data-head="planned">
                            {grouped(l.number)}
                          </td>
                          <td className="num" data-head="mass">
                            {l.meanG === null ? (
                              <span className="text-careful">not weighed</span>
                            ) : (
                              kg((l.number * l.meanG) / 1000)
                            )}
                          </td>
                          <td data-head="in">{l.tank}</td>
                          <td className="num" data-head="loaded">
                            {l.loaded && <Doubtful number={l.loaded.number} sd={l.loaded.sd} />}
                          </td>
                          <td data-head="to">{l.siteName || 'elsewhere'}</td>
                          <td className="num" data-head={gone > 0 ? 'let go' : undefined}>
                            {gone > 0 ? grouped(Math.round(gone)) : ''}
                            {l.released.map((r) => (
                              <span key={r.entryId} className="block text-small">
                                {r.paper === null ? (
                                  may && papers.has(r.entryId) && <IssuePaper release={papers.get(r.entryId)!} />
                                ) : (
                                  <Link className="link" href={`/papers/${r.paper}`} target="_blank">
                                    paper
                                  </Link>
                                )}
                              </span>
                            ))}
                          </td>
                          <td className="whitespace-nowrap">
                            {may && act && h.state !== 'givenUp' && (
                              <span className="flex flex-wrap gap-x-3">
                                {h.state === 'planned' && (
                                  <DialogButton word="Load" title={`Load ${l.tank} from ${l.unitName}`}>
                                    {(done) => <LoadedForm haul={h.id} load={l} done={done} />}
                                  </DialogButton>
                                )}
                                {going && l.site !== null && (
                                  <DialogButton word="Let go" title={`Let go from ${l.unitName}`}>
                                    {(done) => (
                                      <ReleaseForm
                                        h={act}
                                        sites={sites}
                                        site={l.site!}
                                        haul={h.id}
                                        loaded={
                                          l.loaded && l.released.length === 0
                                            ? { batches: l.loaded.batches, bucketsG: l.loaded.bucketsG }
                                            : undefined
                                        }
                                        done={done}
                                      />
                                    )}
                                  </DialogButton>
                                )}
                                {going && (
                                  <DialogButton word="Dead" title={`Dead on the way, of ${l.unitName}`}>
                                    {() => <LossForm h={act} act={recordDead} label="Dead on the way" cause />}
                                  </DialogButton>
                                )}
                              </span>
                            )}
                          </td>
                        </tr>
                      );
                    })}
                  </tbody>
                </Table>
              </div>
            )}
          </section>
          <CarrierTable of={h} />
        </div>
        <div>
          <section aria-label="Before it leaves" className="mb-4">
            <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
              Before it leaves
              {role !== 'reader' && h.state === 'planned' && (
                <span className="ml-auto text-body font-normal">
                  <DialogButton word="Tick" title="Looked at">
                    {(done) => <CheckForm haul={h.id} done={done} />}
                  </DialogButton>
                </span>
              )}
            </h2>
            <ul>
              {haulCheckIds.map((k) => (
                <li key={k} className={h.ticked.includes(k) ? '' : 'text-careful'}>
                  {h.ticked.includes(k) ? '✓' : '·'} {haulChecks[k]}
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="On the way" className="mb-4">
            <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
              On the way
              {role !== 'reader' && h.state !== 'back' && h.state !== 'givenUp' && (
                <span className="ml-auto flex gap-x-4 text-body font-normal">
                  {h.state !== 'planned' && (
                    <DialogButton word="It leaked" title="Leaked, and packed anew">
                      {(done) => <RepackForm haul={h.id} tanks={h.tanks.map((t) => t.name)} done={done} />}
                    </DialogButton>
                  )}
                  <DialogButton word="Read a tank" title="Read a tank">
                    {(done) => <ReadForm haul={h.id} tanks={h.tanks.map((t) => t.name)} done={done} />}
                  </DialogButton>
                </span>
              )}
            </h2>
            {h.notes.length === 0 && <p className="quiet my-1">Nothing yet.</p>}
            <ul>
              {h.notes.toReversed().map((n) => (
                <li key={n.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
                  <span className="text-small text-soft">{day(n.at)}</span>
                  <b>{n.what === 'read' ? n.tank : haulNotes[n.what]}</b>
                  <span>
                    {n.what === 'checked'
                      ? `${n.said.split(' ').length} of ${haulCheckIds.length}`
                      : [
                          ...(n.what === 'repacked' ? [n.tank] : []),
                          ...(n.weighed
                            ? [
                                `${n.tank}, ${n.weighed.bucketsG.length} ${n.weighed.bucketsG.length === 1 ? 'bucket' : 'buckets'}, ${kg(n.weighed.bucketsG.reduce((t, g) => t + g, 0) / 1000)}`,
                              ]
                            : []),
                          ...(n.oxygen === null ? [] : [`${decimals(n.oxygen, 1)} mg/L`]),
                          ...(n.celsius === null ? [] : [degrees(n.celsius, us)]),
                          ...(n.said ? [n.said] : []),
                        ].join(', ')}
                  </span>
                  {n.signature && <Signed path={n.signature} by={n.said} />}
                </li>
              ))}
            </ul>
          </section>
          <Caution>
            Temper before anything is opened: a few degrees at most between the two waters. Compressed oxygen: no
            grease, no flame. What died on the way is recorded from its tank, with the cause.
          </Caution>
        </div>
      </div>
    </section>
  );
}
