'use client';

import { scaleLinear, scaleLog } from 'd3';
import { useSession } from '@/client/session';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { figures, percent } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { Vessel } from '@/server/stock/feeding/vessels';
import { DialogButton } from '@/ui/Dialog';
import { CultureCountForm } from '../acts/cultureCount/form';
import { CultureEndForm } from '../acts/cultureEnd/form';
import { CultureStartForm } from '../acts/cultureStart/form';
import { VesselForm } from '../acts/vessel/form';
import type { Mouth } from '../views/liveFood';
import { ShareOut } from './ShareOut';

type Culture = NonNullable<Vessel['culture']>;
type Kinds = readonly { id: string; name: string; feeding: string }[];

/** A culture with its counts drawn, how it grows, how much may be taken today, and whether it is about to crash. */
export function CultureCell({ v, kinds, mouths }: { v: Vessel; kinds: Kinds; mouths: readonly Mouth[] }) {
  const { now, timeZone, units, role } = useSession();
  const at = (t: number) =>
    isoDay(t, timeZone) === isoDay(now, timeZone)
      ? clock(t, timeZone)
      : `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  const c = v.culture;
  const last = c?.counts.at(-1);
  return (
    <li className="border-b border-rule py-2 leading-snug" data-culture={v.name}>
      <p>
        <b className="text-lead">{v.name}</b>{' '}
        <span className="text-soft">
          {measured(v.volumeL * 1000, 'volume', units === 'us')}
          {c ? `, ${c.kind.name}` : ', empty'}
        </span>
      </p>
      {c && last && (
        <>
          <div className="flex items-end gap-3">
            <Course c={c} />
            <p className="min-w-0">
              <b>{figures(c.perMl, 3)}</b> <span className="text-soft">in a mL</span>
              <br />
              <span className="text-small text-soft">
                counted {at(last.at)}
                {c.rate !== null &&
                  `, ${c.rate >= 0 ? '+' : '−'}${percent(Math.abs(Math.expm1(c.rate)))} a day${c.half === null ? '' : ` ±${Math.round(100 * c.half)}`}`}
                {c.eggShare !== null && `, ${percent(c.eggShare)} with eggs`}
              </span>
            </p>
          </div>
          <p className={tones[c.is]} data-state={c.is}>
            {stateWords(c, v, now)}
          </p>
        </>
      )}
      {v.kept && v.kept.left > 0 && (
        <p className="text-small text-soft">
          {preyNumber(v.kept.left)} taken, good until {at(v.kept.until)}
        </p>
      )}
      {role !== 'reader' && (
        <p className="mt-1 flex flex-wrap gap-x-3 max-sm:gap-x-6">
          {c ? (
            <>
              <DialogButton
                word="Count"
                title={`${v.name}: count`}
                kind={c.is === 'growing' && last && now - last.at < 20 * HOUR_MS ? 'link' : 'plain'}
              >
                {(done) => <CultureCountForm vessel={v} eggs={c.kind.eggs} mayTake={c.mayTake} done={done} />}
              </DialogButton>
              <DialogButton word="End it" title={`${v.name}: end it`}>
                {(done) => <CultureEndForm vessel={v} done={done} />}
              </DialogButton>
            </>
          ) : (
            <DialogButton word="Start" title={`${v.name}: start a culture`} kind="plain">
              {(done) => <CultureStartForm vessel={v} kinds={kinds} done={done} />}
            </DialogButton>
          )}
          {c && <ShareOut v={v} prey={c.kind.name} mouths={mouths} />}
          <DialogButton word="Edit" title={v.name}>
            {(done) => <VesselForm vessel={v} kind="culture" done={done} />}
          </DialogButton>
        </p>
      )}
    </li>
  );
}

const tones: Readonly<Record<Culture['is'], string>> = {
  crashing: 'font-semibold text-hand',
  standing: 'text-careful',
  uncounted: 'text-careful',
  young: 'text-soft',
  growing: 'text-deep',
};

function stateWords(c: Culture, v: Vessel, now: number): string {
  const last = c.counts.at(-1)!;
  switch (c.is) {
    case 'crashing':
      return c.why === 'fewEggs'
        ? 'few carry eggs: it is about to crash. Take nothing, change a third of the water, less food, set on a second from the reserve'
        : 'it falls: a crash. Take what still swims, look at ammonia, oxygen and food, set on anew from the reserve';
    case 'standing':
      return 'it does not grow: take nothing, look at food and ammonia';
    case 'uncounted':
      return `not counted for ${Math.round((now - last.at) / HOUR_MS)} h: nobody knows what it stands at`;
    case 'young':
      return 'one count tells no growth: count again tomorrow';
    case 'growing':
      if (c.mayTake <= 0.01) return 'today’s share is taken: count it again tomorrow';
      return `may give ${figures(c.mayTake * v.volumeL, 2)} L today, ${preyNumber(c.mayTake * c.perMl * v.volumeL * 1000)}`;
  }
}

const [W, H] = [104, 44];
/** Its counts of the last two weeks on a log scale, joined. */
function Course({ c }: { c: Culture }) {
  const { now } = useSession();
  const seen = c.counts.filter((x) => x.perMl > 0 && x.at > now - 14 * DAY_MS);
  if (seen.length < 2) return null;
  const x = scaleLinear()
    .domain([seen[0]!.at, now])
    .range([4, W - 4]);
  const most = Math.max(...seen.map((s) => s.perMl));
  const least = Math.min(...seen.map((s) => s.perMl));
  const y = scaleLog()
    .domain([least / 1.2, most * 1.2])
    .range([H - 4, 4]);
  return (
    <svg width={W} height={H} className="flex-none" aria-hidden="true">
      <line x1={0} x2={W} y1={H - 0.5} y2={H - 0.5} stroke="var(--rule)" />
      <polyline
        points={seen.map((s) => `${x(s.at)},${y(s.perMl)}`).join(' ')}
        fill="none"
        stroke="var(--strong)"
        strokeWidth={1.2}
      />
      {seen.map((s) => (
        <circle key={s.at} cx={x(s.at)} cy={y(s.perMl)} r={2.4} fill="var(--deep)" />
      ))}
    </svg>
  );
}
