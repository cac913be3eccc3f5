'use client';

import { stationGlyph } from '@/core/species/stations';
import { Glyph } from '@/ui/drawings/glyphs';
import { Doubtful } from '@/ui/number';
import type { StationTotal } from '../views/frame';
import { StationLink } from './Here';

const stationWords = {
  brood: 'Brood',
  eggs: 'Eggs',
  yolksac: 'Yolk-sac',
  fry: 'Fry',
  fingerlings: 'Fingerlings',
  gone: 'Gone out',
} as const;
const stationGlyphs = {
  brood: 'adult',
  ...stationGlyph,
  gone: 'gone',
} as const;

/** The stations of life in order: how many live there, how sure that is, and a mark where something is due. */
export function LifeLine({ stations }: { stations: StationTotal[] }) {
  const most = Math.max(1, ...stations.map((s) => s.number));
  // The thread between stations is as thick as the numbers are large, on a root scale, so that fry beside eggs still show.
  const thick = (n: number) => 2 + 9 * Math.sqrt(n / most);
  return (
    <nav aria-label="Life line" className="relative grid min-w-0 flex-1 grid-cols-6 overflow-x-auto max-sm:flex">
      <svg
        className="pointer-events-none absolute top-[14px] left-0 h-[30px] w-full max-sm:hidden"
        preserveAspectRatio="none"
        viewBox="0 0 600 30"
        aria-hidden="true"
      >
        <path
          fill="var(--rule)"
          d={`M${stations.map((s, i) => `${i * 100 + 22},${15 - thick(s.number) / 2}`).join('L')}L${[
            ...stations.entries(),
          ]
            .reverse()
            .map(([i, s]) => `${i * 100 + 22},${15 + thick(s.number) / 2}`)
            .join('L')}Z`}
        />
      </svg>
      {stations.map((s, i) => (
        <StationLink
          key={s.station}
          href={s.href}
          station={s.station}
          label={`${stationWords[s.station]}, key ${i + 1}`}
        >
          <span className="relative inline-flex h-[38px] w-[38px] items-center justify-center rounded-full border border-strong bg-sheet max-sm:h-[30px] max-sm:w-[30px]">
            <Glyph name={stationGlyphs[s.station]} />
          </span>
          <span className="text-small text-soft">
            {stationWords[s.station]}
            {s.due > 0 && <b className="ml-1.5 font-semibold whitespace-nowrap text-careful">{s.due} urgent</b>}
          </span>
          <span className="text-body max-lg:text-small" data-station={s.station}>
            <Doubtful number={s.number} sd={s.sd} />
          </span>
        </StationLink>
      ))}
    </nav>
  );
}
