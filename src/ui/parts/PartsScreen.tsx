'use client';

import { scaleLinear } from 'd3';
import { Pencil, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Button } from '../Button';
import { Calendar } from '../Calendar';
import { Checkbox, Tick } from '../Checkbox';
import { Choice } from '../Choice';
import { Caution } from '../caution';
import { boxOf, Chart } from '../chart/Chart';
import { Band, Corner, Label, Line, Point, Rule, XAxis, YAxis } from '../chart/parts';
import { type DataColumn, DataTable } from '../DataTable';
import { Dialog, StayOrGo } from '../Dialog';
import { Glyph } from '../drawings/glyphs';
import { Fold } from '../Fold';
import { TextField } from '../fields';
import { Input, TextArea } from '../Input';
import { Menu, MenuItem, MenuRule } from '../Menu';
import { Doubtful } from '../number';
import { type Row, Rows } from '../Rows';
import { SelectField } from '../SelectField';
import { Table } from '../Table';
import { type ToastShown, Toasts } from '../Toast';
import { Toggle } from '../Toggle';
import { HowTo } from '../words/HowTo';
import { Term } from '../words/Term';

const sizes = ['text-figure', 'text-title', 'text-lead', 'text-body', 'text-small', 'text-mark'] as const;
const colours = [
  'ink',
  'soft',
  'deep',
  'hand',
  'careful',
  'loss',
  'egg',
  'eyed',
  'yolksac',
  'fry',
  'fingerling',
  'gone',
];
const glyphs = ['adult', 'egg', 'eyed', 'yolksac', 'fry', 'fingerling', 'gone'] as const;

type Tank = { name: string; fish: number; kg: number | null };
const tanks: Tank[] = [
  { name: 'R10', fish: 2000, kg: 41 },
  { name: 'R2', fish: 15_000, kg: null },
  { name: 'R1', fish: 300, kg: 12.5 },
];
const tankColumns: DataColumn<Tank>[] = [
  { id: 'name', head: 'tank', first: true, value: (t) => t.name, cell: (t) => <b>{t.name}</b> },
  { id: 'fish', head: 'fish', num: true, value: (t) => t.fish },
  { id: 'kg', head: 'kg', num: true, value: (t) => t.kg, cell: (t) => t.kg ?? 'not weighed' },
];

/** Every part of the interface in every state, in both themes: what a designer or a new developer looks at first. */
export function PartsScreen() {
  return (
    <div className="px-6 py-4">
      <h1 className="mb-1">Parts</h1>
      <p className="quiet mb-4">What all screens are made of: in daylight, and for the dim room.</p>
      <div className="grid grid-cols-2 gap-6 max-xl:grid-cols-1">
        {(['day', 'dim'] as const).map((theme) => (
          <div key={theme} data-theme={theme} className="border border-strong bg-ground p-5 text-ink">
            <Parts theme={theme} />
          </div>
        ))}
      </div>
    </div>
  );
}

const warmth = [
  { day: '10 Apr', mean: 5.1, low: 4.6, high: 5.8 },
  { day: '11 Apr', mean: 5.6, low: 5.0, high: 6.3 },
  { day: '12 Apr', mean: 6.2, low: 5.6, high: 6.9 },
  { day: '13 Apr', mean: 6.6, low: 5.8, high: 7.5 },
  { day: '14 Apr', mean: 7.0, low: 6.0, high: 8.0 },
];
const CHART_BOX = boxOf(420, 150, { left: 44, right: 40, top: 20, bottom: 24 });
const CHART = {
  width: 420,
  height: 150,
  box: CHART_BOX,
  x: scaleLinear([0, 4], [CHART_BOX.left, CHART_BOX.right]),
  y: scaleLinear([4, 8], [CHART_BOX.bottom, CHART_BOX.top]),
};

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="mb-5" aria-label={name}>
      <h2 className="mb-2 border-b border-rule pb-1">{name}</h2>
      <div className="flex flex-wrap items-start gap-3">{children}</div>
    </section>
  );
}

