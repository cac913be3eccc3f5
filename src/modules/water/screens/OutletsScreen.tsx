'use client';

import { useSession } from '@/client/session';
import { decimals, plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { MINUTE_MS } from '@/core/time/spans';
import { dischargeFigures } from '@/core/water/discharge';
import type { OutletScreen } from '@/core/water/outletScreen';
import { Caution } from '@/ui/caution';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import { DischargeForm } from '../acts/discharge/form';
import { drains as drainWords } from '../acts/drain/act';
import { DrainForm } from '../acts/drain/form';
import { ScreenForm } from '../acts/screen/form';
import type { Outflow } from '../views/discharge';
import type { DrainOpen } from '../views/drains';

/** Which drains stand open, which screens let fish through, and which may be wider. */
export function OutletsScreen({
  screens,
  drains,
  idle,
  outflow,
}: {
  screens: readonly OutletScreen[];
  drains: readonly DrainOpen[];
  /** Tanks whose fish were never weighed. */
  idle: readonly string[];
  outflow: Outflow;
}) {
  const { timeZone, now, role } = useSession();
  const may = role !== 'reader';
  const escaping = screens.filter((s) => s.is === 'escape');
  /** Not while somebody is at it. */
  const long = (d: DrainOpen) => d.stands && now - d.since > thresholds.drainMinutes.value * MINUTE_MS;
  const when = (t: number) =>
    isoDay(t, timeZone) === isoDay(now, timeZone)
      ? clock(t, timeZone)
      : `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Outlets">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Outlets</h1>
        <p
          className={`text-lead ${drains.some(long) || escaping.length > 0 ? 'font-semibold text-hand' : 'text-soft'}`}
          role="status"
        >
          {[
            drains.length > 0 && `${drains.map((d) => d.unit).join(', ')} not shut`,
            escaping.length > 0 && `fish go through the screen of ${escaping.map((s) => s.unit).join(', ')}`,
          ]
            .filter(Boolean)
            .join('; ') || 'All drains are shut, and no screen lets fish through that is known.'}
        </p>
        <span className="ml-auto flex gap-x-4">
          <Link className="link" href="/water">
            Water
          </Link>
          <Link className="link" href="/water/capacity">
            Capacity
          </Link>
        </span>
      </div>
      {drains.length > 0 && (
        <section aria-label="Drains" className="mb-4 max-w-[760px]">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Not shut</h2>
          {drains.map((d) => (
            <p
              key={d.unitId}
              className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5"
              data-drain={d.unit}
            >
              <b className="text-lead">{d.unit}</b>
              <span className={long(d) ? 'font-semibold text-hand' : d.stands ? 'text-careful' : ''}>
                {drainWords[d.state]} since {when(d.since)}
                {d.stands ? ', fish in it' : ', empty'}
              </span>
              {may && (
                <span className="ml-auto">
                  <DialogButton word="Change" title={`Drain of ${d.unit}`}>
                    {(done) => <DrainForm unit={d.unitId} done={done} />}
                  </DialogButton>
                </span>
              )}
            </p>
          ))}
        </section>
      )}
      <section aria-label="Screens">
        <h2 className="border-b-2 border-deep/40 pb-0.5">Screens by the size of the fish</h2>
        {screens.length === 0 && (
          <p className="quiet my-1">
            Tanks with fish that were weighed will stand here, with the widest opening that keeps their smallest.
          </p>
        )}
        {screens.length > 0 && (
          <div className="overflow-x-auto">
            <Table className="cards">
              <thead>
                <tr>
                  <th>tank</th>
                  <th className="num">opening</th>
                  <th className="num">smallest</th>
                  <th className="num">keeps them</th>
                  <th />
                  <th>next wider</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {screens.map((s) => (
                  <tr key={s.unitId} data-screen={s.unit}>
                    <td data-first>
                      <b>{s.unit}</b> <span className="text-small text-soft">{s.room}</span>
                    </td>
                    <td className="num" data-head={s.openingMm === null ? undefined : 'opening'}>
                      {s.openingMm === null ? '' : `${plain(s.openingMm)} mm`}
                    </td>
                    <td className="num" data-head="smallest">
                      {decimals(s.smallestMm, 1)} mm wide
                    </td>
                    <td className="num" data-head="keeps them">
                      {s.bestMm === null ? '' : `${plain(s.bestMm)} mm`}
                    </td>
                    <td
                      className={
                        s.is === 'escape' ? 'font-semibold text-hand' : s.is === 'fine' ? 'text-careful' : 'text-soft'
                      }
                    >
                      {says(s)}
                    </td>
                    <td className={s.widerAt !== null && s.widerAt <= now ? 'text-careful' : ''}>
                      {s.is === 'escape' || s.widerAt === null
                        ? ''
                        : s.widerAt <= now
                          ? 'may be wider now'
                          : dayMonth(s.widerAt, timeZone, now)}
                    </td>
                    <td>
                      {may && (
                        <DialogButton word="Set" title={`Screen of ${s.unit}`}>
                          {(done) => <ScreenForm unit={s.unitId} best={s.bestMm} done={done} />}
                        </DialogButton>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </div>
        )}
        <p className="quiet mt-1 max-w-prose text-small">
          By their length and its scatter, one of a thousand is smaller; width by length of Reference. Hold a few of the
          smallest against it before it is changed. Where oil stands on the water, a coarser mesh above the line lets it
          go.
          {idle.length > 0 && ` Never weighed: ${idle.join(', ')}.`}
        </p>
      </section>
      <OutflowPart of={outflow} />
      <div className="mt-3 max-w-prose">
        <Caution>
          A standpipe is pulled with both feet on firm ground, not from a plank over the water; a valve that drains has
          its handle off, so that nobody opens it in passing.
        </Caution>
      </div>
    </section>
  );
}

/** What left with the water: samples against the permit, and what was disposed of. */
function OutflowPart({ of: o }: { of: Outflow }) {
  const { timeZone, now, role } = useSession();
  const late = o.due !== null && o.due < now;
  return (
    <section aria-label="Outflow" className="mt-5 max-w-[860px]">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        Outflow
        {role !== 'reader' && (
          <span className="ml-auto text-body font-normal">
            <DialogButton word="Record" title="Outflow">
              {(done) => <DischargeForm place={o.lines[0]?.place} done={done} />}
            </DialogButton>
          </span>
        )}
      </h2>
      {o.due === null ? (
        <p className="quiet my-1">
          No sample yet. The permit says what is looked for, how often, and how much it may be.
        </p>
      ) : (
        <p className={`my-1 ${late ? 'text-careful' : 'text-soft'}`}>
          The next sample {late ? 'was due' : 'is due'} {dayMonth(o.due, timeZone, now)}, as they were usually taken.
        </p>
      )}
      {o.trends.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>where</th>
              <th>of</th>
              <th className="num">last</th>
              <th className="num">at most</th>
              <th>before</th>
              <th>sampled</th>
            </tr>
          </thead>
          <tbody>
            {o.trends.map((t) => (
              <tr key={`${t.place} ${t.kind}`} data-outflow={t.kind}>
                <td>{t.place}</td>
                <td>{dischargeFigures[t.kind].word}</td>
                <td className={`num ${t.most !== null && t.last.value > t.most ? 'font-bold text-hand' : ''}`}>
                  {plain(t.last.value)} {dischargeFigures[t.kind].unit}
                </td>
                <td className="num">{t.most === null ? '' : plain(t.most)}</td>
                <td className="text-soft">{t.earlier.map(plain).join(', ')}</td>
                <td className="text-soft">{dayMonth(t.last.at, timeZone, now)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {o.lines
        .filter((l) => l.what === 'disposal')
        .slice(0, 6)
        .map((l) => (
          <p key={l.id} className="border-b border-rule py-1">
            <span className="text-soft">{dayMonth(l.at, timeZone, now)}</span> {plain(l.litres ?? 0)} L disposed of,{' '}
            {l.place}
            {l.said && `: ${l.said}`}
          </p>
        ))}
    </section>
  );
}

function says(s: OutletScreen): string {
  switch (s.is) {
    case 'escape':
      return s.bestMm === null ? 'no screen keeps the smallest: grade them' : 'lets the smallest through';
    case 'fine':
      return 'clogs sooner than it needs to';
    case 'unknown':
      return 'not said';
    case 'good':
      return 'keeps them';
  }
}
