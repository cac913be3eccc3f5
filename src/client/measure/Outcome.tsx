'use client';

import { numberFrom, workingOf } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { trough } from '@/core/eggs/trough';
import { volumetricCount } from '@/core/eggs/volumetric';
import { decimals, figures, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massEach } from '@/core/quantities/mass';
import { massDoubt } from '@/core/quantities/reader';
import { countByWeight } from '@/core/sampling/countByWeight';
import { running, withOneMore } from '@/core/sampling/foretold';
import { fewestBatches, meanWeight } from '@/core/sampling/meanWeight';
import { thresholds } from '@/core/thresholds';
import { useShown } from '../inputs';
import { type ScatterOf, useSession } from '../session';
import { Worked } from '../Working';
import { type HowManyValue, readHowMany } from './readHowMany';

/** The number as the samples give it, with its ±; says when the batches are settled. Its working opens on a click. */
export function Outcome({ value, of }: { value: HowManyValue; of?: ScatterOf }) {
  const { locale, usual } = useSession();
  const priorCv = of && usual[of];
  const unit = useShown();
  const m = readHowMany(value, locale, unit);
  if (!m || m === 'all') return null;
  if (m.method === 'counted' || m.method === 'estimated' || m.method === 'combined') return null;
  if (m.method !== 'volume' && (m.method !== 'weight' || m.carriedShare))
    return <ByCalculation m={m} priorCv={priorCv} />;
  if (m.method === 'volume') {
    const c = volumetricCount(m.samples, m.totalVolumeMl, 0, { priorCv });
    const half = bookedHalf(c.sd, c.eggs * c.relativeHalf);
    const d = withDoubt(c.eggs, half.value);
    return (
      <div className="border-t border-rule pt-2" data-testid="outcome">
        <Worked request={workingOf(measurement.parse(m), priorCv)!}>
          <span className="text-title font-bold">{d.number}</span>
          {d.half && <span className="ml-1 text-soft">±{d.half}</span>}
        </Worked>
        <span className="ml-3 text-soft">{grouped(c.perUnit * 1000)} a litre</span>
        <Settled samples={m.samples.length} share={half.value / c.eggs} word="count another sample" />
        {half.says && <p className="quiet text-small">{half.says}</p>}
        {c.ratio.warnings.map((w) => (
          <p key={w} className="text-small text-careful">
            {w}
          </p>
        ))}
      </div>
    );
  }
  const c = countByWeight(m.batches, m.totalMassG, 0, { priorCv });
  const half = bookedHalf(c.sd, c.number * c.relativeHalf);
  const d = withDoubt(c.number, half.value);
  return (
    <div className="border-t border-rule pt-2" data-testid="outcome">
      <Worked request={workingOf(measurement.parse(m), priorCv)!}>
        <span className="text-title font-bold">{d.number}</span>
        {d.half && <span className="ml-1 text-soft">±{d.half}</span>}
      </Worked>
      <MeanWeight batches={m.batches} />
      {half.says && <p className="quiet text-small">{half.says}</p>}
    </div>
  );
}

/** One number has one ±, here and in the books: that of the samples, or of counting itself where they tell less. */
function bookedHalf(sd: number, ofSamples: number): { value: number; says: string | null } {
  const value = Z95 * sd;
  return value > 1.05 * ofSamples
    ? {
        value,
        says: `The ± is that of counting so many: samples that agree like these would show ±${grouped(ofSamples)}, which chance makes.`,
      }
    : { value: ofSamples, says: null };
}

/** The number by the calculation of its method, which also says what is doubtful. */
function ByCalculation({ m, priorCv }: { m: MeasurementInput; priorCv?: number }) {
  const parsed = measurement.parse(m);
  const n = numberFrom(parsed, priorCv);
  const d = withDoubt(n.number, Z95 * n.sd);
  // As it is worked for the books: with the doubt of a packing that nobody calibrated.
  const o = m.method === 'trough' ? trough.compute(trough.input.parse(workingOf(parsed)!.input)) : null;
  return (
    <div className="border-t border-rule pt-2" data-testid="outcome">
      <Worked request={workingOf(parsed, priorCv)!}>
        <span className="text-title font-bold">{d.number}</span>
        {d.half && <span className="ml-1 text-soft">±{d.half}</span>}
      </Worked>
      {'batches' in m && <MeanWeight batches={m.batches} />}
      {o && (
        <span className="ml-3 text-soft">
          {figures(o.diameterMm, 3)} mm, {grouped(o.eggsPerL)} a litre
        </span>
      )}
      {m.method === 'trough' && m.packingSd === undefined && (
        <p className="text-small text-careful">
          How closely eggs lie is not calibrated here: that doubt is in the number. Count this batch by volume, too.
        </p>
      )}
      {o?.warnings?.map((w) => (
        <p key={w} className="text-small text-careful">
          {w}
        </p>
      ))}
    </div>
  );
}

