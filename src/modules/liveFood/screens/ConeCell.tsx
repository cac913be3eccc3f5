'use client';

import { useSession } from '@/client/session';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { figures } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import type { Vessel } from '@/server/stock/feeding/vessels';
import { DialogButton } from '@/ui/Dialog';
import { HarvestForm } from '../acts/harvest/form';
import { SowForm } from '../acts/sow/form';
import { VesselForm } from '../acts/vessel/form';
import type { Mouth } from '../views/liveFood';
import { ShareOut } from './ShareOut';

/** Hatched this long ago and not harvested, nauplii have lost the best of their fat. */
const LATE_MS = 4 * HOUR_MS;

/** A cone drawn with what is in it, its clock, and what is done next. */
export function ConeCell({
  v,
  strains,
  next,
  mouths,
}: {
  v: Vessel;
  strains: readonly { id: string; name: string }[];
  /** The start that is planned for it. */
  next: { at: number; cystsG: number } | null;
  /** Who follows a regime with live food. */
  mouths: readonly Mouth[];
}) {
  const { now, timeZone, units, role } = useSession();
  const us = units === 'us';
  const at = (t: number) =>
    isoDay(t, timeZone) === isoDay(now, timeZone)
      ? clock(t, timeZone)
      : `${dayMonth(t, timeZone, now)} ${clock(t, timeZone)}`;
  const b = v.batch;
  const way = b ? Math.min(1, (now - b.sownAt) / (b.hatchAt - b.sownAt)) : 0;
  const due = b !== null && now >= b.hatchAt;
  const late = b !== null && now > b.hatchAt + LATE_MS;
  const sowNow = !b && next !== null && next.at <= now + HOUR_MS;
  return (
    <li className="flex gap-3 border-b border-rule py-2" data-cone={v.name}>
      <Cone way={way} kept={v.kept ? Math.max(0, v.kept.left) / Math.max(1, v.kept.harvested) : 0} sown={b !== null} />
      <div className="min-w-0 flex-1 leading-snug">
        <p>
          <b className="text-lead">{v.name}</b>{' '}
          <span className="text-soft">{measured(v.volumeL * 1000, 'volume', us)}</span>
        </p>
        {b ? (
          <>
            <p className="text-small text-soft">
              {figures(b.cystsG, 3)} g sown {at(b.sownAt)}, about {preyNumber(b.expected)} to come
            </p>
            <p className={late ? 'font-semibold text-hand' : due ? 'text-careful' : ''}>
              {due ? `hatched since ${at(b.hatchAt)}: harvest` : `hatches ${at(b.hatchAt)}`}
            </p>
          </>
        ) : (
          <p className={next && next.at < now ? 'text-careful' : 'text-soft'}>
            {next ? `sow ${figures(next.cystsG, 3)} g ${next.at <= now ? 'now' : at(next.at)}` : 'empty'}
          </p>
        )}
        {v.kept && v.kept.left > 0 && (
          <p className="text-small text-soft">
            {preyNumber(v.kept.left)} harvested, good until {at(v.kept.until)}
          </p>
        )}
        {role !== 'reader' && (
          <p className="mt-1 flex flex-wrap gap-x-3 max-sm:gap-x-6">
            {b && (
              <DialogButton word="Harvest" title={`${v.name}: harvest`} kind={due ? 'plain' : 'link'}>
                {(done) => <HarvestForm vessel={v} done={done} />}
              </DialogButton>
            )}
            {!b && (
              <DialogButton
                word={sowNow ? `Sow ${figures(next!.cystsG, 3)} g` : 'Sow'}
                title={`${v.name}: sow`}
                kind={sowNow ? 'plain' : 'link'}
              >
                {(done) => (
                  <SowForm
                    vessel={v}
                    strains={strains}
                    cystsG={next ? Number(next.cystsG.toPrecision(3)) : undefined}
                    done={done}
                  />
                )}
              </DialogButton>
            )}
            <ShareOut v={v} prey="brine shrimp" mouths={mouths} />
            <DialogButton word="Edit" title={v.name}>
              {(done) => <VesselForm vessel={v} done={done} />}
            </DialogButton>
          </p>
        )}
      </div>
    </li>
  );
}

export function AddVessel({ kind }: { kind: Vessel['kind'] }) {
  const name = kind === 'cone' ? 'a cone' : 'a culture vessel';
  return (
    <DialogButton word={`Add ${name}`} title={name.replace('a', 'A')} kind="plain">
      {(done) => <VesselForm kind={kind} done={done} />}
    </DialogButton>
  );
}

const [W, H] = [46, 62];
/** A hatching cone: water, and in it the brown of the cysts that turns to the orange of nauplii. */
function Cone({ way, kept, sown }: { way: number; kept: number; sown: boolean }) {
  const body = `M2,2 H${W - 2} V26 L${W / 2 + 4},${H - 3} H${W / 2 - 4} L2,26 Z`;
  const level = sown ? 8 : kept > 0 ? H - 14 : H;
  return (
    <svg width={W} height={H} viewBox={`0 0 ${W} ${H}`} aria-hidden="true" className="flex-none">
      <defs>
        <clipPath id={`cone${way}${kept}${sown}`}>
          <path d={body} />
        </clipPath>
      </defs>
      <g clipPath={`url(#cone${way}${kept}${sown})`}>
        <rect y={level} width={W} height={H} fill="var(--water)" />
        {sown && <rect y={level} width={W} height={H} fill="var(--egg)" opacity={0.25 + 0.65 * way} />}
        {!sown && kept > 0 && <rect y={H - 6 - 20 * kept} width={W} height={H} fill="var(--egg)" opacity={0.9} />}
      </g>
      <path
        d={body}
        fill="none"
        stroke={sown || kept > 0 ? 'var(--ink)' : 'var(--strong)'}
        strokeWidth={1.3}
        strokeDasharray={sown || kept > 0 ? undefined : '3 3'}
      />
    </svg>
  );
}
