'use client';

import { useState } from 'react';
import { useAct } from '@/client/act/useAct';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useSeek } from '@/client/useSeek';
import { Worked } from '@/client/Working';
import { bornBy, cannotGo, type Floor, type FloorTank, grownBy, WEEKS } from '@/core/planning/floor';
import type { WhereTo } from '@/core/planning/whereTo';
import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { raiseJob } from '@/modules/water/acts/job/act';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';

type Proposed = WhereTo & { moved: number; warnings?: string[] };

/** Where should they go? Every tank as it will be, what passes its limit, and which free tank takes what. */
export function WhereToScreen({ of: floor }: { of: Floor }) {
  const { timeZone, now, role } = useSession();
  const may = role === 'manager' || role === 'culturist';
  const stands = floor.tanks.filter((t) => t.holds !== null);
  const free = floor.tanks.filter((t) => t.holds === null && t.closed === '');
  const closed = floor.tanks.filter((t) => t.holds === null && t.closed !== '');
  const over = stands.filter((t) => (t.holds!.weeks[WEEKS] ?? 0) > 1);
  const sorted = [...stands].sort((a, b) => (b.holds!.weeks[WEEKS] ?? 0) - (a.holds!.weeks[WEEKS] ?? 0));
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Where to">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Where to</h1>
        <p className={`text-lead ${over.length > 0 ? 'font-semibold text-careful' : 'text-soft'}`}>
          {stands.length === 0
            ? 'No fish stand here yet.'
            : over.length === 0
              ? 'No tank passes its limit within eight weeks.'
              : `${over.length} ${over.length === 1 ? 'tank passes its limit' : 'tanks pass their limits'} within eight weeks; ${free.length} ${free.length === 1 ? 'is' : 'are'} free`}
        </p>
        <span className="ml-auto flex gap-x-4">
          <Link className="link" href="/water/capacity">
            Capacity
          </Link>
          <Link className="link" href="/moves">
            Moves and release
          </Link>
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,400px)] gap-x-8 max-lg:grid-cols-1">
        <section aria-label="Tanks">
          <h2 className="border-b-2 border-deep/40 pb-0.5">Tank by tank, the fullest in eight weeks first</h2>
          {stands.length > 0 && (
            <div className="overflow-x-auto">
              <Table>
                <thead>
                  <tr>
                    <th>tank</th>
                    <th>holds</th>
                    <th className="num">number</th>
                    <th className="num">now</th>
                    <th>eight weeks</th>
                    <th className="num">then</th>
                    <th>full</th>
                  </tr>
                </thead>
                <tbody>
                  {sorted.map((t) => (
                    <Row key={t.id} t={t} now={now} timeZone={timeZone} />
                  ))}
                </tbody>
              </Table>
            </div>
          )}
          {stands.length > 0 ? (
            <p className="quiet mt-1 text-small">
              Of what each bears by the limit that binds, as they grow at the water as it is. A blank: never weighed, or
              no limit can be told.
            </p>
          ) : (
            <p className="quiet my-1">
              Each tank will stand here with how full it is and will be, and which free one could take a part of it.
            </p>
          )}
          {free.length > 0 && (
            <p className="mt-2">
              <span className="text-soft">Free:</span>{' '}
              {free.map((t) => (
                <span key={t.id} className="mr-2 inline-block">
                  <b>{t.name}</b> <span className="text-small text-soft">{t.room}</span>
                </span>
              ))}
            </p>
          )}
          {closed.length > 0 && (
            <p className="mt-1 text-soft">
              Not to be used: {closed.map((t) => t.name).join(', ')} (
              {[...new Set(closed.map((t) => t.closed))].join('; ')}).
            </p>
          )}
        </section>
        <div>
          <Proposal floor={floor} may={may} />
          <WhatIf floor={floor} />
          <div className="mt-3">
            <Caution>
              Fasted, tempered, counted on the way, little time out of the water; the receiving tank clean, filled the
              day before. Small ones upstream of large ones, healthy ones upstream of suspect ones. Look again a day
              later.
            </Caution>
          </div>
        </div>
      </div>
    </section>
  );
}

