import { grouped, withDoubt } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import type { PlacedBand } from './layout';
import { useLedgerAt } from './useLedgerAt';

const stageWords: Record<string, string> = { egg: 'eggs', yolksac: 'yolk-sac', fry: 'fry', fingerling: 'fingerlings' };

export type Hover = { band: PlacedBand; at: number; x: number; y: number };

/** The number at a point of a band, and the last entries that made it so. */
export function Tip({ hover, timeZone, now, width }: { hover: Hover; timeZone: string; now: number; width: number }) {
  const { band, at } = hover;
  const i = Math.max(
    0,
    band.points.findLastIndex((p) => p.at <= at),
  );
  const p = band.points[i]!;
  // Between two points of the band the ledger may hold more: those that were too small to draw.
  const until = Math.min(now, (band.points[i + 1]?.at ?? now + 1) - 1);
  const lines = useLedgerAt(band.lotId, Math.ceil(Math.max(p.at, Math.min(until, at)) / 3_600_000) * 3_600_000);
  const d = withDoubt(p.number, 1.96 * p.sd);
  return (
    <div
      className="pointer-events-none absolute z-10 w-[270px] border border-strong bg-sheet px-3 py-2 text-small"
      style={{ left: Math.min(width - 285, Math.max(4, hover.x + 14)), top: hover.y + 16 }}
      data-testid="river-tip"
    >
      <b>{band.lot}</b> <span className="quiet">{band.speciesName}</span>
      <p>
        {dayMonth(at, timeZone, now)}: <b>{d.number}</b> {d.half && <span className="quiet">±{d.half}</span>}
      </p>
      <p className="quiet">
        {Object.entries(p.stages)
          .map(([s, n]) => `${grouped(n)} ${stageWords[s] ?? s}`)
          .join(', ')}
      </p>
      <ul className="mt-1 min-h-[3.6em] border-t border-rule pt-1 text-small">
        {lines === null && <li className="quiet">the ledger…</li>}
        {lines?.map((l) => (
          <li key={l.id} className={l.voided ? 'text-soft line-through' : ''}>
            <span className="text-soft">{dayMonth(l.at, timeZone, now)}</span> {l.word}
            {l.says && <span>: {l.says}</span>}
          </li>
        ))}
      </ul>
      <p className="quiet text-small">click: its story; shift-click: its kin</p>
    </div>
  );
}
