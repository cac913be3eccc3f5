'use client';

import { useRouter } from 'next/navigation';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput } from '@/client/inputs';
import { attempt, run } from '@/core/calculation';
import { calculation as sampleSize } from '@/core/health/sampleSize';
import { grouped } from '@/core/quantities/format';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { openInspect } from './act';

/** Which tanks, how rare it would be, how sure it is to be: how many that takes stands below as it is typed. */
export function InspectForm({
  tanks,
  done,
}: {
  tanks: readonly { unitId: number; unit: string; lot: string; number: number }[];
  done?: () => void;
}) {
  const router = useRouter();
  const typing = useTyped<{ units: number[] }>(() => ({ units: [] }));
  const { units } = typing.value;
  const f = useActForm(openInspect, {
    about: {},
    begin: { prevalenceShare: 0.05, confidenceShare: 0.95, sensitivityShare: 1 },
    draftFor: 'inspection',
    event: false,
    typing,
    adjust: (input) => ({ ...input, units }),
    needs: { why: 'for what', vet: 'who inspects' },
    says: (r) => {
      if (r) router.push(`/health/inspection/${r.id}`);
      return 'Drawn.';
    },
    done,
  });
  const population = tanks.filter((t) => units.includes(t.unitId)).reduce((s, t) => s + t.number, 0);
  const [prevalence, confidence, sensitivity] = [
    f.value('prevalenceShare'),
    f.value('confidenceShare'),
    f.value('sensitivityShare'),
  ];
  const { ok: size } =
    population > 0 && prevalence != null && confidence != null && sensitivity != null
      ? attempt(() => run(sampleSize, { population, prevalence, confidence, sensitivity }))
      : { ok: undefined };
  return (
    <Form of={f} label="Draw the sample" needs={[units.length === 0 && 'a tank']}>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="For what" {...f.field('why')} />
        <TextField label="Inspected by" {...f.field('vet')} />
      </div>
      <fieldset>
        <legend className="mb-1 text-soft">Tanks</legend>
        <div className="flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
          {tanks.map((t) => (
            <Tick
              key={`${t.unitId}${t.lot}`}
              checked={units.includes(t.unitId)}
              onChange={(on) => typing.put({ units: on ? [...units, t.unitId] : units.filter((u) => u !== t.unitId) })}
            >
              <b>{t.unit}</b> <span className="text-soft">{t.lot}</span>
            </Tick>
          ))}
        </div>
      </fieldset>
      <div className="grid grid-cols-3 gap-2">
        <DecimalInput label="Affected, %" {...f.field('prevalenceShare')} hint="if it is there" />
        <DecimalInput label="Sure, %" {...f.field('confidenceShare')} />
        <DecimalInput label="The test finds, %" {...f.field('sensitivityShare')} hint="of the affected" />
      </div>
      {size && (
        <p className="border-l-[3px] border-deep pl-3" data-testid="sample-size">
          <b>{grouped(size.sampleSize)}</b> of {grouped(population)}
          {size.warnings?.map((w) => (
            <span key={w} className="block text-careful">
              {w}
            </span>
          ))}
        </p>
      )}
    </Form>
  );
}
