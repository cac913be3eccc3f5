import type { ReactNode } from 'react';
import { type SessionInfo, SessionProvider } from '@/client/session';
import { WorkingProvider } from '@/client/Working';
import type { DemoScene } from '@/core/demoScenes';
import { clock, weekday } from '@/core/time/localDay';
import { AloneLines } from '@/modules/safety/screens/AloneLines';
import type { Alone } from '@/modules/safety/views/alone';
import type { OpenAlarm } from '@/modules/water/views/alarms';
import type { WorkDown } from '@/modules/water/works';
import { Mark } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import type { StationTotal } from '../views/frame';
import { Acts } from './Acts';
import { AlarmBar } from './AlarmBar';
import { DemoLine } from './DemoLine';
import { Desks } from './Desks';
import { LifeLine } from './LifeLine';
import { LinkGuard } from './LinkGuard';
import { LogLine } from './LogLine';
import { PersonMenu } from './PersonMenu';
import { Recorded } from './Recorded';
import { RecordingBar } from './RecordingBar';
import { Shortcuts } from './Shortcuts';

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
            <Desks />
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
