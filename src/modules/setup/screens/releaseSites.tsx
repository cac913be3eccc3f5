'use client';

import { useState } from 'react';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { grouped } from '@/core/quantities/format';
import { saveReleaseSite } from '@/modules/setup/acts/releaseSite/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Table } from '@/ui/Table';
import type { SetupView } from '../views/setup';
import { line } from './line';

type Site = SetupView['releaseSites'][number];

/** Where fish may be let go, each with its target; a site opens by its name. */
export function ReleaseSites({ sites }: { sites: readonly Site[] }) {
  const [open, setOpen] = useState<number | null>(null);
  const chosen = sites.find((s) => s.id === open);
  return (
    <>
      {sites.length > 0 && (
        <Table className="mb-3">
          <tbody>
            {sites.map((s) => (
              <tr key={s.id}>
                <td className="font-bold">{s.name}</td>
                <td>{s.water}</td>
                <td className="num">{s.target === null ? '' : `target ${grouped(s.target)}`}</td>
                <td className="text-soft">{s.permit && `permit ${s.permit}`}</td>
                <td>
                  <Button kind="link" onClick={() => setOpen(open === s.id ? null : s.id)}>
                    change
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {chosen ? <SiteForm key={chosen.id} site={chosen} onDone={() => setOpen(null)} /> : <SiteForm key="new" />}
    </>
  );
}

function SiteForm({ site, onDone }: { site?: Site; onDone?: () => void }) {
  const f = useActForm(saveReleaseSite, {
    about: site ? { id: site.id } : {},
    begin: site ?? {},
    needs: { name: 'a name' },
    unreadable: { target: 'the target' },
    clears: site
      ? []
      : ['name', 'water', 'target', 'permit', 'leastG', 'mostG', 'mostNumber', 'eastKm', 'northKm', 'points'],
    as: { points: 'names', leastG: 'small', mostG: 'small', eastKm: 'plain', northKm: 'plain' },
    says: () => (site ? 'Kept.' : 'Made.'),
  });
  return (
    <Form of={f} className={line} label={site ? 'Keep' : 'Make site'}>
      <TextField label={site ? 'Name' : 'New site'} {...f.field('name')} />
      <TextField label="Water" {...f.field('water')} />
      <NumberInput label="Target this season" {...f.field('target')} />
      <TextField label="Permit" {...f.field('permit')} />
      <NumberInput label="It allows at most" {...f.field('mostNumber')} />
      <MeasureInput label="Fish from" {...f.measure('leastG')} />
      <MeasureInput label="up to" {...f.measure('mostG')} />
      <TextField label="Places along it" {...f.typed('points')} hint="in their order, parted by commas" />
      <DecimalInput label="km to the east" {...f.field('eastKm')} />
      <DecimalInput label="km to the north" {...f.field('northKm')} />
      {site && (
        <Button
          kind="link"
          className="mt-[1.9rem]"
          disabled={f.act.busy}
          onClick={() => void f.send({ retired: true }).then((ok) => ok && onDone?.())}
        >
          Take off the list
        </Button>
      )}
    </Form>
  );
}