function Row({ t, now, timeZone }: { t: FloorTank; now: number; timeZone: string }) {
  const h = t.holds!;
  const end = h.weeks[WEEKS] ?? null;
  return (
    <tr data-unit={t.name}>
      <td>
        <Link
          className="font-bold text-ink pointer-coarse:inline-block pointer-coarse:py-2"
          href={`/rearing?unit=${encodeURIComponent(t.name)}`}
        >
          {t.name}
        </Link>
      </td>
      <td className="text-soft">
        {h.says}
        {h.mixed && ', several lots'}
      </td>
      <td className="num">
        <Doubtful number={h.number} sd={h.sd} />
      </td>
      <td className={`num ${(h.weeks[0] ?? 0) > 1 ? 'font-bold text-hand' : ''}`}>{percentOf(h.weeks[0] ?? null)}</td>
      <td>
        <Weeks of={h.weeks} />
      </td>
      <td className={`num ${(end ?? 0) > 1 ? 'font-bold text-careful' : ''}`}>{percentOf(end)}</td>
      <td className="whitespace-nowrap">
        {h.fullAt === null ? (
          ''
        ) : h.fullAt <= now ? (
          <b className="text-hand">now</b>
        ) : (
          dayMonth(h.fullAt, timeZone, now)
        )}
      </td>
    </tr>
  );
}

const percentOf = (share: number | null) => (share === null ? '' : `${Math.round(100 * share)} %`);

/** A bar a week: how full it is of what it bears. */
function Weeks({ of }: { of: readonly (number | null)[] }) {
  if (of.every((s) => s === null)) return null;
  return (
    <svg width={72} height={20} aria-hidden="true">
      <line x1={0} x2={72} y1={6} y2={6} stroke="var(--strong)" strokeDasharray="2 2" />
      {of.map((s, w) => {
        const height = Math.min(20, 14 * (s ?? 0));
        return (
          <rect
            key={w}
            x={w * 8}
            y={20 - height}
            width={6}
            height={height}
            fill={(s ?? 0) > 1 ? 'var(--hand)' : 'var(--deep)'}
          />
        );
      })}
    </svg>
  );
}

/** What the solver proposes, to be put in force as jobs. */
function Proposal({ floor, may }: { floor: Floor; may: boolean }) {
  const { timeZone, now } = useSession();
  const { found: proposed, ...solver } = useSeek<Proposed>('move.whereTo', floor.asked);
  const [raised, setRaised] = useState<readonly string[]>([]);
  const job = useAct(raiseJob);
  if (floor.asked === null) return null;
  const tank = (name: string) => floor.tanks.find((t) => t.name === name)!;
  const by = (name: string) => {
    const full = tank(name).holds?.fullAt ?? null;
    return full === null || full <= now ? 'now' : `by ${dayMonth(full, timeZone, now)}`;
  };
  const key = (m: Proposed['moves'][number]) => `${m.lot} ${m.to}`;
  return (
    <section aria-label="Proposal" className="mb-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-deep/40 pb-0.5">
        Proposal
        <span className="ml-auto text-body font-normal">
          {solver.seeking ? (
            <Button onClick={solver.stop}>stop seeking</Button>
          ) : (
            <Button kind={proposed ? undefined : 'main'} onClick={solver.seek}>
              Propose
            </Button>
          )}
        </span>
      </h2>
      {solver.failed && (
        <p role="alert" className="text-loss">
          {solver.failed}
        </p>
      )}
      {!proposed && !solver.seeking && !solver.failed && (
        <p className="quiet my-1">The fewest moves by which no limit is passed, one lot a tank.</p>
      )}
      {proposed && (
        <>
          <ol>
            {proposed.moves.map((m) => (
              <li key={key(m)} className="border-b border-rule py-1.5" data-move={key(m)}>
                <p className="flex flex-wrap items-baseline gap-x-3">
                  <span>
                    <b>{grouped(m.number)}</b> from <b>{m.lot}</b> to <b>{m.to}</b>
                  </span>
                  <span className="text-careful">{by(m.lot)}</span>
                  {may && (
                    <span className="ml-auto">
                      {raised.includes(key(m)) ? (
                        <span className="text-soft">in force</span>
                      ) : (
                        <Button
                          kind="link"
                          disabled={job.busy}
                          onClick={() =>
                            void job.submit(
                              {
                                what: `${m.to}: clean, disinfect, fill the day before; then ${grouped(m.number)} from ${m.lot}, ${by(m.lot)}`,
                                priority: by(m.lot) === 'now' ? 'now' : 'week',
                              },
                              () => {
                                setRaised((r) => [...r, key(m)]);
                                return 'In force: it stands among the jobs.';
                              },
                            )
                          }
                        >
                          put in force
                        </Button>
                      )}
                    </span>
                  )}
                </p>
                <p className="text-small text-soft">
                  {tank(m.to).room}
                  {tank(m.to).roomId === tank(m.lot).roomId ? ', the same water' : ': another water, temper them'}
                </p>
              </li>
            ))}
          </ol>
          {proposed.short.length > 0 && (
            <p className="mt-1 text-careful">
              No room for {proposed.short.map((s) => `${grouped(s.number)} of ${s.lot}`).join(', ')}: release, sell, or
              empty a tank first.
            </p>
          )}
          {job.refused && <p className="text-loss">{job.refused.message}</p>}
          <p className="mt-1 text-small">
            <Worked request={{ id: 'move.whereTo', input: floor.asked }}>{grouped(proposed.moved)} are moved</Worked>
          </p>
          {(proposed.warnings ?? []).map((x) => (
            <p key={x} className="text-small text-soft">
              {x}
            </p>
          ))}
        </>
      )}
    </section>
  );
}

