'use client';

import { useState } from 'react';
import type { PlaceOption } from '@/client/holding';
import { useSession } from '@/client/session';
import { figures } from '@/core/quantities/format';
import { degreesOf, measured, readerUnit } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Table } from '@/ui/Table';
import type { Comparison, ConditioningView, Programme, Response } from '../views/conditioning';
import { BroodTabs } from './BroodTabs';
import { ConditioningChart } from './ConditioningChart';
import { ConditioningForm } from './ConditioningForm';
import { SpeciesNav } from './SpeciesNav';

const percent = (x: number) => `${x < 0 ? '−' : ''}${Math.abs(Math.round(100 * x))} %`;

/** How fish are brought to ripeness over months, and which way answers. */
export function ConditioningScreen({
  species,
  list,
  view,
  places,
  mayWrite,
}: {
  species: { id: string; name: string };
  list: { id: string; name: string }[];
  view: ConditioningView;
  places: readonly PlaceOption[];
  mayWrite: boolean;
}) {
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const chosen = view.programmes.find((p) => p.id === open);
  return (
    <div className={`grid min-h-full ${open ? 'grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1' : ''}`}>
      <section className="min-w-0 px-6 py-4 max-sm:px-3 max-lg:order-2" aria-label="Conditioning">
        <BroodTabs here="conditioning" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/conditioning" />
        {view.comparisons.length > 0 && <Compared list={view.comparisons} />}
        {view.programmes.length === 0 && (
          <p className="quiet mb-3 max-w-[46rem]">
            No programme for {species.name} yet. When fish do not spawn in tanks, write down the light, warmth, diet and
            tank they are given; what ripens under each is then read from the looks and spawnings of the fish.
          </p>
        )}
        {mayWrite && (
          <Button kind="main" className="mb-4" onClick={() => setOpen('new')}>
            A new programme
          </Button>
        )}
        {view.programmes.map((p) => (
          <ProgrammeRow key={p.id} p={p} narrow={open !== null} onEdit={mayWrite ? () => setOpen(p.id) : null} />
        ))}
      </section>
      {open !== null && mayWrite && (
        <aside
          aria-label="Programme"
          className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-b max-lg:border-l-0 max-sm:px-3"
        >
          <div className="mb-3 flex items-baseline justify-between">
            <h2 className="text-title">{chosen?.name ?? 'A new programme'}</h2>
            <Button kind="link" onClick={() => setOpen(null)}>
              Close
            </Button>
          </div>
          <ConditioningForm key={open} species={species} places={places} original={chosen} />
        </aside>
      )}
    </div>
  );
}

/** What the programmes say against each other, the clearest first. */
function Compared({ list }: { list: readonly Comparison[] }) {
  const sorted = [...list].sort(
    (a, b) => Number(b.verdict !== 'no difference seen') - Number(a.verdict !== 'no difference seen'),
  );
  return (
    <ul className="mb-4 max-w-[60rem]" aria-label="Compared">
      {sorted.slice(0, 4).map((c) => {
        const clear = c.verdict !== 'no difference seen';
        const points = (x: number) => percent(x).replace(' %', '');
        return (
          <li key={`${c.first} ${c.second}`} className={clear ? '' : 'text-soft'} data-verdict={c.verdict}>
            <b>{c.first}</b> ripened {percent(c.firstShare)} of its females, <b>{c.second}</b> {percent(c.secondShare)}
            {clear ? (
              <span className="text-soft">
                , {points(c.difference)} points apart ({points(c.low)} to {points(c.high)})
              </span>
            ) : (
              <>
                : no difference seen beyond chance ({points(c.low)} to {points(c.high)} points)
              </>
            )}
            {c.alsoDiffers.length > 0 && (
              <span className="text-careful">. They also differ in {c.alsoDiffers.join(', ')}: it may be that.</span>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function ProgrammeRow({ p, narrow, onEdit }: { p: Programme; narrow: boolean; onEdit: (() => void) | null }) {
  const { timeZone, now, units } = useSession();
  const us = units === 'us';
  const { tank, why } = p.programme;
  const off = (c: number) =>
    `${c > 0 ? '+' : '−'}${figures(Math.abs(degreesOf(c, us)), 2)} ${readerUnit('temperature', us)}`;
  const factors = [
    tank.kind,
    tank.material,
    tank.depthCm !== null && `${measured(10 * tank.depthCm, 'length', us)} deep`,
    tank.volumeL !== null && measured(1000 * tank.volumeL, 'volume', us),
  ].filter(Boolean);
  return (
    <article className="mb-6 border-t-2 border-deep/40 pt-1" aria-label={p.name} data-programme={p.name}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-lead">{p.name}</h2>
        <span className="text-soft">
          {p.units.join(', ')}, from {dayMonth(p.programme.from, timeZone, now)}
          {p.programme.to === null ? `, day ${p.days}` : ` to ${dayMonth(p.programme.to, timeZone, now)}`}
          {factors.length > 0 && `; ${factors.join(', ')}`}
        </span>
        {onEdit && (
          <Button kind="link" className="ml-auto" onClick={onEdit}>
            change
          </Button>
        )}
      </div>
      {why && <p className="text-soft">{why}</p>}
      <div
        className={`grid gap-6 ${narrow ? 'grid-cols-1' : 'grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] max-xl:grid-cols-1'}`}
      >
        <div>
          <ConditioningChart p={p} us={us} timeZone={timeZone} />
          <p className={`text-small ${p.off && Math.abs(p.off.most) > 2 ? 'text-careful' : 'text-soft'}`}>
            {p.off === null
              ? p.measured.length === 0
                ? 'Its water was not read: what the fish really had is not known.'
                : ''
              : `The water lay ${off(p.off.mean)} from what was asked on average, ${off(p.off.most)} at most, on day ${p.off.onDay}.`}
          </p>
        </div>
        <div>
          <p className="mb-1">
            <b>{p.females}</b> females and <b>{p.males}</b> males stood in it for most of its time.
          </p>
          <Table>
            <tbody>
              <Answer word="females ripened" r={p.ripened} of="looked at" />
              <Answer word="gave eggs" r={p.gaveEggs} of="in it" />
              <Answer word="eggs good enough" r={p.goodEggs} of="stripped" />
              <Answer word="males running" r={p.malesRunning} of="looked at" />
            </tbody>
          </Table>
        </div>
      </div>
    </article>
  );
}

function Answer({ word, r, of }: { word: string; r: Response | null; of: string }) {
  return (
    <tr>
      <td>{word}</td>
      {r ? (
        <>
          <td className="num text-soft">
            {r.n} of {r.of} {of}
          </td>
          <td className="w-[110px]">
            <svg width={110} height={14} aria-hidden="true">
              <rect y={5} width={110} height={4} fill="var(--rule)" />
              <rect x={110 * r.low} y={5} width={110 * (r.high - r.low)} height={4} fill="var(--deep)" opacity={0.45} />
              <circle cx={4 + 102 * r.share} cy={7} r={4} fill="var(--deep)" />
            </svg>
          </td>
          <td className="num">
            <b>{percent(r.share)}</b>
            <span className="ml-1 text-small text-soft">
              {Math.round(100 * r.low)}–{Math.round(100 * r.high)}
            </span>
          </td>
        </>
      ) : (
        <td colSpan={3} className="num text-soft">
          not known yet
        </td>
      )}
    </tr>
  );
}
