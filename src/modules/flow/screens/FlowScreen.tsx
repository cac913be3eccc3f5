'use client';

import { useState } from 'react';
import { grouped } from '@/core/quantities/format';
import { stationGlyph, stationName, stations } from '@/core/species/stations';
import { DAY_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { Glyph } from '@/ui/drawings/glyphs';
import { Later } from '@/ui/Later';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { Table } from '@/ui/Table';
import { Toggle } from '@/ui/Toggle';
import { Term } from '@/ui/words/Term';
import type { Flow } from '../views/flow';
import { beganWith, clampWindow, type Window } from './layout';
import { River } from './River';
import { lineSays } from './readout';

const MONTH = 30.4375 * DAY_MS;
const spans = [
  { value: '18', label: '18 months' },
  { value: '9', label: '9 months' },
  { value: '3', label: '3 months' },
] as const;
type Span = (typeof spans)[number]['value'];

/** So many months back from today, with a little room ahead. */
const windowOf = (span: Span, now: number, known: Window): Window =>
  clampWindow({ from: now - Number(span) * MONTH, to: now + Number(span) * 0.04 * MONTH }, known);

/** Where did they all go? */
export function FlowScreen({
  flow,
  now,
  timeZone,
  focus,
  span,
  season,
}: {
  flow: Flow;
  now: number;
  timeZone: string;
  focus: number | null;
  span: Span;
  season: string;
}) {
  const [shown, setShown] = useState<Window>(() => windowOf(span, now, flow));
  const [pressed, setPressed] = useState<Span | ''>(span);
  const [follow, setFollow] = useState(focus !== null && flow.bands.some((b) => b.lotId === focus) ? focus : null);
  const [asTable, setAsTable] = useState(false);
  const href = (s: string) => `/flow?span=${pressed || span}${s ? `&season=${encodeURIComponent(s)}` : ''}`;
  const followed = flow.bands.find((b) => b.lotId === follow);
  return (
    <div className="flex h-full min-h-[520px] flex-col">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1.5 px-5 pt-3 pb-2">
        <h1>Flow</h1>
        <Toggle
          label="How far back"
          value={pressed}
          options={spans}
          onChange={(s) => {
            setPressed(s);
            setShown(windowOf(s, now, flow));
            window.history.replaceState(null, '', `/flow?span=${s}${season ? `&season=${season}` : ''}`);
          }}
        />
        <span className="flex flex-wrap gap-x-3 text-small">
          <Link href={href('')} className={`text-ink ${season === '' ? 'font-bold' : ''}`}>
            all seasons
          </Link>
          {flow.seasons.slice(0, 4).map((s) => (
            <Link key={s} href={href(s)} className={`text-ink ${season === s ? 'font-bold' : ''}`}>
              {s}
            </Link>
          ))}
        </span>
        <Button kind="link" className="text-small" onClick={() => setAsTable(!asTable)}>
          {asTable ? 'as a river' : 'as a table'}
        </Button>
        <span className="ml-auto flex flex-wrap items-center gap-x-3 text-small">
          {stations.map((s) => (
            <span key={s} className="inline-flex items-center gap-1">
              <Glyph name={stationGlyph[s]} size={17} /> {stationName[s]}
            </span>
          ))}
          <span className="inline-flex items-center gap-1">
            <Glyph name="gone" size={17} /> gone out
          </span>
          <span className="text-soft">
            dark strokes below: lost; pale edge: <Term of="doubt">doubt</Term>
          </span>
        </span>
      </div>
      {followed && (
        <p className="flex flex-wrap items-center gap-x-4 px-5 pb-2" data-testid="line-says">
          <span>
            <b>{followed.lot}</b> and its line: {lineSays(flow, followed.lotId)}
          </span>
          <Link className="link" href={`/lots/${followed.lotId}`}>
            its story
          </Link>
          <Button kind="link" onClick={() => setFollow(null)}>
            all lots again
          </Button>
        </p>
      )}
      {flow.bands.length === 0 ? (
        <p className="quiet px-5 py-6">
          No lot lived in this time. A{' '}
          <Link className="link" href="/take">
            take of eggs
          </Link>{' '}
          or{' '}
          <Link className="link" href="/bring">
            stock that came
          </Link>{' '}
          begins the river.
        </p>
      ) : asTable ? (
        <Lots flow={flow} />
      ) : (
        <Later meanwhile={<div className="m-5 flex-1 bg-water" aria-hidden />}>
          <River
            flow={flow}
            now={now}
            timeZone={timeZone}
            window={shown}
            onWindow={(w) => {
              setShown(w);
              setPressed('');
            }}
            follow={follow}
            onFollow={setFollow}
          />
        </Later>
      )}
    </div>
  );
}

/** The same as a table: every lot of the window with what it began with, what lives, what was lost, what went out. */
function Lots({ flow }: { flow: Flow }) {
  const sum = (list: readonly { lotId: number; number: number }[], lot: number) =>
    list.reduce((s, l) => s + (l.lotId === lot ? l.number : 0), 0);
  return (
    <div className="min-h-0 flex-1 overflow-auto px-5 pb-4">
      <Table className="max-w-[56rem]">
        <thead>
          <tr>
            <th>species</th>
            <th>lot</th>
            <th className="num">began with</th>
            <th className="num">lost in this time</th>
            <th className="num">gone out</th>
            <th className="num">alive</th>
          </tr>
        </thead>
        <tbody>
          {[...flow.bands]
            .sort((a, b) => a.speciesName.localeCompare(b.speciesName) || a.lot.localeCompare(b.lot))
            .map((b) => (
              <tr key={b.lotId}>
                <td>{b.speciesName}</td>
                <td>
                  <Link className="link" href={`/lots/${b.lotId}`}>
                    {b.lot}
                  </Link>
                </td>
                <td className="num">{grouped(beganWith(b))}</td>
                <td className="num">{grouped(sum(flow.losses, b.lotId))}</td>
                <td className="num">{grouped(sum(flow.marks, b.lotId))}</td>
                <td className="num">
                  {b.alive > 0 ? (
                    <Doubtful number={b.alive} sd={b.points.at(-1)!.sd} />
                  ) : (
                    <span className="quiet">gone</span>
                  )}
                </td>
              </tr>
            ))}
        </tbody>
      </Table>
    </div>
  );
}
