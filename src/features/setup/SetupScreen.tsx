'use client';

import { useState } from 'react';
import { grouped } from '@/core/quantities/format';
import type { SetupView } from '@/queries/setup';
import { SelectField, TextField } from '@/ui/fields';
import { MeasureInput, measureOf, NumberInput, useShown, wholeOf } from '../acts/inputs';
import { ActFoot, useAct } from '../acts/useAct';
import { useSession } from '../frame/session';

const roomKinds = [
  { value: 'spawning', label: 'spawning bench' },
  { value: 'incubation', label: 'incubation' },
  { value: 'rearing', label: 'rearing, indoors' },
  { value: 'outdoor', label: 'outdoors' },
] as const;
const unitKinds = ['bench', 'jar', 'tray', 'trough', 'frame', 'tank', 'raceway', 'pond'] as const;
const roles = ['manager', 'culturist', 'hand', 'reader'] as const;
const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

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
        <section aria-label="Release sites">
          <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">Release sites</h2>
          {view.releaseSites.length > 0 && (
            <table className="ledger mb-3">
              <tbody>
                {view.releaseSites.map((s) => (
                  <tr key={s.id}>
                    <td className="font-bold">{s.name}</td>
                    <td>{s.water}</td>
                    <td className="num">{s.target === null ? '' : `target ${grouped(s.target)}`}</td>
                    <td className="text-soft">{s.permit && `permit ${s.permit}`}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <NewReleaseSite />
        </section>
        <section aria-label="People">
          <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">People</h2>
          <table className="ledger mb-3">
            <tbody>
              {view.people.map((p) => (
                <PersonRow key={p.id} p={p} />
              ))}
            </tbody>
          </table>
          <NewPerson />
        </section>
        <SiteForm view={view} />
      </div>
    </div>
  );
}

function RoomBlock({ room, view }: { room: SetupView['rooms'][number]; view: SetupView }) {
  const units = view.units.filter((u) => u.roomId === room.id);
  const sensors = view.sensors.filter((s) => s.roomId === room.id);
  const [adding, setAdding] = useState<'units' | 'sensor' | null>(null);
  const rows = [...new Map(units.map((u) => [`${u.y}${u.battery}`, u])).values()];
  return (
    <div className="mb-4 border-b border-rule pb-3" data-room={room.name}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-[1.05rem] font-bold">{room.name}</h3>
        <span className="quiet">{roomKinds.find((k) => k.value === room.kind)?.label}</span>
        <span className="quiet">
          {sensors.length === 0 ? 'no sensor' : `sensors: ${sensors.map((s) => s.name).join(', ')}`}
        </span>
        <span className="ml-auto flex gap-4">
          <button type="button" className="link" onClick={() => setAdding(adding === 'units' ? null : 'units')}>
            add units
          </button>
          <button type="button" className="link" onClick={() => setAdding(adding === 'sensor' ? null : 'sensor')}>
            add a sensor
          </button>
        </span>
      </div>
      {rows.map((first) => {
        const row = units.filter((u) => u.y === first.y && u.battery === first.battery);
        return (
          <p key={`${first.y}${first.battery}`} className="py-0.5">
            <span className="quiet mr-2">{first.battery || first.kind}:</span>
            {row.map((u) => u.name).join(' ')}
            {first.volumeL !== null && <span className="quiet"> {grouped(first.volumeL)} L</span>}
            {first.loadLimit !== null && <span className="quiet">, up to {grouped(first.loadLimit)}</span>}
          </p>
        );
      })}
      {adding === 'units' && (
        <NewUnits room={room} sensors={sensors} nextRow={1 + Math.max(-1, ...units.map((u) => u.y))} />
      )}
      {adding === 'sensor' && <NewSensor room={room} />}
    </div>
  );
}

const line = 'flex flex-wrap items-end gap-3 mt-2';

function NewRoom() {
  const act = useAct('room.save', () => setName(''));
  const [name, setName] = useState('');
  const [kind, setKind] = useState<(typeof roomKinds)[number]['value']>('incubation');
  return (
    <form
      className={line}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ name, kind }, () => 'Made.');
      }}
    >
      <TextField label="New room" value={name} onChange={setName} error={act.errorOn('name')} />
      <SelectField label="For" value={kind} onChange={setKind} options={[...roomKinds]} />
      <ActFoot act={act} label="Make room" disabled={!name.trim()} fields={['name']} />
    </form>
  );
}

