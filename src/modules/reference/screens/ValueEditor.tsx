'use client';

import { useState } from 'react';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { useSession } from '@/client/session';
import { type DevelopmentModel, developmentModel } from '@/core/development/model';
import { figures } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import type { Species } from '@/core/species/species';
import { setSpeciesValue } from '@/modules/reference/acts/setValue/act';
import type { InputOf } from '@/server/act/define';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { TextField } from '@/ui/fields';
import { Table } from '@/ui/Table';
import { daysAt, steadyOf } from './daysAt';
import { ModelFields } from './ModelFields';
import { kindOf, readTyped, type Typed, typedOf, valueAt } from './valueForm';

/** Lays this hatchery's own value over the shipped one; the old one stays in the history. */
export function ValueEditor({ species, path }: { species: Species; path: string }) {
  const { title, value } = valueAt(species, path);
  const [open, setOpen] = useState(false);
  return (
    <Dialog
      title={title}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button kind="link" className="text-small" aria-label={`edit ${title}`}>
          edit
        </Button>
      }
    >
      <p className="quiet mb-3">{species.name}</p>
      <ValueForm key={JSON.stringify(value)} species={species} path={path} onDone={() => setOpen(false)} />
    </Dialog>
  );
}

/** The figures of one value, its source and why it is changed; a clock shows what it makes of steady temperatures. */
export function ValueForm({ species, path, onDone }: { species: Species; path: string; onDone?: () => void }) {
  const { locale, units } = useSession();
  const us = units === 'us';
  const { value, figures } = valueAt(species, path);
  const model = value.model as DevelopmentModel | undefined;
  const first = kindOf(value);
  const typing = useTyped<Typed>(() => typedOf(value, figures(first), first, locale, us));
  const { value: typed, put } = typing;
  const own = figures(typed.kind);
  const read = readTyped(typed, own, value, locale, us);
  const f = useActForm(setSpeciesValue, {
    typing,
    about: { species: species.id, path },
    needs: { source: 'a source', why: 'why' },
    adjust: (input) => ({ ...input, value: read.value as InputOf<typeof setSpeciesValue>['value'] }),
    done: onDone,
  });
  return (
    <Form of={f} label="Put in force" needs={[!read.value && 'every figure']}>
      <ModelFields typed={typed} figures={own} errors={read.errors} onChange={put} />
      {model && <Steady at={steadyOf(species.milestones)} now={model} then={read.value?.model} />}
      {f.act.errorOn('value') && <p className="text-loss">{f.act.errorOn('value')}</p>}
      <TextField label="Source" {...f.field('source')} hint="The publication, or “own counts 2031”" />
      <TextField label="Why" {...f.field('why')} />
    </Form>
  );
}

/** Days at steady temperatures: as they are in force, and as they are typed. */
function Steady({ at, now, then }: { at: readonly number[]; now: DevelopmentModel; then: unknown }) {
  const us = useSession().units === 'us';
  const typed = developmentModel.safeParse(then);
  return (
    <Table data-testid="steady">
      <thead>
        <tr>
          <th>days at</th>
          {at.map((t) => (
            <th key={t} className="num">
              {figures(forReader(t, 'temperature', us), 3)} {readerUnit('temperature', us)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="text-soft">
          <td>in force</td>
          {at.map((t) => (
            <td key={t} className="num">
              {daysAt(now, t)}
            </td>
          ))}
        </tr>
        <tr>
          <td>as typed</td>
          {at.map((t) => (
            <td key={t} className="num font-bold">
              {typed.success ? daysAt(typed.data, t) : ''}
            </td>
          ))}
        </tr>
      </tbody>
    </Table>
  );
}
