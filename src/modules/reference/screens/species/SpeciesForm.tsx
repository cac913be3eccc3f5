'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useMemo } from 'react';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { useSession } from '@/client/session';
import type { Species } from '@/core/species/species';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { type Row, Rows } from '@/ui/Rows';
import { SelectField } from '@/ui/SelectField';
import { saveSpecies } from '../../acts/saveSpecies/act';
import { ModelFields } from '../ModelFields';
import { idOfWords } from '../protocolText';
import type { Typed } from '../valueForm';
import { ModelPlot } from './ModelPlot';
import {
  blankOf,
  type Faults,
  faultsOf,
  fieldsOf,
  figuresOf,
  headFields,
  idOf,
  type ListName,
  readSpecies,
  type SpeciesTyped,
  typedOfSpecies,
  withDrift,
} from './speciesText';

const titles: Record<ListName, [title: string, one: string, says: string]> = {
  stages: [
    'Stages',
    'stage',
    'In the order of life. The station says what is done with them: eggs are picked, yolk-sac larvae not yet fed, fry and fingerlings fed and weighed.',
  ],
  checks: ['Checks', 'check', 'What is looked for in a sample. One named like a milestone tells its date.'],
  limits: [
    'Limits',
    'limit',
    'What of its water is watched; temperature, oxygen and pH raise an alarm where a sensor reads them.',
  ],
  values: ['Values', 'value', 'Single figures: eggs a kilogram, diameters, shares, use of oxygen.'],
  drift: ['Unseen loss between counts', 'stage', 'One line for each stage.'],
  handsOff: [
    'Hands off',
    'window',
    'When they should not be touched: of eggs by the way to hatch, of larvae from there to feeding.',
  ],
  inductions: ['Treatments', 'treatment', 'Label, veterinarian and local law decide what may be given.'],
  ripeness: ['Signs of ripeness', 'sign', 'Each sex needs one by which it is ready.'],
};

/** A species, whole: what it is, its stages, dates, limits and all that is known of it. */
export function SpeciesForm({ base, fresh, taken }: { base: Species; fresh: boolean; taken: readonly string[] }) {
  const { locale, units } = useSession();
  const us = units === 'us';
  const router = useRouter();
  const typing = useTyped<SpeciesTyped>(() => {
    const first = typedOfSpecies(base, locale, us);
    return { ...first, lists: withDrift(first.lists) };
  });
  const typed = typing.value;
  const shown = useMemo(() => {
    const head = fresh ? { ...typed.head, id: idOfWords(typed.head.name ?? '', taken) } : typed.head;
    return readSpecies({ ...typed, head }, base, locale, us);
  }, [typed, base, locale, us, fresh, taken]);
  const faults = Object.entries(shown.faults);
  const put = (list: ListName, rows: Row[]) => {
    const named = list === 'stages' || list === 'inductions' ? withIds(rows, typed.lists[list]) : rows;
    const lists = { ...typed.lists, [list]: named };
    typing.put({ lists: list === 'stages' ? withDrift(lists) : lists });
  };
  const list = (name: ListName) => {
    const [title, one, says] = titles[name];
    return (
      <Part key={name} title={title} says={says} faults={faultsOf(shown.faults, name)} whole={shown.faults[name]}>
        <Rows
          label={title}
          one={one}
          columns={fieldsOf(name, typed)}
          rows={typed.lists[name]}
          onChange={(rows) => put(name, rows)}
          blank={blankOf[name]}
          errors={faultsOf(shown.faults, name)}
        />
      </Part>
    );
  };
  const form = useActForm(saveSpecies, {
    about: { fresh },
    typing,
    draftFor: base.id,
    needs: { why: 'why' },
    adjust: (input) => ({ ...input, content: (shown.species ?? null) as never }),
    says: () => {
      router.push(`/reference?species=${shown.species!.id}`);
      return 'In force: dates are computed anew.';
    },
  });
  return (
    <Form
      of={form}
      label={fresh ? 'Add the species' : 'Put in force'}
      needs={[faults.length > 0 && (faults.length === 1 ? 'one thing corrected' : `${faults.length} things corrected`)]}
    >
      <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        {headFields.map((f) =>
          f.kind === 'one' ? (
            <SelectField
              key={f.key}
              label={f.label}
              value={typed.head[f.key] ?? ''}
              options={f.options!}
              hint="Decides which routine and which protocols fit"
              onChange={(v) => typing.put({ head: { ...typed.head, [f.key]: v } })}
            />
          ) : (
            <TextField
              key={f.key}
              label={f.label}
              value={typed.head[f.key] ?? ''}
              error={shown.faults[`head.${f.key}`] ?? form.act.errorOn(`content.${f.key}`)}
              onChange={(v) => typing.put({ head: { ...typed.head, [f.key]: v } })}
            />
          ),
        )}
      </div>
      {shown.faults['head.id'] && <p className="text-loss">Id: {shown.faults['head.id']}</p>}
      {list('stages')}
      <Part
        title="Dates"
        says="Each with its model and the stage that begins with it, in order. Without a stage it is only seen (eyes)."
        faults={faultsOf(shown.faults, 'milestones')}
      >
        {shown.species && <ModelPlot milestones={shown.species.milestones} />}
        <Timed
          parts={typed.milestones}
          of="milestones"
          one="date"
          blank={{ row: { name: '', enters: '', sumFrom: 'phase', source: 'verify', hint: '' }, kind: 'table' }}
          faults={faultsOf(shown.faults, 'milestones')}
          onChange={(milestones) => typing.put({ milestones })}
          head={(row, set) => (
            <>
              <TextField label="Name" value={row.name ?? ''} onChange={set('name')} />
              <SelectField
                label="Then begins"
                value={row.enters ?? ''}
                empty="no stage: it is seen"
                onChange={set('enters')}
                options={named(typed.lists.stages.slice(1))}
              />
              <SelectField
                label="Counted from"
                value={row.sumFrom ?? 'phase'}
                onChange={set('sumFrom')}
                options={[
                  { value: 'fertilisation', label: 'fertilisation' },
                  { value: 'phase', label: 'the date before' },
                ]}
              />
            </>
          )}
        />
      </Part>
      {list('checks')}
      {list('limits')}
      {list('values')}
      {list('drift')}
      {list('handsOff')}
      {list('ripeness')}
      {list('inductions')}
      <Part
        title="Hours from treatment to ovulation"
        says="A table for each treatment, and where it matters for each stage of the eggs in her."
        faults={faultsOf(shown.faults, 'latencies')}
      >
        <Timed
          parts={typed.latencies}
          of="latencies"
          one="table"
          blank={{
            row: { induction: typed.lists.inductions[0]?.id ?? '', eggStage: '', source: 'verify', hint: '' },
            kind: 'hours',
          }}
          faults={faultsOf(shown.faults, 'latencies')}
          onChange={(latencies) => typing.put({ latencies })}
          head={(row, set) => (
            <>
              <SelectField
                label="Treatment"
                value={row.induction ?? ''}
                onChange={set('induction')}
                options={named(typed.lists.inductions)}
              />
              <SelectField
                label="Stage of the eggs"
                value={row.eggStage ?? ''}
                empty="any"
                onChange={set('eggStage')}
                options={base.eggStages.map((e) => ({ value: e.id, label: e.name }))}
              />
            </>
          )}
        />
      </Part>
      <TextField label="Why" {...form.field('why')} className="max-w-[36rem]" />
    </Form>
  );
}