function NewUnits({
  room,
  sensors,
  nextRow,
}: {
  room: { id: number; kind: string };
  sensors: SetupView['sensors'];
  nextRow: number;
}) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('unit.addMany');
  const [v, setV] = useState({
    kind: { spawning: 'bench', incubation: 'jar', rearing: 'tank', outdoor: 'raceway' }[room.kind] ?? 'tank',
    prefix: '',
    from: '1',
    count: '1',
    battery: '',
    volume: '',
    limit: '',
    flow: '',
    sensor: '',
  });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  const [from, count, limit] = [
    wholeOf(v.from, locale).value,
    wholeOf(v.count, locale).value,
    wholeOf(v.limit, locale),
  ];
  const [volume, flow] = [
    measureOf(v.volume, 'volume', unit('volume'), locale),
    measureOf(v.flow, 'flow', unit('flow'), locale),
  ];
  const ready = v.prefix && from !== null && count !== null && !volume.error && !flow.error && !limit.error;
  return (
    <form
      className={`${line} border-l-[3px] border-deep pl-3`}
      onSubmit={(e) => {
        e.preventDefault();
        if (ready)
          void act.submit(
            {
              room: room.id,
              kind: v.kind,
              prefix: v.prefix,
              from,
              count,
              battery: v.battery,
              y: nextRow,
              volumeL: volume.value === null ? null : volume.value / 1000,
              loadLimit: limit.value,
              flowLPerMin: flow.value,
              sensor: v.sensor ? Number(v.sensor) : null,
            },
            (r) => `Made: ${((r?.names as string[] | undefined) ?? []).join(' ')}.`,
          );
      }}
    >
      <SelectField
        label="Kind"
        value={v.kind}
        onChange={set('kind')}
        options={unitKinds.map((k) => ({ value: k as string, label: k }))}
      />
      <TextField
        className="w-[6rem]"
        label="Letters"
        value={v.prefix}
        onChange={set('prefix')}
        placeholder="J"
        error={act.errorOn('prefix')}
      />
      <div className="w-[6rem]">
        <NumberInput label="from number" value={v.from} onChange={set('from')} error={act.errorOn('from')} />
      </div>
      <div className="w-[6rem]">
        <NumberInput label="how many" value={v.count} onChange={set('count')} error={act.errorOn('count')} />
      </div>
      <TextField className="w-[9rem]" label="Battery or stack" value={v.battery} onChange={set('battery')} />
      <MeasureInput
        className="w-[8rem]"
        label="Volume of each"
        dimension="volume"
        value={v.volume}
        onChange={set('volume')}
      />
      <NumberInput className="w-[8rem]" label="Load limit, animals" value={v.limit} onChange={set('limit')} />
      <MeasureInput className="w-[8rem]" label="Flow of each" dimension="flow" value={v.flow} onChange={set('flow')} />
      {sensors.length > 1 && (
        <SelectField
          label="On the water of"
          value={v.sensor}
          onChange={set('sensor')}
          options={sensors.map((s) => ({ value: String(s.id), label: s.name }))}
          empty="the room’s first"
        />
      )}
      <ActFoot act={act} label="Make units" disabled={!ready} fields={['prefix', 'from', 'count']} />
      <p className="quiet basis-full text-[0.9rem]">A divided tank is two units: give each part its own name.</p>
    </form>
  );
}

function NewSensor({ room }: { room: { id: number } }) {
  const act = useAct('sensor.save', () => setName(''));
  const [name, setName] = useState('');
  return (
    <form
      className={`${line} border-l-[3px] border-deep pl-3`}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ name, room: room.id }, () => 'Made.');
      }}
    >
      <TextField
        label="Temperature sensor"
        value={name}
        onChange={setName}
        placeholder="bay1"
        error={act.errorOn('name')}
        hint="Also for readings typed by eye"
      />
      <ActFoot act={act} label="Make sensor" disabled={!name.trim()} fields={['name']} />
    </form>
  );
}

