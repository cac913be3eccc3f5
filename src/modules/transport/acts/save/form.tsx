'use client';

import { useRouter } from 'next/navigation';
import { InstantField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, MeasureInput, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { decimals, grouped } from '@/core/quantities/format';
import { keepIds, keepings } from '@/core/transport/warming';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Checkbox';
import { Field, TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Select } from '@/ui/Select';
import { SelectField } from '@/ui/SelectField';
import { fullness } from '../../fullness';
import type { HaulRow } from '../../hauls';
import type { PlanLot } from '../../views/plan';
import { saveHaul } from './act';
import { CarrierRows, carriersRead } from './CarrierRows';

type LoadText = { unit: number; lotId: number; stage: string; number: string; site: string; tank: string };

/** The lots of which a load is chosen. */
export type HaulChoice = Pick<PlanLot, 'unitId' | 'unit' | 'lotId' | 'lot' | 'stage' | 'number' | 'meanG' | 'barred'>;

/** What stood there, without what nobody had said. */
const begun = <T extends object>(of: T) =>
  Object.fromEntries(Object.entries(of).filter(([, v]) => v !== null)) as { [K in keyof T]: NonNullable<T[K]> };

/** Plans a haul: the truck and its tanks, who goes along, and how full each tank is as it is typed. */
export function HaulForm({
  haul,
  lots,
  sites,
  begin = [],
  last,
  done,
}: {
  haul?: HaulRow;
  lots: readonly HaulChoice[];
  sites: readonly { id: number; name: string }[];
  /** Loads with which a new one begins. */
  begin?: readonly { unit: number; lotId: number; stage: string; number: number; site: number | null }[];
  /** The last haul: its truck is likely to go again. */
  last?: HaulRow;
  done?: () => void;
}) {
  const router = useRouter();
  const { locale } = useSession();
  const like = haul ?? last;
  const typing = useTyped<{ loads: LoadText[]; givenUp: boolean }>(() => ({
    loads: (haul?.loads ?? begin).map((l) => ({
      unit: l.unit,
      lotId: l.lotId,
      stage: l.stage,
      number: numberText(l.number, locale),
      site: l.site === null ? '' : String(l.site),
      tank: 'tank' in l ? String(l.tank) : (like?.tanks[0]?.name ?? 'tank 1'),
    })),
    givenUp: false,
  }));
  const { loads, givenUp } = typing.value;
  const loadsRead = loads.map((l) => ({
    unit: l.unit,
    lotId: l.lotId,
    stage: l.stage,
    number: wholeOf(l.number, locale).value ?? 0,
    site: l.site === '' ? null : Number(l.site),
    tank: l.tank,
  }));
  const f = useActForm(saveHaul, {
    about: haul ? { id: haul.id } : {},
    begin: {
      truck: like?.truck ?? '',
      hours: like?.hours ?? 2,
      celsius: like?.celsius ?? 8,
      tanks: like?.tanks.map(begun) ?? [{ name: 'tank 1', volumeL: 1000, oxygenLPerMin: 5 }],
      ...begun(like?.way ?? {}),
      ...(haul ? { leaveAt: haul.leaveAt } : {}),
    },
    draftFor: `haul ${haul?.id ?? 'new'}`,
    typing,
    event: false,
    needs: { truck: 'which truck', leaveAt: 'when it leaves', hours: 'how long', celsius: 'its water' },
    adjust: (input) => ({ ...input, loads: loadsRead, givenUp }),
    says: (r) => {
      if (r && !haul) router.push(`/moves/hauls/${r.id}`);
      return 'Kept.';
    },
    done,
  });
  const lines = f.lines('tanks');
  const tanks = carriersRead(lines);
  const leave = f.own('leaveAt');
  const [hours, celsius] = [f.value('hours'), f.value('celsius')];
  const full =
    hours === null || celsius === null || celsius < 0 || celsius > 40 || hours <= 0 || hours > 96
      ? []
      : fullness({
          hours,
          celsius,
          tanks: tanks.filter((t) => t.kind === 'moist' || (t.volumeL > 0 && (t.kind === 'tank' || t.gasL > 0))),
          way: { airCelsius: f.value('airCelsius'), keeps: f.value('keeps') ?? 'insulated' },
          loads: loadsRead
            .filter((l) => l.number > 0)
            .map((l) => ({
              ...l,
              meanG: lots.find((x) => x.unitId === l.unit && x.lotId === l.lotId)?.meanG ?? null,
            })),
        });
  const setLoad = (i: number, part: Partial<LoadText>) =>
    typing.put({ loads: loads.map((l, k) => (k === i ? { ...l, ...part } : l)) });
  return (
    <Form
      of={f}
      label={haul ? 'Keep' : 'Plan it'}
      needs={[
        tanks.some((t) => t.kind !== 'moist' && t.volumeL <= 0) && 'the water of each',
        tanks.some((t) => t.kind === 'bag' && t.gasL <= 0) && 'the oxygen above it',
        loadsRead.some((l) => l.number <= 0) && 'a number of each load',
      ]}
    >
      <TextField label="Truck" {...f.field('truck')} />
      <InstantField label="Leaves" value={leave.value} onChange={leave.onChange} error={leave.error} />
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Under way, hours" {...f.field('hours')} />
        <MeasureInput label="Water in its tanks" {...f.measure('celsius')} />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <MeasureInput
          label="Air on the way"
          {...f.measure('airCelsius')}
          hint="says how warm they arrive, and the ice"
        />
        <SelectField
          label="It keeps its warmth by"
          {...f.field('keeps')}
          options={keepIds.map((value) => ({ value, label: keepings[value] }))}
        />
        <MeasureInput label="A bottle of oxygen" {...f.measure('bottleL')} />
        <DecimalInput label="filled to, bar" {...f.field('bottleBar')} />
      </div>
      <CarrierRows lines={lines} full={full} />
      <fieldset>
        <legend className="mb-1 text-soft">Who goes along: from, how many, into, to</legend>
        {loads.map((l, i) => {
          const lot = lots.find((x) => x.unitId === l.unit && x.lotId === l.lotId && x.stage === l.stage);
          return (
            <div
              key={i}
              className="mb-1 grid grid-cols-[minmax(0,1.4fr)_6rem_minmax(0,1fr)_minmax(0,1.2fr)_auto] items-center gap-2 max-sm:grid-cols-2"
            >
              <span className="min-w-0 truncate">
                <b>{lot?.unit ?? '?'}</b> <span className="text-small text-soft">{lot?.lot}</span>
                {lot?.barred && <span className="block text-small text-hand">{lot.barred}</span>}
              </span>
              <Input
                aria-label={`Load ${i + 1}, how many`}
                inputMode="numeric"
                value={l.number}
                onChange={(e) => setLoad(i, { number: e.target.value })}
              />
              <Select
                aria-label={`Load ${i + 1}, into`}
                value={l.tank}
                onChange={(tank) => setLoad(i, { tank })}
                options={tanks.map((t) => ({ value: t.name, label: t.name }))}
              />
              <Select
                aria-label={`Load ${i + 1}, to`}
                value={l.site}
                onChange={(site) => setLoad(i, { site })}
                options={[
                  { value: '', label: 'elsewhere' },
                  ...sites.map((s) => ({ value: String(s.id), label: s.name })),
                ]}
              />
              <Button
                kind="link"
                aria-label={`Take load ${i + 1} away`}
                onClick={() => typing.put({ loads: loads.filter((_, k) => k !== i) })}
              >
                ×
              </Button>
            </div>
          );
        })}
        {f.act.errorOn('loads') && <span className="text-small text-loss">{f.act.errorOn('loads')}</span>}
        <Field label="Add from">
          {(p) => (
            <Select
              {...p}
              value=""
              onChange={(v) => {
                const lot = lots.find((x) => `${x.unitId} ${x.lotId} ${x.stage}` === v);
                if (lot)
                  typing.put({
                    loads: [
                      ...loads,
                      {
                        unit: lot.unitId,
                        lotId: lot.lotId,
                        stage: lot.stage,
                        number: numberText(lot.number, locale),
                        site: '',
                        tank: tanks[0]?.name ?? '',
                      },
                    ],
                  });
              }}
              options={[
                { value: '', label: lots.length === 0 ? 'no fingerlings stand' : 'choose a tank' },
                ...lots.map((x) => ({
                  value: `${x.unitId} ${x.lotId} ${x.stage}`,
                  label: `${x.unit}, ${x.lot}: ${grouped(x.number)}${x.meanG === null ? '' : ` of ${decimals(x.meanG, 1)} g`}`,
                })),
              ]}
            />
          )}
        </Field>
      </fieldset>
      {haul && (
        <Tick checked={givenUp} onChange={(v) => typing.put({ givenUp: v })}>
          given up
        </Tick>
      )}
    </Form>
  );
}
