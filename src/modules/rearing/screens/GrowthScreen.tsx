import type { ReactNode } from 'react';
import { decimals, degrees, figures, percent } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massEach } from '@/core/quantities/mass';
import { priceOfMass } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { Link } from '@/ui/Link';
import type { GrowthLine } from '../views/growth';
import { feedMassOf } from './feedWords';
import { fromWords } from './growth/fromWords';
import { GrowthCurve } from './growth/GrowthCurve';
import { GrowthTable } from './growth/GrowthTable';
import { TargetField } from './growth/TargetField';
import { HallNav } from './HallNav';

/** A lot of half the growth that Reference expects, or less, is asked about. */
const SLOW = 0.5;

/** Do they grow? One lot's curve with where it leads, and all of them to compare. */
export function GrowthScreen({
  lines,
  of,
  targetG,
  by,
  now,
  timeZone,
  us,
}: {
  lines: readonly GrowthLine[];
  of: number | null;
  targetG: number | null;
  /** Local day on which the size is wanted; null for none. */
  by: string | null;
  now: number;
  timeZone: string;
  us: boolean;
}) {
  const chosen =
    lines.find((l) => l.holdingId === of) ??
    lines.find((l) => l.from === 'lot') ??
    lines.find((l) => l.ahead.length > 0) ??
    lines[0];
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Growth">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Growth</h1>
        <HallNav here="/rearing/growth" />
      </div>
      {!chosen ? (
        <p className="quiet max-w-[46rem]">
          Nothing that eats was weighed yet. Weigh two samples of a tank, some weeks apart: from then on its own growth
          is known, rations follow it, and this page says when a size is reached.
        </p>
      ) : (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-x-8 gap-y-3 max-lg:grid-cols-1">
            <div className="min-w-0">
              <h2>
                {chosen.unit}{' '}
                <Link className="link font-normal" href={`/lots/${chosen.lotId}`}>
                  {chosen.lot}
                </Link>
              </h2>
              <GrowthCurve g={chosen} now={now} />
            </div>
            <Facts g={chosen} now={now} timeZone={timeZone} us={us}>
              <TargetField key={`${targetG} ${by}`} targetG={targetG} by={by} lot={chosen.holdingId} />
            </Facts>
          </div>
          <div className="mt-5">
            <GrowthTable
              rows={lines.map(({ ahead: _, weighings: __, stretches: ___, outside: ____, ...row }) => row)}
              now={now}
              to={targetG}
            />
          </div>
        </>
      )}
    </section>
  );
}

/** No ration brings it, or the water would have to be warmer than they bear. */
const wantedTone = (w: NonNullable<GrowthLine['wanted']>) => (w.share > 1 ? 'text-careful' : '');

function wantedSays(w: NonNullable<GrowthLine['wanted']>, size: string, day: string, us: boolean): string {
  const [needs, foreseen] = [degrees(w.needsCelsius, us), degrees(w.foreseenCelsius, us)];
  if (w.share <= 1)
    return `${size} by ${day}: ${Math.round(100 * w.share)} % of the growth that the water bears is enough (${needs} on the mean, ${foreseen} are foreseen): hold them back, or have them earlier.`;
  const tooWarm = w.bearsCelsius !== null && w.needsCelsius > w.bearsCelsius;
  return `${size} by ${day} takes ${needs} on the mean; ${foreseen} are foreseen. More feed does not bring it${tooWarm ? `, and ${degrees(w.bearsCelsius!, us)} is the most that they bear: begin earlier, or with larger ones` : ': warm the water, or begin earlier'}.`;
}

