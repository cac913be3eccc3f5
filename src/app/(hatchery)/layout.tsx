import type { ReactNode } from 'react';
import { Frame } from '@/features/frame/Frame';
import { lifeLine } from '@/queries/frame';
import { db } from '../_server/database';
import { requestNow, requestRound } from '../_server/request';
import { requirePerson } from '../_server/session';

export default async function HatcheryLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const at = requestNow();
  const stations = await lifeLine(db(), person, at, await requestRound());
  return (
    <Frame
      stations={stations}
      session={{
        personId: person.id,
        name: person.name,
        role: person.role,
        units: person.units,
        locale: person.locale,
        theme: person.theme,
        timeZone: person.timeZone,
        siteName: person.siteName,
        now: at,
      }}
    >
      {children}
    </Frame>
  );
}
