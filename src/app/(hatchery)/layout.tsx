import { after } from 'next/server';
import type { ReactNode } from 'react';
import { sceneOf } from '@/core/demoScenes';
import { ownThresholds } from '@/core/thresholdsInForce';
import { barredTo } from '@/modules/door';
import { Frame } from '@/modules/frame/screens/Frame';
import { aloneNow } from '@/modules/safety/views/alone';
import { openAlarms } from '@/modules/water/views/alarms';
import { db } from '../_server/database';
import { workLeftDates } from '../_server/dates';
import { requestFeeds, requestNow, requestStations, requestWorksDown } from '../_server/request';
import { requirePerson } from '../_server/session';
import { usualOf } from '../_server/usual';

export default async function HatcheryLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const at = requestNow();
  after(workLeftDates);
  return (
    <Frame
      stations={await requestStations()}
      scene={person.demo ? sceneOf(process.env.MORULA_SCENE)?.id : undefined}
      alarms={await openAlarms(db(), person.siteId, person.units === 'us')}
      down={await requestWorksDown()}
      alone={await aloneNow(db(), person.siteId, at)}
      session={{
        personId: person.id,
        name: person.name,
        role: person.role,
        units: person.units,
        locale: person.locale,
        theme: person.theme,
        timeZone: person.timeZone,
        siteName: person.siteName,
        barred: barredTo(person.role),
        thresholds: ownThresholds(),
        usual: await usualOf(person.siteId, at),
        feeds: await requestFeeds(),
        now: at,
      }}
    >
      {children}
    </Frame>
  );
}