const few = ['jars', 'trays', 'troughs'].map((k) => ({ value: k, label: k }));
const many = Array.from({ length: 24 }, (_, i) => ({
  value: `J${i + 1}`,
  label: `J${i + 1}, ${i % 3 === 0 ? 'empty' : 'holds AC-31-01'}`,
  group: i < 12 ? 'Cold room' : 'Warm room',
}));

function Parts({ theme }: { theme: string }) {
  const [text, setText] = useState('34');
  const [one, setOne] = useState<string>('jars');
  const [unit, setUnit] = useState<string>('');
  const [on, setOn] = useState(true);
  const [asks, setAsks] = useState(false);
  const [day, setDay] = useState('2031-04-14');
  const [toasts, setToasts] = useState<ToastShown[]>([]);
  const [lines, setLines] = useState<Row[]>([
    { what: 'temperature', low: '4', stage: few[0]!.value, watched: 'yes' },
    { what: 'oxygen', low: '', stage: few[1]!.value },
  ]);
  return (
    <>
      <Part name="Type">
        {sizes.map((s) => (
          <span key={s} className={`w-full ${s}`}>
            {s.slice(5)} 12 345 eyed eggs
          </span>
        ))}
      </Part>
      <Part name="Colours">
        {colours.map((c) => (
          <span key={c} className="inline-flex items-center gap-1.5 text-small">
            <span
              className="inline-block size-4 border border-rule"
              style={{ background: `var(--${c})` }}
              aria-hidden
            />{' '}
            {c}
          </span>
        ))}
      </Part>
      <Part name="Glyphs">
        {glyphs.map((g) => (
          <span key={g} className="inline-flex items-center gap-1 text-small">
            <Glyph name={g} /> {g}
          </span>
        ))}
      </Part>
      <Part name="Buttons">
        <Button kind="main">Record pick</Button>
        <Button>Move</Button>
        <Button kind="link">undo</Button>
        <Button kind="icon" aria-label={`Edit, ${theme}`}>
          <Pencil size={18} aria-hidden />
        </Button>
        <Button kind="main" disabled>
          Record pick
        </Button>
        <Button disabled>Move</Button>
        <Button kind="icon" disabled aria-label={`Remove, ${theme}`}>
          <X size={18} aria-hidden />
        </Button>
      </Part>
      <Part name="Fields">
        <TextField label="Dead picked" value={text} onChange={setText} hint="2 to 9 expected" inputMode="numeric" />
        <TextField label="Dead picked, refused" value="3.4" onChange={setText} error="must be a whole number" />
        <TextField label="Dead picked, not now" value="" onChange={setText} disabled />
        <SelectField label="Kind of unit" value={one} onChange={setOne} options={few} />
        <SelectField label="To" value={unit} onChange={setUnit} options={many} empty="choose a unit" />
        <SelectField label="To, refused" value="" onChange={setUnit} options={many} error="J3 is full" />
        <SelectField label="To, not now" value="" onChange={setUnit} options={few} disabled />
        <Input aria-label={`A field alone, ${theme}`} className="max-w-[8rem]" placeholder="picked" />
        <TextArea aria-label={`Cautions, ${theme}`} rows={2} defaultValue="Gloves and goggles." />
      </Part>
      <Part name="Choices">
        <Tick checked={on} onChange={setOn}>
          eggs are eyed
        </Tick>
        <Tick checked={false} onChange={setOn} disabled>
          not now
        </Tick>
        <Checkbox checked={!on} onChange={(v) => setOn(!v)} aria-label={`A box alone, ${theme}`} />
        <Choice label={`Way of counting, ${theme}`} value={one} onChange={setOne} options={few} />
        <Choice label={`What was found, ${theme}`} tall value={one} onChange={setOne} options={few} />
        <Toggle label={`View, ${theme}`} value={one} onChange={setOne} options={few} />
      </Part>
      <Part name="What opens">
        <Dialog title="A dialog" trigger={<Button>Dialog</Button>}>
          <p>Esc or the cross closes it, and the focus goes back.</p>
        </Dialog>
        <Dialog title="Along the edge" side="edge" trigger={<Button>Edge</Button>}>
          <p>What it is about stays in sight.</p>
        </Dialog>
        <Menu about="Manager" trigger={<Button>Menu</Button>}>
          <MenuItem onSelect={() => setOn(!on)}>Dim room theme</MenuItem>
          <MenuRule />
          <MenuItem onSelect={() => setOn(on)}>Sign out</MenuItem>
        </Menu>
        <Button onClick={() => setAsks(true)}>Question</Button>
        <StayOrGo
          open={asks}
          title="What you typed is not recorded"
          says="A form on this page is half filled. Leave it, and it is gone."
          stay="Stay"
          go="Leave it"
          onStay={() => setAsks(false)}
          onGo={() => setAsks(false)}
        />
      </Part>
      <Part name="Numbers">
        <Doubtful number={49_100} sd={1170} size="big" />
        <Doubtful number={16_800} sd={1100} />
        <Doubtful number={340} sd={0} />
        <Doubtful number={51_000} sd={4000} size="plain" />
        <Term of="doubt">doubt</Term>
      </Part>
      <Part name="Chart">
        <Chart
          {...CHART}
          className="max-w-[26rem]"
          says="Warmth of five days, the last two foreseen"
          table={{
            head: ['day', 'mean', 'between'],
            rows: warmth.map((d) => [d.day, `${d.mean} °C`, `${d.low} and ${d.high}`]),
          }}
        >
          <YAxis ticks={[4, 6, 8]} format={(t) => `${t} °C`} />
          <XAxis ends ticks={warmth.map((d, i) => ({ at: i, says: d.day }))} />
          <Band of={warmth} x={(_, i) => i} low={(d) => d.low} high={(d) => d.high} />
          <Line of={warmth.slice(0, 3)} x={(_, i) => i} y={(d) => d.mean} />
          <Line of={warmth.slice(2)} x={(_, i) => i + 2} y={(d) => d.mean} dashed />
          <Point x={2} y={6.2} low={5.6} high={6.9} />
          <Label x={4} y={7} bold>
            7.0
          </Label>
          <Rule y={7.5} dashed />
          <Corner at="left">limit dashed</Corner>
        </Chart>
      </Part>
      <Part name="Table">
        <Table>
          <thead>
            <tr>
              <th>unit</th>
              <th>lot</th>
              <th className="num">number</th>
            </tr>
          </thead>
          <tbody>
            {['J1', 'J2', 'J3'].map((u, i) => (
              <tr key={u}>
                <td className="font-bold">{u}</td>
                <td>AC-31-01</td>
                <td className="num">
                  <Doubtful number={16_000 + 311 * i} sd={900} />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Part>
      <Part name="Data table">
        <DataTable
          name={`tanks-${theme}`}
          noun={['tank', 'tanks']}
          columns={tankColumns}
          rows={tanks}
          rowKey={(t) => t.name}
          find="tank"
        />
      </Part>
      <Part name="Lines">
        <div className="w-full max-w-[34rem]">
          <Rows
            label={`Limits, ${theme}`}
            one="limit"
            columns={[
              { key: 'what', label: 'of what' },
              { key: 'low', label: 'lowest', kind: 'figures', width: '5rem' },
              { key: 'stage', label: 'stage', kind: 'one', options: few, width: '8rem' },
              { key: 'watched', label: 'watched', kind: 'yes', width: '4rem' },
            ]}
            rows={lines}
            onChange={setLines}
            errors={{ '1.low': 'is missing' }}
          />
        </div>
      </Part>
      <Part name="A month">
        <Calendar
          label={`Choose a day, ${theme}`}
          day={day}
          today="2031-04-14"
          last="2031-04-20"
          mondayFirst
          onChange={setDay}
        />
        <span>{day}</span>
      </Part>
      <Part name="Folded away">
        <Fold title="Cautions">
          <p>Below its name until it is wanted.</p>
        </Fold>
        <HowTo card="sexes" />
      </Part>
      <Part name="Recorded">
        <Button onClick={() => setToasts([{ id: 'a', title: 'J3 holds 12 340 ±410 eggs', body: 'As expected.' }])}>
          Record
        </Button>
        <Toasts list={toasts} onGone={() => setToasts([])} />
      </Part>
      <Part name="Caution">
        <Caution>Iodophor on eyes and skin: gloves and goggles; by the label and local law.</Caution>
      </Part>
    </>
  );
}