function Facts({
  g,
  now,
  timeZone,
  us,
  children,
}: {
  g: GrowthLine;
  now: number;
  timeZone: string;
  us: boolean;
  children: ReactNode;
}) {
  const day = (at: number) => dayMonth(at, timeZone, now);
  const t = g.target;
  const slow = g.tgc !== null && g.referenceTgc !== null && g.tgc < SLOW * g.referenceTgc;
  return (
    <div className="flex flex-col gap-3 text-body">
      <p>
        About <b className="text-lead">{massEach(g.now.meanG, us)}</b>
        {!us && ' each'} now, {massEach(g.now.low, us)} to {massEach(g.now.high, us)}.
      </p>
      {children}
      {t && g.tgc === null && g.moultGain === null && (
        <p className="text-soft">Reference has no growth of {g.speciesName}: no size can be foreseen.</p>
      )}
      {t && (g.tgc !== null || g.moultGain !== null) && (
        <p data-testid="reached">
          {massEach(t.g, us)}:{' '}
          {t.at === null ? (
            'not in four years of such water.'
          ) : (
            <>
              <b>{day(t.at)}</b>, between {day(t.low!)} and {t.high === null ? 'later than four years' : day(t.high)}.
            </>
          )}
        </p>
      )}
      {g.wanted && t && (
        <p data-testid="wanted" className={wantedTone(g.wanted)}>
          {wantedSays(g.wanted, massEach(t.g, us), day(g.wanted.by), us)}
          {g.wanted.feedG !== null &&
            g.wanted.share <= 1 &&
            ` ${feedMassOf(g.wanted.feedG * g.number, us)} of feed until then.`}
        </p>
      )}
      {g.moultGain && (
        <p className="text-soft">
          They grow from moult to moult: each adds {percent(g.moultGain.share)} ±
          {decimals(100 * Z95 * g.moultGain.sd, 0)} of their mass, by Reference. The curve is that of a group out of
          step.
        </p>
      )}
      {g.tgc !== null && (
        <p className={slow ? 'text-careful' : 'text-soft'}>
          They grow by {decimals(g.tgc, 2)} ±{decimals(Z95 * g.tgcCv * g.tgc, 2)} for the warmth ({fromWords(g)})
          {g.referenceTgc !== null &&
            g.from !== 'reference' &&
            `, ${Math.round((100 * g.tgc) / g.referenceTgc)} % of what Reference expects`}
          .
          {slow &&
            ' Far below it: look at crowding, oxygen at dusk, size of the feed, and at the figure in Reference, which nobody has verified.'}
        </p>
      )}
      {g.spread.length > 0 && (
        <p data-testid="spread" className="text-soft">
          Spread of lengths:{' '}
          {g.spread
            .slice(-4)
            .map((s) => `${day(s.at)} ${decimals(100 * s.cv, 0)} ±${decimals(100 * s.half, 0)} %`)
            .join(', ')}
          .{' '}
          <Link className="link" href={`/rearing/grading?of=${g.holdingId}`}>
            Grading
          </Link>
        </p>
      )}
      {g.conversion && (
        <p className="text-soft">
          {feedMassOf(g.conversion.feedG, us)} of feed from {day(g.conversion.from)} to {day(g.conversion.to)}
          {g.conversion.conversion === null
            ? ' for no gain.'
            : `: ${figures(g.conversion.conversion, 2)} of feed for one of growth${g.conversion.low === null ? '; the gain is not clear of the doubt of the weighings.' : `, ${figures(g.conversion.low, 2)} to ${figures(g.conversion.high!, 2)}${g.conversion.expected === null ? '' : `; ${figures(g.conversion.expected, 2)} expected`}.`}`}
          {g.conversion.plannedG !== null &&
            ` Their ration asked for ${feedMassOf(g.conversion.plannedG, us)}: ${percent(g.conversion.feedG / g.conversion.plannedG)} of it was given.`}
          {g.conversion.costPerKg !== null &&
            ` A ${priceOfMass(g.conversion.costPerKg, us).of} of growth cost ${figures(priceOfMass(g.conversion.costPerKg, us).figure, 3)} in feed.`}
        </p>
      )}
      {g.hungry && (
        <p className="text-careful">
          Fed less than they could grow: {massEach(g.possibleG, us)} would have been possible by now
          {g.lostDays !== null && g.lostDays >= 1 && `; that is ${Math.round(g.lostDays)} days of growth`}.
        </p>
      )}
      <p className="text-small text-soft">
        The forecast holds while they are fed for it, at the water as it is foreseen. Weighing narrows it.
      </p>
    </div>
  );
}
