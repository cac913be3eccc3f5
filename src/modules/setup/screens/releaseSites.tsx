'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
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
  const { locale } = useSession();
  const blank = { name: '', water: '', target: '', permit: '' };
  const act = useAct(saveReleaseSite, () => (site ? undefined : setV(blank)));
  const [v, setV] = useState(site ? { ...site, target: site.target === null ? '' : String(site.target) } : blank);
  const set = (key: keyof typeof blank) => (x: string) => setV({ ...v, [key]: x });
  const target = wholeOf(v.target, locale);
  const payload = {
    ...(site ? { id: site.id } : {}),
    name: v.name,
    water: v.water,
    permit: v.permit,
    target: target.value,
  };
  return (
    <ActForm
      act={act}
      className={line}
      label={site ? 'Keep' : 'Make site'}
      needs={[!v.name.trim() && 'a name', target.error !== null && 'the target']}
      onSend={() => void act.submit(payload, () => (site ? 'Kept.' : 'Made.'))}
    >
      <TextField label={site ? 'Name' : 'New site'} value={v.name} onChange={set('name')} error={act.errorOn('name')} />
      <TextField label="Water" value={v.water} onChange={set('water')} />
      <NumberInput label="Target this season" value={v.target} onChange={set('target')} />
      <TextField label="Permit" value={v.permit} onChange={set('permit')} />
      {site && (
        <Button
          kind="link"
          className="mt-[1.9rem]"
          disabled={act.busy}
          onClick={() => void act.submit({ ...payload, retired: true }).then((ok) => ok && onDone?.())}
        >
          Take off the list
        </Button>
      )}
    </ActForm>
  );
}
