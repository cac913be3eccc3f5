import { BookOpen, Calculator, Droplets, Hash, HeartPulse, ListChecks, ScrollText, Waves } from 'lucide-react';
import type { ReactNode } from 'react';
import { type SessionInfo, SessionProvider } from '@/client/session';
import { WorkingProvider } from '@/client/Working';
import type { DemoScene } from '@/core/demoScenes';
import { stationGlyph } from '@/core/species/stations';
import { clock, weekday } from '@/core/time/localDay';
import { AloneLines } from '@/modules/safety/screens/AloneLines';
import type { Alone } from '@/modules/safety/views/alone';
import type { OpenAlarm } from '@/modules/water/views/alarms';
import type { WorkDown } from '@/modules/water/works';
import { Glyph, Mark } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { StationTotal } from '../views/frame';
import { Acts } from './Acts';
import { AlarmBar } from './AlarmBar';
import { DemoLine } from './DemoLine';
import { DeskLink, MoreDesks, StationLink } from './Here';
import { LinkGuard } from './LinkGuard';
import { LogLine } from './LogLine';
import { PersonMenu } from './PersonMenu';
import { Recorded } from './Recorded';
import { RecordingBar } from './RecordingBar';
import { Shortcuts } from './Shortcuts';

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

const desks = [
  { href: '/', word: 'Today', icon: ListChecks },
  { href: '/flow', word: 'Flow', icon: Waves },
  { href: '/count', word: 'Count', icon: Hash },
  { href: '/water', word: 'Water', icon: Droplets },
  { href: '/health', word: 'Health', icon: HeartPulse },
  { href: '/calculators', word: 'Calculators', icon: Calculator, seldom: true },
  { href: '/reference', word: 'Reference', icon: BookOpen, seldom: true },
  { href: '/records', word: 'Records', icon: ScrollText, seldom: true },
];

/** The frame around every screen: life line, desks, log line, working. */
export function Frame({
  session,
  stations,
  alarms,
  down,
  alone,
  scene,
  children,
}: {
  session: SessionInfo;
  stations: StationTotal[];
  alarms: readonly OpenAlarm[];
  /** Works of the water that stand. */
  down: readonly WorkDown[];
  alone: readonly Alone[];
  /** Of a demo: at which moment of its season it stands. */
  scene?: DemoScene;
  children: ReactNode;
}) {
  return (
    <SessionProvider value={session}>
      <WorkingProvider>
        <Acts>
          <div
            className="grid h-dvh grid-cols-[76px_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] max-sm:grid-cols-1 max-sm:grid-rows-[auto_minmax(0,1fr)_auto_auto]"
            data-frame
          >
            <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2">
              To the page
            </a>
            <Link
              href="/"
              aria-label="Morula, today"
              className="no-print flex items-center justify-center border-r border-b border-strong bg-sheet max-sm:hidden"
            >
              <Mark />
            </Link>
            <div className="min-w-0">
              <header className="no-print flex items-stretch border-b border-strong bg-sheet">
                <LifeLine stations={stations} />
                <div className="flex w-[150px] flex-none flex-col justify-center border-l border-rule px-3 text-right max-lg:w-[116px] max-sm:hidden">
                  <span className="text-lead font-bold" data-clock>
                    {clock(session.now, session.timeZone)}
                  </span>
                  <span className="text-small text-soft">{weekday(session.now, session.timeZone)}</span>
                  <PersonMenu />
                </div>
              </header>
              <LinkGuard />
              {scene && <DemoLine scene={scene} />}
              <RecordingBar />
              <AlarmBar alarms={alarms} down={down} />
              <AloneLines of={alone} />
            </div>
            <nav
              aria-label="Desks"
              className="no-print flex flex-col gap-1 overflow-y-auto border-r border-strong bg-sheet py-2 max-sm:order-4 max-sm:flex-row max-sm:justify-around max-sm:border-t max-sm:border-r-0 max-sm:py-0.5"
            >
              {desks.map((d) => (
                <DeskLink key={d.href} href={d.href} seldom={d.seldom}>
                  <d.icon size={20} strokeWidth={1.8} aria-hidden />
                  <span className="text-mark">{d.word}</span>
                </DeskLink>
              ))}
              <div className="hidden max-sm:contents">
                <MoreDesks
                  desks={desks
                    .filter((d) => d.seldom)
                    .map((d) => ({
                      href: d.href,
                      word: d.word,
                      icon: <d.icon size={20} strokeWidth={1.8} aria-hidden />,
                    }))}
                />
                <PersonMenu compact />
              </div>
            </nav>
            <main id="main" className="min-h-0 overflow-auto" tabIndex={-1}>
              {children}
            </main>
            <div className="col-span-2 max-sm:order-3 max-sm:col-span-1">
              <LogLine />
            </div>
          </div>
          <Recorded />
          <Shortcuts hrefs={stations.map((s) => s.href)} />
        </Acts>
      </WorkingProvider>
    </SessionProvider>
  );
}

/** The stations of life in order: how many live there, how sure that is, and a mark where something is due. */
function LifeLine({ stations }: { stations: StationTotal[] }) {
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