/** A part of the species; what is wrong of the whole of it stands at its head. */
function Part({
  title,
  says,
  faults,
  whole,
  children,
}: {
  title: string;
  says: string;
  faults: Faults;
  /** What is wrong of it as a whole. */
  whole?: string;
  children: ReactNode;
}) {
  const n = Object.keys(faults).length + (whole ? 1 : 0);
  return (
    <section className="mt-4">
      <h2>
        {title}{' '}
        {n > 0 && (
          <span className="text-body font-normal text-loss">{n === 1 ? 'one to correct' : `${n} to correct`}</span>
        )}
      </h2>
      <p className="quiet mb-1.5 text-small">{says}</p>
      {whole && <p className="text-small text-loss">It {whole}</p>}
      {children}
    </section>
  );
}

type TimedPart = SpeciesTyped['milestones'][number];

/** Parts that have a model or a table: a card each. */
function Timed({
  parts,
  of,
  one,
  blank,
  faults,
  onChange,
  head,
}: {
  parts: readonly TimedPart[];
  of: 'milestones' | 'latencies';
  one: string;
  blank: { row: Row; kind: Typed['kind'] };
  faults: Faults;
  onChange: (parts: TimedPart[]) => void;
  head: (row: Row, set: (key: string) => (v: string) => void) => ReactNode;
}) {
  const change = (i: number, p: Partial<TimedPart>) => onChange(parts.map((x, k) => (k === i ? { ...x, ...p } : x)));
  return (
    <>
      {parts.map((p, i) => {
        const own = faultsOf(faults, String(i));
        const set = (key: string) => (v: string) => change(i, { row: { ...p.row, [key]: v } });
        const field = new Set(figuresOf(of, p.typed.kind).map((f) => f.key));
        return (
          <fieldset
            key={i}
            aria-label={`${one} ${i + 1}`}
            className="mb-3 flex flex-col gap-2 border-l-[3px] border-rule pl-3"
          >
            <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">{head(p.row, set)}</div>
            <ModelFields
              typed={p.typed}
              figures={figuresOf(of, p.typed.kind)}
              errors={own}
              onChange={(typed) => change(i, { typed })}
            />
            <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
              <TextField
                label="Source"
                value={p.row.source ?? ''}
                onChange={set('source')}
                hint="“verify” until checked"
              />
              <TextField label="Where to look" value={p.row.hint ?? ''} onChange={set('hint')} />
            </div>
            {Object.entries(own)
              .filter(([key]) => !field.has(key) && key !== 'points')
              .map(([key, says]) => (
                <p key={key} className="text-small text-loss">
                  {key === 'figures' ? 'A figure' : key}: {says}
                </p>
              ))}
            <Button
              kind="link"
              className="self-start text-small"
              onClick={() => onChange(parts.filter((_, k) => k !== i))}
            >
              take this {one} away
            </Button>
          </fieldset>
        );
      })}
      <Button
        kind="link"
        onClick={() =>
          onChange([
            ...parts,
            {
              row: blank.row,
              typed: {
                kind: blank.kind,
                figures: {},
                points: [
                  { celsius: '', days: '' },
                  { celsius: '', days: '' },
                ],
              },
            },
          ])
        }
      >
        another {one}
      </Button>
    </>
  );
}

/** New lines get an id of their name, for as long as nobody types one. */
const withIds = (rows: readonly Row[], before: readonly Row[]): Row[] =>
  rows.map((r, i) => {
    if (r.was !== undefined) return r;
    const others = rows.filter((_, k) => k !== i).flatMap((x) => (x.id ? [x.id] : []));
    const own = before[i]?.name ?? '';
    const made = r.id === undefined || r.id === '' || r.id === idOf(own, others);
    return made && r.name ? { ...r, id: idOf(r.name, others) } : r;
  });

/** Lines to choose from: one that has no id yet cannot be meant. */
const named = (rows: readonly { id?: string; name?: string }[]) =>
  rows.flatMap(({ id, name }) => (id ? [{ value: id, label: name || id }] : []));
