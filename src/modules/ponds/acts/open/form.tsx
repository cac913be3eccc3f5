'use client';

import { useRouter } from 'next/navigation';
import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, NumberInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { limeIds, limes, soils } from '@/core/ponds/prepare';
import { grouped } from '@/core/quantities/format';
import { dayMonth, isoDay, startOfDay } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { RunRow } from '../../runs';
import { openPond } from './act';

/** How a pond is made ready: mud, lime, fertiliser, what kills what is left; days of rain shift it. */
export function PondForm({
  run,
  ponds,
  drawn = [],
  done,
}: {
  run?: RunRow;
  /** Areas as the map draws them. */
  drawn?: readonly { name: string; areaM2: number }[];
  ponds: readonly { id: number; name: string }[];
  done?: () => void;
}) {
  const router = useRouter();
  const { timeZone, now } = useSession();
  const typing = useTyped<{ rain: number[] }>(() => ({ rain: [...(run?.plan.rain ?? [])] }));
  const { rain } = typing.value;
  const f = useActForm(openPond, {
    about: run ? { run: run.id, unit: run.unitId } : {},
    as: { begunAt: 'day' },
    begin: run
      ? {
          begunAt: run.begunAt,
          ...Object.fromEntries(Object.entries(run.plan).filter(([k, v]) => k !== 'rain' && v !== null)),
        }
      : {
          // The only one that is free is the one that is meant.
          ...(ponds.length === 1 ? { unit: ponds[0]!.id } : {}),
          soil: 'clay',
          depthCm: 100,
          begunAt: startOfDay(isoDay(now, timeZone), timeZone),
        },
    draftFor: `pond ${run?.id ?? 'new'}`,
    typing,
    event: false,
    needs: { unit: 'which pond', areaM2: 'its area', begunAt: 'when it is drained' },
    adjust: (input) => ({ ...input, rain }),
    says: (r) => {
      if (r && !run) router.push(`/ponds/${r.id}`);
      return 'Kept.';
    },
    done,
  });
  const chosen = run?.unit ?? ponds.find((p) => String(p.id) === String(f.field('unit').value))?.name;
  const onMap = drawn.find((d) => d.name === chosen);
  return (
    <Form of={f} label={run ? 'Keep' : 'Begin'}>
      <div className="grid grid-cols-2 gap-2">
        {!run && (
          <SelectField
            label="Pond"
            {...f.field('unit')}
            options={ponds.map((p) => ({ value: String(p.id), label: p.name }))}
          />
        )}
        <DecimalInput
          label="Area, m²"
          {...f.field('areaM2')}
          hint={onMap && `the map draws ${grouped(Math.round(onMap.areaM2))} m²`}
        />
        <DayField label="Drained on" {...f.typed('begunAt')} />
        <NumberInput label="Depth in the end, cm" {...f.field('depthCm')} />
        <DecimalInput label="pH of the mud" {...f.field('soilPH')} />
        <SelectField label="Soil" {...f.field('soil')} options={soils.map((s) => ({ value: s, label: s }))} />
        <SelectField
          label="Lime"
          {...f.field('lime')}
          empty="none"
          options={limeIds.map((value) => ({ value, label: limes[value].word }))}
        />
        <TextField label="Fertiliser" {...f.field('fertiliser')} />
        <DecimalInput label="kg for a hectare" {...f.field('fertiliserKgPerHa')} />
        <TextField label="Against unwanted fish" {...f.field('poison')} />
        <DecimalInput label="mg/L, by its label" {...f.field('poisonMgPerL')} />
        <NumberInput label="Nothing goes in for days" {...f.field('withholdDays')} />
      </div>
      <div>
        <DayField
          label="A day of rain"
          value=""
          onChange={(day) => {
            if (!day) return;
            const at = startOfDay(day, timeZone);
            typing.put({ rain: [...rain.filter((r) => r !== at), at].sort((a, b) => a - b) });
          }}
          hint="shifts what needs dry weather"
        />
        <p className="flex flex-wrap gap-x-3">
          {rain.map((r) => (
            <span key={r}>
              {dayMonth(r, timeZone, now)}{' '}
              <Button
                kind="link"
                aria-label={`No rain on ${dayMonth(r, timeZone)}`}
                onClick={() => typing.put({ rain: rain.filter((x) => x !== r) })}
              >
                ×
              </Button>
            </span>
          ))}
        </p>
      </div>
      <Caution>Lime burns; what kills fish kills more than fish. Label, local law and permit decide.</Caution>
    </Form>
  );
}