/** Whether samples agree well enough, or another one is wanted. */
function Settled({ samples, share, word }: { samples: number; share: number; word: string }) {
  const settled = samples >= fewestBatches() && share <= thresholds.settledShare.value;
  return (
    <span className={`ml-3 text-body ${settled ? 'text-deep' : 'text-careful'}`} data-settled={settled}>
      {settled
        ? 'settled'
        : samples < fewestBatches()
          ? `take ${fewestBatches() - samples} more ${fewestBatches() - samples === 1 ? 'sample' : 'samples'} at least`
          : `still ±${decimals(100 * share, 0)} %: ${word}`}
    </span>
  );
}

/** The running mean of sample batches, and whether another batch is wanted. */
export function MeanWeight({ batches }: { batches: readonly { massG: number; count: number }[] }) {
  const us = useSession().units === 'us';
  if (batches.length === 0 || batches.some((b) => b.count <= 0 || b.massG <= 0)) return null;
  const r = meanWeight(batches);
  const share = r.half / r.ratio;
  const next = withOneMore(batches);
  const settled = batches.length >= fewestBatches() && share <= thresholds.settledShare.value;
  return (
    <p className="text-body" data-testid="mean-weight" data-settled={settled}>
      <Worked request={{ id: 'sample.meanWeight', input: { batches } }}>
        <span className="font-bold">{massEach(r.ratio, us)}</span>{' '}
        <span className="text-soft">{massDoubt(r.half, r.ratio, us)}</span>
      </Worked>
      <span className={`ml-2 ${settled ? 'text-deep' : 'text-careful'}`}>
        {settled
          ? 'settled'
          : batches.length < fewestBatches()
            ? `weigh ${fewestBatches() - batches.length} more ${fewestBatches() - batches.length === 1 ? 'batch' : 'batches'} at least`
            : `still ±${decimals(100 * share, 0)} %: weigh another`}
        {!settled && next !== null && `, one more would bring about ±${decimals(100 * next, 1)} %`}
      </span>
      <Settling batches={batches} />
    </p>
  );
}

const [W, H] = [300, 64];
/** The mean after each batch with its band: whether it settles is seen before it is read. */
function Settling({ batches }: { batches: readonly { massG: number; count: number }[] }) {
  const all = running(batches).filter((r) => r.half !== null);
  if (all.length < 2) return null;
  const last = all.at(-1)!;
  // From the third batch on: the band of two reaches beyond any chart.
  const shown = all.filter((r) => r.n >= 3);
  // Batches that agree to the last digit have no band: any scale draws their line.
  const reach = 1.25 * Math.max(...shown.map((r) => Math.abs(r.meanG - last.meanG) + r.half!)) || 1;
  const x = (n: number) => 6 + ((n - 2) / Math.max(1, batches.length - 2)) * (W - 12);
  const y = (g: number) => H / 2 - (Math.max(-reach, Math.min(reach, g - last.meanG)) / reach) * (H / 2 - 4);
  const line = (of: (r: (typeof all)[number]) => number, list: readonly (typeof all)[number][]) =>
    list.map((r) => `${x(r.n).toFixed(1)},${y(of(r)).toFixed(1)}`).join('L');
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="mt-1 block w-full max-w-[300px]"
      role="img"
      aria-label={`Mean after each batch, ${all.length + 1} in all`}
    >
      <path
        d={`M${line((r) => r.meanG + r.half!, shown)}L${line((r) => r.meanG - r.half!, [...shown].reverse())}Z`}
        fill="var(--deep)"
        opacity={0.16}
      />
      <path d={`M${line((r) => r.meanG, all)}`} fill="none" stroke="var(--deep)" strokeWidth={1.8} />
      {all.map((r) => (
        <circle key={r.n} cx={x(r.n)} cy={y(r.meanG)} r={2.6} fill="var(--deep)" />
      ))}
    </svg>
  );
}
