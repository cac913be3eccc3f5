'use client';

import { useSession } from '@/client/session';
import { figures } from '@/core/quantities/format';
import { degreesOf, forReader, readerUnit } from '@/core/quantities/reader';
import { limitId, valueId } from '@/core/species/ids';
import { provenances } from '@/core/species/provenances';
import type { Species } from '@/core/species/species';
import { dayMonth, isoDay } from '@/core/time/localDay';
import type { RegimeHere } from '@/server/stock/feeding/regimesHere';
import { Glyph } from '@/ui/drawings/glyphs';
import { Later } from '@/ui/Later';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { OwnDrift } from '../views/drift';
import type { OwnDates as Own } from '../views/ownDates';
import type { OwnDeaths } from '../views/ownDeaths';
import type { ValueChange } from '../views/reference';
import { daysAt, steadyOf } from './daysAt';
import { OwnDates } from './OwnDates';
import { OwnDeathsLine } from './OwnDeathsLine';
import { OwnDriftLine } from './OwnDriftLine';
import { Regimes } from './Regimes';
import { SpawningValues } from './SpawningValues';
import { ModelPlot } from './species/ModelPlot';
import { ValueEditor } from './ValueEditor';
import { valueAt, valueWords } from './valueForm';

/** One species: its stages, dates, limits and values, each with its source, and what this hatchery has learned of them. */
export function SpeciesPage({
  s,
  history,
  ownDrift,
  ownDeaths = null,
  ownDates,
  mayEdit,
  now,
  timeZone,
  fits = [],
  regimes = [],
}: {
  s: Species;
  history: ValueChange[];
  ownDrift: OwnDrift[];
  ownDeaths?: OwnDeaths | null;
  ownDates: Own | null;
  mayEdit: boolean;
  now: number;
  timeZone: string;
  /** Names of the protocols that fit it. */
  fits?: readonly string[];
  /** Ways of starting and weaning its larvae. */
  regimes?: readonly RegimeHere[];
}) {
  const us = useSession().units === 'us';
  const steady = steadyOf(s.milestones);
  const editor = (path: string) => (mayEdit ? <ValueEditor species={s} path={path} /> : null);
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2 className="text-title">
          {s.name} <i className="text-body font-normal text-soft">{s.latin}</i>
        </h2>
        {mayEdit && (
          <Link className="link" href={`/reference?species=${s.id}&page=edit`}>
            Edit
          </Link>
        )}
        {mayEdit && (
          <Link className="link" href={`/reference?species=${s.id}&page=copy`}>
            Copy
          </Link>
        )}
        <a className="link" href={`/export?what=species&species=${s.id}`}>
          Take along (YAML)
        </a>
      </div>
      {fits.length > 0 && (
        <p className="mt-1 text-soft">
          Protocols that fit:{' '}
          <Link className="link" href="/reference?page=protocols">
            {fits.join('; ')}
          </Link>
        </p>
      )}
      <ul className="my-3 flex flex-wrap gap-x-6 gap-y-2">
        {s.stages.map((x) => (
          <li key={x.id} className="flex items-center gap-2">
            <Glyph name={x.glyph} size={24} /> {x.name}
          </li>
        ))}
      </ul>
      <h2 className="mt-5 mb-1">Dates</h2>
      <Table>
        <thead>
          <tr>
            <th>to</th>
            {steady.map((t) => (
              <th key={t} className="num">
                {figures(forReader(t, 'temperature', us), 3)} {readerUnit('temperature', us)}
              </th>
            ))}
            <th className="num">spread</th>
            <th>counted from</th>
            <th>source</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {s.milestones.map((m) => (
            <tr key={m.id}>
              <td className="font-bold">{m.name}</td>
              {steady.map((t) => (
                <td key={t} className="num">
                  {daysAt(m.model, t)}
                </td>
              ))}
              <td className="num">{Math.round(100 * m.cv)} %</td>
              <td className="text-soft">{m.sumFrom === 'fertilisation' ? 'fertilisation' : 'the stage before'}</td>
              <td>
                <Source {...m} />
              </td>
              <td>{editor(`milestones.${m.id}`)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="quiet mt-1 text-small">Days at a steady temperature; a dash where the model was not fitted.</p>
      <ModelPlot milestones={s.milestones} />
      {ownDates && <OwnDates species={s.id} own={ownDates} mayEdit={mayEdit} />}
      {/* Below the fold: the browser draws it from the values that it has. */}
      <Later meanwhile={<div className="h-[80rem]" aria-hidden />}>
        {regimes.length > 0 && <Regimes list={regimes} species={s.id} mayEdit={mayEdit} />}
        <h2 className="mt-5 mb-1">Limits and values</h2>
        <Table>
          <tbody>
            {s.limits.map((l) => (
              <tr key={limitId(l)}>
                <td>
                  {l.what},{' '}
                  {l.stage === 'all' ? 'all stages' : (s.stages.find((x) => x.id === l.stage)?.name ?? l.stage)}
                </td>
                <td className="num font-bold">{limitSays(l, us)}</td>
                <td>
                  <Source {...l} />
                </td>
                <td>{editor(`limits.${limitId(l)}`)}</td>
              </tr>
            ))}
            {s.values.map((v) => (
              <tr key={valueId(v)}>
                <td>{v.what}</td>
                <td className="num font-bold">
                  {stated(v.value)}{' '}
                  {v.spread !== undefined && <span className="font-normal text-soft">±{stated(v.spread)}</span>}{' '}
                  {v.unit}
                </td>
                <td>
                  <Source {...v} />
                </td>
                <td>{editor(`values.${valueId(v)}`)}</td>
              </tr>
            ))}
            {s.drift.map((d) => (
              <tr key={`d${d.stage}`}>
                <td>
                  unseen loss between counts, {s.stages.find((x) => x.id === d.stage)?.name}
                  {ownDrift
                    .filter((o) => o.stage === d.stage)
                    .map((o) => (
                      <span key={o.stage} className="block text-small">
                        <OwnDriftLine
                          species={s.id}
                          own={o}
                          inForce={d}
                          mayEdit={mayEdit}
                          asOf={isoDay(now, timeZone)}
                        />
                      </span>
                    ))}
                </td>
                <td className="num font-bold">
                  {figures(100 * d.perDay, 2)} <span className="font-normal text-soft">±{figures(196 * d.sd, 2)}</span>{' '}
                  % a day
                </td>
                <td>
                  <Source {...d} />
                </td>
                <td>{editor(`drift.${d.stage}`)}</td>
              </tr>
            ))}
            {s.deaths && (
              <tr>
                <td>
                  when eggs whiten
                  {ownDeaths && (
                    <OwnDeathsLine species={s} own={ownDeaths} mayEdit={mayEdit} asOf={isoDay(now, timeZone)} />
                  )}
                </td>
                <td className="num font-bold">{valueWords(s, 'deaths.shape', s.deaths)}</td>
                <td>
                  <Source {...s.deaths} />
                </td>
                <td>{editor('deaths.shape')}</td>
              </tr>
            )}
            {s.tasks.map((t) => (
              <tr key={`t${t.id}`}>
                <td>
                  routine, {t.stations.map((x) => (x === 'eggs' ? 'eggs' : 'larvae')).join(' and ')}
                  {t.units.length > 0 && ` in ${t.units.join(', ')}`}: {t.name}
                </td>
                <td className="num font-bold">{valueWords(s, `tasks.${t.id}`, t)}</td>
                <td>
                  <Source {...t} />
                </td>
                <td>{editor(`tasks.${t.id}`)}</td>
              </tr>
            ))}
            {s.handsOff.map((h) => (
              <tr key={h.id}>
                <td>hands off: {h.why}</td>
                <td className="num font-bold">
                  {Math.round(100 * h.from)} to {Math.round(100 * h.to)} % of the way{' '}
                  {h.station === 'eggs' ? 'to hatch' : 'from hatch to feeding'}
                </td>
                <td>
                  <Source {...h} />
                </td>
                <td>{editor(`handsOff.${h.id}`)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
        <SpawningValues s={s} editor={editor} source={(p) => <Source {...p} />} />
      </Later>
      {history.length > 0 && (
        <>
          <h2 className="mt-5 mb-1">What was changed here</h2>
          <ul>
            {history.map((h) => (
              <li key={`${h.path}${h.at}`} className="border-b border-rule py-1">
                {dayMonth(h.at, timeZone, now)}, {h.by}: <b>{titleOf(s, h.path)}</b>,{' '}
                {valueWords(s, h.path, h.value, us)}; {h.source}: “{h.why}”
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** A limit as its reader takes it: degrees are turned, and what is a step or a pace has no zero to shift. */
function limitSays({ what, low, high, unit }: Species['limits'][number], us: boolean): string {
  const degrees = unit.startsWith('°C');
  const shown = (v: number) =>
    !degrees || !us
      ? stated(v)
      : figures(what === 'temperature' ? forReader(v, 'temperature', us) : degreesOf(v, us), 3);
  const between = low !== undefined && high !== undefined ? ' to ' : low !== undefined ? ' or more' : 'up to ';
  return `${low === undefined ? '' : shown(low)}${between}${high === undefined ? '' : shown(high)} ${degrees ? unit.replace('°C', readerUnit('temperature', us)) : unit}`;
}

/** What a change was of; its place may be gone since. */
const titleOf = (s: Species, path: string) =>
  path === 'species'
    ? 'the whole species'
    : provenances(s).some((p) => p.path === path)
      ? valueAt(s, path).title
      : path;

/** A value as the book states it: no figures that nobody claimed. */
const stated = (v: number) => (Number.isInteger(v) ? figures(v) : String(v));

function Source({ source, hint }: { source: string; hint: string }) {
  return source === 'verify' ? (
    <span className="text-careful" title={hint}>
      verify
    </span>
  ) : (
    <span className="text-soft">{source}</span>
  );
}