function NewReleaseSite() {
  const { locale } = useSession();
  const act = useAct('releaseSite.save', () => setV({ name: '', water: '', target: '', permit: '' }));
  const [v, setV] = useState({ name: '', water: '', target: '', permit: '' });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  const target = wholeOf(v.target, locale);
  return (
    <form
      className={line}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit({ name: v.name, water: v.water, permit: v.permit, target: target.value }, () => 'Made.');
      }}
    >
      <TextField label="New site" value={v.name} onChange={set('name')} error={act.errorOn('name')} />
      <TextField label="Water" value={v.water} onChange={set('water')} />
      <NumberInput label="Target this season" value={v.target} onChange={set('target')} />
      <TextField label="Permit" value={v.permit} onChange={set('permit')} />
      <ActFoot act={act} label="Make site" disabled={!v.name.trim() || target.error !== null} fields={['name']} />
    </form>
  );
}

function PersonRow({ p }: { p: SetupView['people'][number] }) {
  const act = useAct('person.save');
  const reset = useAct('person.resetPassword', () => setPassword(null));
  const [password, setPassword] = useState<string | null>(null);
  return (
    <tr>
      <td className="font-bold">{p.name}</td>
      <td>
        <select
          aria-label={`Role of ${p.name}`}
          className="input max-w-[9rem]"
          value={p.role}
          onChange={(e) => void act.submit({ id: p.id, role: e.target.value, active: p.active })}
        >
          {roles.map((r) => (
            <option key={r}>{r}</option>
          ))}
        </select>
        {act.refused && <span className="ml-2 text-loss">{act.refused.message}</span>}
      </td>
      <td>
        {password === null ? (
          <button type="button" className="link" onClick={() => setPassword('')}>
            reset password
          </button>
        ) : (
          <form
            className="flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void reset.submit({ id: p.id, password });
            }}
          >
            <TextField
              label="New password"
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={setPassword}
              error={reset.errorOn('password')}
            />
            <button type="submit" className="button">
              Set
            </button>
          </form>
        )}
        {reset.done && <span className="text-deep">Set; they sign in anew.</span>}
      </td>
      <td>
        <button
          type="button"
          className="link"
          onClick={() => void act.submit({ id: p.id, role: p.role, active: !p.active })}
        >
          {p.active ? 'close the account' : 'open it again'}
        </button>
      </td>
    </tr>
  );
}

function NewPerson() {
  const act = useAct('person.add', () => setV({ ...v, name: '', password: '' }));
  const [v, setV] = useState({ name: '', role: 'culturist', password: '' });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  return (
    <form
      className={line}
      onSubmit={(e) => {
        e.preventDefault();
        void act.submit(v, () => 'Made.');
      }}
    >
      <TextField
        label="New person"
        value={v.name}
        onChange={set('name')}
        error={act.errorOn('name')}
        autoComplete="off"
      />
      <SelectField
        label="Role"
        value={v.role}
        onChange={set('role')}
        options={roles.map((r) => ({ value: r as string, label: r }))}
        hint="A hand picks, feeds and proposes counts"
      />
      <TextField
        label="Password"
        type="password"
        value={v.password}
        onChange={set('password')}
        error={act.errorOn('password')}
        autoComplete="new-password"
      />
      <ActFoot act={act} label="Add person" disabled={!v.name.trim() || !v.password} fields={['name', 'password']} />
    </form>
  );
}

function SiteForm({ view }: { view: SetupView }) {
  const act = useAct('site.save');
  const [v, setV] = useState({ ...view.site, seasonStartsMonth: String(view.site.seasonStartsMonth) });
  const set = (key: keyof typeof v) => (x: string) => setV({ ...v, [key]: x });
  return (
    <section aria-label="Site">
      <h2 className="mb-2 border-b-2 border-deep/40 pb-0.5">The site</h2>
      <form
        className={line}
        onSubmit={(e) => {
          e.preventDefault();
          void act.submit({ ...v, seasonStartsMonth: Number(v.seasonStartsMonth) }, () => 'Kept.');
        }}
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
        <ActFoot act={act} label="Keep" fields={['name', 'timeZone', 'lotPattern']} />
      </form>
    </section>
  );
}
