'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { NumberInput } from '@/client/inputs';
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
import { WatersFile } from './WatersFile';

/** Who and where: site, rooms with their units and sensors, release sites, people. */
export function SetupScreen({ view }: { view: SetupView }) {
  const next =
    view.rooms.length === 0
      ? 'First make the rooms, then the units that stand in them.'
      : view.units.length === 0
        ? 'Now the units of each room.'
        : view.sensors.length === 0
          ? 'Now a sensor for each water: its temperatures say when the eggs hatch.'
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
          {(view.releaseSites.length > 0 || view.units.some((u) => u.kind === 'pond')) && <WatersFile at={view.map} />}
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
  const f = useActForm(saveSite, {
    about: {},
    begin: view.site,
    needs: { weighEveryDays: 'the days', countAbovePercent: 'the ±' },
    says: () => 'Kept.',
  });
  return (
    <section aria-label="Site">
      <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">The site</h2>
      <Form of={f} className={line} label="Keep">
        <TextField label="Name" {...f.field('name')} />
        <TextField label="Time zone" {...f.field('timeZone')} />
        <TextField label="Lots are named" {...f.field('lotPattern')} hint="{code} {yy} {yyyy} {season} {nn}" />
        <SelectField
          label="A season starts in"
          {...f.field('seasonStartsMonth')}
          options={months.map((m, i) => ({ value: String(i + 1), label: m }))}
        />
        <NumberInput className="w-[12.5rem]" label="Weigh a sample every, days" {...f.field('weighEveryDays')} />
        <TextField
          className="w-[12.5rem]"
          label="Ask for a count above, ± %"
          inputMode="decimal"
          {...f.field('countAbovePercent')}
        />
      </Form>
    </section>
  );
}
