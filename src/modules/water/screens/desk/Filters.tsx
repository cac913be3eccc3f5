'use client';

import { scaleSqrt, scaleUtc } from 'd3';
import { decimals } from '@/core/quantities/format';
import { feedMass } from '@/core/quantities/reader';
import { thresholds } from '@/core/thresholds';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Corner, Line, Point, Rule, XAxis, YAxis } from '@/ui/chart/parts';
import type { FilterNow } from '../../views/filters';

/** Biofilters against their load, and how conditioning goes. */
export function Filters({
  of,
  now,
  timeZone,
  us,
}: {
  of: readonly FilterNow[];
  now: number;
  timeZone: string;
  us: boolean;
}) {
  if (of.length === 0) return null;
  return (
    <section aria-label="Biofilters" className="mt-3">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Biofilters</h2>
      {of.map((f) => (
        <article
          key={f.work.id}
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,420px)] items-start gap-x-8 border-b border-rule py-2 max-lg:grid-cols-1"
          data-filter={f.work.name}
        >
          <div>
            <p>
              <b>{f.work.name}</b>{' '}
              {f.capacityG === null
                ? `: set the surface of its media${f.celsius === null ? ' and a probe of temperature behind it' : ''}, to know what it bears`
                : `turns over some ${decimals(f.capacityG, 0)} g of ammonia a day, once it is conditioned`}
            </p>
            <p
              className={f.share !== null && f.share > thresholds.fullFilter.value ? 'font-semibold text-careful' : ''}
            >
              {f.feedG === 0
                ? 'Nothing is fed behind it today.'
                : `${feedMass(f.feedG, us)} of feed today become ${decimals(f.loadG, 0)} g${f.share === null ? '' : `, ${Math.round(100 * f.share)} % of that`}`}
              {f.share !== null &&
                (f.share > 1
                  ? ': more than it bears. Feed less, exchange more, read ammonia twice a day.'
                  : f.share > thresholds.fullFilter.value
                    ? ': nearly full.'
                    : '')}
            </p>
            {f.conditioning && <Course f={f.conditioning} now={now} timeZone={timeZone} />}
          </div>
          {f.conditioning?.from != null && (
            <div>
              <Curve f={f.conditioning} from={f.conditioning.from} now={now} timeZone={timeZone} />
            </div>
          )}
        </article>
      ))}
    </section>
  );
}

type Conditioned = NonNullable<FilterNow['conditioning']>;

/** Where its conditioning stands, in words. */
function Course({ f, now, timeZone }: { f: Conditioned; now: number; timeZone: string }) {
  const day = (t: number) => dayMonth(t, timeZone, now);
  const { carriesDay, low, high } = f.course;
  if (f.from === null)
    return (
      <p className={f.startBy !== null && f.startBy < now ? 'font-semibold text-hand' : 'text-careful'}>
        {f.startBy === null
          ? 'Not begun. Say by when it is to carry fish: the day to begin is reckoned back from that.'
          : f.startBy < now
            ? `To carry fish by ${day(f.stock!)} it had to be begun ${day(f.startBy)}: seed it from a running filter, or stock later.`
            : `To carry fish by ${day(f.stock!)}, begin by ${day(f.startBy)}.`}
      </p>
    );
  const at = (d: number) => f.from! + d * DAY_MS;
  const late = f.stock !== null && (high === null || at(high) > f.stock);
  return (
    <>
      <p>
        {carriesDay === null
          ? 'It will take longer than four months as it goes: warmer, or media of a running filter.'
          : at(carriesDay) <= now
            ? `As it was read, a day’s dose is gone by the next since ${day(at(carriesDay))}.`
            : `A day’s dose will be gone by the next from ${day(at(carriesDay))}, between ${low === null ? '' : day(at(low))} and ${high === null ? 'later than four months' : day(at(high))} in 19 of 20.`}
      </p>
      {f.readings.length < LEAST_READ && (
        <p className="text-careful">
          Told from{' '}
          {f.readings.length === 0
            ? 'no reading'
            : f.readings.length === 1
              ? 'one reading'
              : `${f.readings.length} readings`}
          : read ammonia and nitrite every second day, they bend the course.
        </p>
      )}
      {f.stock !== null && (
        <p className={late ? 'font-semibold text-careful' : 'text-soft'}>
          To carry fish by {day(f.stock)}:{' '}
          {late ? 'it may not. Fewer fish at first, or later.' : 'it will, as it goes.'}
        </p>
      )}
    </>
  );
}

const LEAST_READ = 4;
const [W, H] = [420, 190];
const BOX = boxOf(W, H, { left: 44, right: 12, top: 22, bottom: 24 });

/** Ammonia and nitrite since the first dose: what was read, on the course that it bends. */
function Curve({ f, from, now, timeZone }: { f: Conditioned; from: number; now: number; timeZone: string }) {
  const days = Math.min(
    f.course.curve.length - 1,
    Math.max(14, Math.ceil((now - from) / DAY_MS) + 7, (f.course.high ?? f.course.carriesDay ?? 40) + 4),
  );
  const curve = f.course.curve.slice(0, days + 1);
  const at = (day: number) => from + day * DAY_MS;
  const top = Math.max(
    2,
    ...curve.flatMap((c) => [c.ammonia, c.nitrite]),
    ...f.readings.flatMap((r) => [r.ammonia ?? 0, r.nitrite ?? 0]),
  );
  const x = scaleUtc()
    .domain([from, at(days)])
    .range([BOX.left, BOX.right]);
  const y = scaleSqrt().domain([0, top]).range([BOX.bottom, BOX.top]);
  const read = (kind: 'ammonia' | 'nitrite') =>
    f.readings.flatMap((r) => (r[kind] === undefined ? [] : [{ at: at(r.day), value: r[kind]! }]));
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      says={`Ammonia and nitrite of the biofilter since ${dayMonth(from, timeZone)}`}
      table={{
        head: ['day', 'ammonia', 'nitrite'],
        rows: f.readings.map((r) => [
          dayMonth(at(r.day), timeZone, now),
          r.ammonia === undefined ? '' : decimals(r.ammonia, 2),
          r.nitrite === undefined ? '' : decimals(r.nitrite, 2),
        ]),
      }}
    >
      <YAxis ticks={[0, top / 8, top / 2, top]} format={(v) => decimals(v, top < 10 ? 1 : 0)} />
      <Line of={curve} x={(c) => at(c.day)} y={(c) => c.ammonia} />
      <Line of={curve} x={(c) => at(c.day)} y={(c) => c.nitrite} stroke="var(--careful)" />
      {read('ammonia').map((r) => (
        <Point key={`a${r.at}`} x={r.at} y={r.value} r={2.8} fill="var(--deep)" />
      ))}
      {read('nitrite').map((r) => (
        <Point key={`n${r.at}`} x={r.at} y={r.value} r={2.8} fill="var(--careful)" />
      ))}
      {now <= at(days) && <Rule x={now} dashed />}
      {f.course.carriesDay !== null && f.course.carriesDay <= days && <Rule x={at(f.course.carriesDay)} />}
      <Corner at="left" fill="var(--deep)">
        ammonia, mg/L N
      </Corner>
      <Corner at="right" fill="var(--careful)">
        nitrite
      </Corner>
      <XAxis
        ticks={[from, at(Math.round(days / 2)), at(days)].map((t) => ({ at: t, says: dayMonth(t, timeZone, now) }))}
        ends
      />
    </Chart>
  );
}
