'use client';

import { Check } from 'lucide-react';
import { useRef, useState } from 'react';
import { Questions } from '@/client/act/Questions';
import { useAct } from '@/client/act/useAct';
import { wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { recordDead } from '@/modules/health/acts/dead/act';
import { recordPick } from '@/modules/incubation/acts/pick/act';
import { settleProposal } from '@/modules/records/acts/settle/act';
import { Button } from '@/ui/Button';
import { Glyph } from '@/ui/drawings/glyphs';
import { Input } from '@/ui/Input';
import { Later } from '@/ui/Later';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { Proposed } from './proposed';
import type { WalkLine } from './walkLine';

/** What a line is high, about. */
const ROW_PX = 54;

/** The lines of a room. @param soon so many the server writes; the browser draws those below, out of what it is sent anyway */
export function WalkRows({ lines, soon }: { lines: readonly WalkLine[]; soon: number }) {
  const row = (h: WalkLine) => <WalkRow key={h.holdingId} h={h} />;
  const below = lines.length - soon;
  return (
    <ul>
      {lines.slice(0, soon).map(row)}
      {below > 0 && (
        <Later meanwhile={<li aria-hidden style={{ height: ROW_PX * below }} />}>{lines.slice(soon).map(row)}</Later>
      )}
    </ul>
  );
}

/** One line of the walk: what stands there, what it wants, and the field in place. */
export function WalkRow({ h }: { h: WalkLine }) {
  const { locale, role } = useSession();
  const { eggs, daily, done, others = [] } = h;
  const line = useRef<HTMLLIElement>(null);
  const act = useAct(eggs ? recordPick : recordDead, () => {
    setNumber('');
    // Recorded, by Enter or by none: on to the next unit, as the walk goes.
    nextField(line.current)?.focus();
  });
  const [number, setNumber] = useState('');
  const n = wholeOf(number, locale);
  const grave = others.some((d) => d.grave);
  const urgent = daily?.urgent || others.some((d) => d.urgency === 1);
  const record = (value: number) =>
    void act.submit(
      { unit: h.unitId, lotId: h.lotId, stage: h.stage, number: value },
      () => `${grouped(value)} recorded.`,
    );
  return (
    <li
      ref={line}
      className={`grid grid-cols-[3.4rem_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule py-1.5 pl-2 max-sm:grid-cols-[3rem_minmax(0,1fr)] border-l-[3px] ${grave ? 'border-l-hand' : urgent ? 'border-l-careful' : 'border-l-transparent'}`}
      data-unit={h.unit}
      data-due={daily ? daily.says : ''}
    >
      <Link href={h.href} className="text-lead font-bold text-ink no-underline hover:underline">
        {h.unit}
      </Link>
      <div className="min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-2.5">
          <span className="inline-flex items-center gap-1.5 self-center text-soft">
            <Glyph name={h.glyph} size={18} />
            <span className="text-small">{h.stageName}</span>
          </span>
          <Link href={`/lots/${h.lotId}`} className="text-body text-ink">
            {h.lot}
          </Link>
          <Doubtful number={h.number} sd={h.sd} size="plain" />
          {daily?.expected && !daily.urgent && <span className="text-small text-soft">{daily.says}</span>}
          {h.handsOff && <span className="text-small text-careful">{h.handsOff}</span>}
          {h.suspect && <span className="text-small text-hand">suspect: last, own net and boots</span>}
        </div>
        <div className="flex flex-wrap gap-x-3 text-small">
          {daily?.urgent && <span className="text-careful">{daily.says}</span>}
          {others.map((d) => (
            <span
              key={d.key}
              className={d.grave ? 'font-semibold text-hand' : d.urgency === 1 ? 'text-careful' : 'text-soft'}
            >
              {d.says}
            </span>
          ))}
          {n.error && (
            <span role="alert" id={`e${h.holdingId}`} className="text-loss">
              {number}: {n.error}
            </span>
          )}
          {act.refused && (
            <div role="alert" className="text-loss">
              {act.refused.asks?.length ? (
                <Questions line asks={act.refused.asks} busy={act.busy} onAnswer={(given) => void act.answer(given)} />
              ) : (
                `${act.refused.message} ${act.refused.todo}`
              )}
            </div>
          )}
        </div>
      </div>
      {role !== 'reader' && (
        <form
          className="flex items-center gap-1.5 max-sm:col-span-2 max-sm:mt-1 max-sm:justify-end"
          onSubmit={(e) => {
            e.preventDefault();
            if (n.value !== null) record(n.value);
          }}
        >
          {done !== undefined ? (
            <span className="flex items-center gap-1 text-small text-deep" data-testid="looked">
              <Check size={16} aria-hidden />
              {done === 0 ? 'none found' : `${grouped(done)} ${eggs ? 'picked' : 'dead'}`}
              {act.done?.entry && (
                <Button kind="link" className="ml-1" onClick={() => void act.undo()}>
                  undo
                </Button>
              )}
            </span>
          ) : null}
          <label className="sr-only" htmlFor={`n${h.holdingId}`}>
            {eggs ? 'Dead picked' : 'Dead'}, {h.unit}
          </label>
          <Input
            id={`n${h.holdingId}`}
            data-walk-field
            inputMode="numeric"
            autoComplete="off"
            className="w-[5.2rem] text-right"
            placeholder={eggs ? 'picked' : 'dead'}
            aria-invalid={n.error ? true : undefined}
            aria-describedby={n.error ? `e${h.holdingId}` : undefined}
            value={number}
            onChange={(e) => setNumber(e.target.value)}
          />
          <Button type="submit" aria-label={`Record ${h.unit}`} disabled={n.value === null || act.busy}>
            <Check size={17} aria-hidden />
          </Button>
          {done === undefined && (
            <Button className="text-small" disabled={act.busy} onClick={() => record(0)}>
              none
            </Button>
          )}
        </form>
      )}
    </li>
  );
}

/** The field of the next line of the walk; at its end the field just used, so that the focus is never lost. */
function nextField(line: HTMLLIElement | null): HTMLInputElement | null {
  const fields = [...document.querySelectorAll<HTMLInputElement>('[data-walk-field]')];
  const own = line?.querySelector<HTMLInputElement>('[data-walk-field]') ?? null;
  return fields[own ? fields.indexOf(own) + 1 : 0] ?? own;
}

export type ProposalShown = {
  id: string;
  by: string;
  /** When it was proposed, as the clock says it. */
  when: string;
  unit: string;
  proposed: Proposed;
  /** What the books say of it: one holding, none, or several that it may mean. */
  books: readonly { number: number; sd: number }[];
};

/** A count that a hand proposed, beside the books: a yes or a no. */
export function Proposal({ p }: { p: ProposalShown }) {
  const act = useAct(settleProposal);
  const { number, sd, how } = p.proposed;
  return (
    <li className="border-b border-rule py-2">
      <p>
        <b>{p.by}</b> {p.proposed.act} <b>{p.unit}</b>
        {number === null ? `: ${how}` : ': '}
        {number !== null && <Doubtful number={number} sd={sd} />}
        <span className="quiet"> {p.when}</span>
      </p>
      {number !== null && (
        <p className="quiet">
          {how && `${how}; `}
          {p.books.length === 1 ? (
            <>
              the books say <Doubtful number={p.books[0]!.number} sd={p.books[0]!.sd} size="plain" />
            </>
          ) : p.books.length === 0 ? (
            'nothing stands there by the books'
          ) : (
            `the books hold ${p.books.length} there: which is asked`
          )}
        </p>
      )}
      {act.refused && (
        <div role="alert" className="text-loss">
          {act.refused.asks?.length ? (
            <Questions line asks={act.refused.asks} busy={act.busy} onAnswer={(given) => void act.answer(given)} />
          ) : (
            `${act.refused.message} ${act.refused.todo}`
          )}
        </div>
      )}
      <div className="mt-1 flex gap-2">
        {[true, false].map((accept) => (
          <Button
            key={String(accept)}
            disabled={act.busy}
            onClick={() => void act.submit({ proposalId: p.id, accept })}
          >
            {accept ? 'Accept' : 'Decline'}
          </Button>
        ))}
      </div>
    </li>
  );
}