/** Tried before it is done: a part of a tank into another, both as they will be. */
function WhatIf({ floor }: { floor: Floor }) {
  const { locale, timeZone, now } = useSession();
  const lots = floor.tanks.filter((t) => t.holds !== null && t.holds.meanG !== null);
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [text, setText] = useState('');
  if (lots.length === 0) return null;
  const a = floor.tanks.find((t) => String(t.id) === from);
  const b = floor.tanks.find((t) => String(t.id) === to);
  const number = wholeOf(text, locale).value;
  const h = a?.holds;
  const told =
    h && h.meanG !== null && b && number !== null && number > 0
      ? [0, WEEKS].map((w) => {
          const meanG = grownBy(h.meanG!, h.rise, 7 * w);
          const here = bornBy(h.bears, a, meanG);
          const there = bornBy(h.bears, b, meanG);
          return {
            weeks: w,
            from: here === null ? null : Math.max(0, h.number - number) / here,
            to: there === null ? null : number / there + (b.holds?.weeks[w] ?? 0),
          };
        })
      : null;
  const conflict =
    !a || !b
      ? null
      : a.id === b.id
        ? 'They stand there already.'
        : number !== null && h && number > h.number
          ? `Only ${grouped(Math.round(h.number))} stand in ${a.name}.`
          : b.holds
            ? `${b.name} holds ${b.holds.lot}: they would be mixed.`
            : h && cannotGo(h.warmth, b)
              ? `Not there: ${cannotGo(h.warmth, b)}.`
              : a.roomId !== b.roomId
                ? 'Another water: temper them.'
                : null;
  return (
    <section aria-label="What if">
      <h2 className="border-b-2 border-deep/40 pb-0.5">What if</h2>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <SelectField
          label="From"
          value={from}
          empty="choose"
          onChange={setFrom}
          options={lots.map((t) => ({ value: String(t.id), label: t.name, group: t.room }))}
        />
        <NumberInput label="How many" value={text} onChange={setText} />
        <SelectField
          label="To"
          value={to}
          empty="choose"
          onChange={setTo}
          options={floor.tanks.map((t) => ({
            value: String(t.id),
            label: t.holds ? t.name : `${t.name}, free`,
            group: t.room,
          }))}
        />
      </div>
      {conflict && <p className="mt-1 text-careful">{conflict}</p>}
      {told && a && b && a.id !== b.id && (
        <Table className="mt-1" data-testid="what-if">
          <thead>
            <tr>
              <th />
              <th className="num">{a.name}</th>
              <th className="num">{b.name}</th>
            </tr>
          </thead>
          <tbody>
            {told.map((w) => (
              <tr key={w.weeks}>
                <td>{w.weeks === 0 ? 'now' : dayMonth(now + 7 * w.weeks * DAY_MS, timeZone, now)}</td>
                {[w.from, w.to].map((share, i) => (
                  <td key={i} className={`num ${(share ?? 0) > 1 ? 'font-bold text-hand' : ''}`}>
                    {share === null ? 'not known' : percentOf(share)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}
