'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { decimalOf, NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { saveSite } from '@/modules/setup/acts/site/act';
import { TextField } from '@/ui/fields';
import { Link } from '@/ui/Link';
import { months } from '@/ui/months';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import type { SetupView } from '../views/setup';
import { IncubationSettings } from './incubation';
import { line } from './line';
import { NewPerson, PersonRow } from './people';
import { ReleaseSites } from './releaseSites';
import { NewRoom, RoomBlock } from './rooms';

/** Who and where: site, rooms with their units and sensors, release sites, people. */
export function SetupScreen({ view }: { view: SetupView }) {
  const next =
    view.rooms.length === 0
      ? 'First make the rooms, then the units that stand in them.'
      : view.units.length === 0
        ? 'Now the units of each room.'
        : view.sensors.length === 0
          ? 'Now a sensor for each water: its temperatures are the clock of the eggs.'
          : null;
  return (
    <div className="max-w-[1080px] px-6 py-4 max-sm:px-3">
      <h1 className="mb-1">Set-up</h1>
      {next && <p className="mb-3 font-semibold text-hand">{next}</p>}
      <div className="flex flex-col gap-8">
        <section aria-label="Rooms and units">
          <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">Rooms and units</h2>
          {view.rooms.map((r) => (
            <RoomBlock key={r.id} room={r} view={view} />
          ))}
          <NewRoom />
        </section>
        <IncubationSettings view={view} />
        <section aria-label="Release sites">
          <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">Release sites</h2>
          <ReleaseSites sites={view.releaseSites} />
        </section>
        <section aria-label="People">
          <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">People</h2>
          <Table className="mb-3">
            <tbody>
              {view.people.map((p) => (
                <PersonRow key={p.id} p={p} />
              ))}
            </tbody>
          </Table>
          <NewPerson />
        </section>
        <SiteForm view={view} />
        <p>
          <Link className="link" href="/setup/acts">
            Acts over HTTP
          </Link>
          <span className="quiet">: how a program records what the screens record.</span>
        </p>
      </div>
    </div>
  );
}

function SiteForm({ view }: { view: SetupView }) {
  const act = useAct(saveSite);
  const [v, setV] = useState({
    ...view.site,
    seasonStartsMonth: String(view.site.seasonStartsMonth),
    weighEveryDays: String(view.site.weighEveryDays),
    countAbovePercent: String(view.site.countAbovePercent),
  });
  const { locale } = useSession();
  const [days, percent] = [wholeOf(v.weighEveryDays, locale), decimalOf(v.countAbovePercent, locale)];
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  return (
    <section aria-label="Site">
      <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">The site</h2>
      <ActForm
        act={act}
        className={line}
        label="Keep"
        needs={[days.value === null && 'the days', percent.value === null && 'the ±']}
        onSend={() =>
          void act.submit(
            {
              ...v,
              seasonStartsMonth: Number(v.seasonStartsMonth),
              weighEveryDays: days.value,
              countAbovePercent: percent.value,
            },
            () => 'Kept.',
          )
        }
      >
        <TextField label="Name" value={v.name} onChange={set('name')} error={act.errorOn('name')} />
        <TextField label="Time zone" value={v.timeZone} onChange={set('timeZone')} error={act.errorOn('timeZone')} />
        <TextField
          label="Lots are named"
          value={v.lotPattern}
          onChange={set('lotPattern')}
          error={act.errorOn('lotPattern')}
          hint="{code} {yy} {yyyy} {season} {nn}"
        />
        <SelectField
          label="A season starts in"
          value={v.seasonStartsMonth}
          onChange={set('seasonStartsMonth')}
          options={months.map((m, i) => ({ value: String(i + 1), label: m }))}
        />
        <NumberInput
          className="w-[12.5rem]"
          label="Weigh a sample every, days"
          value={v.weighEveryDays}
          onChange={set('weighEveryDays')}
          error={act.errorOn('weighEveryDays')}
        />
        <TextField
          className="w-[12.5rem]"
          label="Ask for a count above, ± %"
          inputMode="decimal"
          value={v.countAbovePercent}
          onChange={set('countAbovePercent')}
          error={percent.error ?? act.errorOn('countAbovePercent')}
        />
      </ActForm>
    </section>
  );
}
