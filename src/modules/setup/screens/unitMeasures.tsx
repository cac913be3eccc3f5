'use client';

import type { AnyAct } from '@/client/act/useAct';
import {
  DecimalInput,
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  useShown,
  wholeOf,
} from '@/client/inputs';
import { useSession } from '@/client/session';
import { SelectField } from '@/ui/SelectField';
import type { SetupView } from '../views/setup';

/** What a unit holds at most, how much runs through it, and on which water it is: as typed. */
export type UnitMeasures = { volume: string; limit: string; flow: string; area: string; sensor: string };
type Known = {
  volumeL: number | null;
  loadLimit: number | null;
  flowLPerMin: number | null;
  areaCm2: number | null;
  sensorId: number | null;
};

export const noMeasures: UnitMeasures = { volume: '', limit: '', flow: '', area: '', sensor: '' };

/** Reads what is typed for a unit, and fills the fields from what is known of one. */
export function useUnitMeasures() {
  const { locale } = useSession();
  const unit = useShown();
  return {
    text: (u: Known): UnitMeasures => ({
      volume: u.volumeL === null ? '' : measureText(u.volumeL * 1000, 'volume', unit('volume'), locale),
      limit: u.loadLimit === null ? '' : numberText(u.loadLimit, locale),
      flow: u.flowLPerMin === null ? '' : measureText(u.flowLPerMin, 'flow', unit('flow'), locale),
      area: u.areaCm2 === null ? '' : numberText(u.areaCm2, locale),
      sensor: u.sensorId === null ? '' : String(u.sensorId),
    }),
    read: (v: UnitMeasures) => {
      const volume = measureOf(v.volume, 'volume', unit('volume'), locale);
      const flow = measureOf(v.flow, 'flow', unit('flow'), locale);
      const limit = wholeOf(v.limit, locale);
      const area = decimalOf(v.area, locale);
      return {
        readable: !volume.error && !flow.error && !limit.error && !area.error,
        payload: {
          volumeL: volume.value === null ? null : volume.value / 1000,
          loadLimit: limit.value,
          flowLPerMin: flow.value,
          areaCm2: area.value,
          sensor: v.sensor ? Number(v.sensor) : null,
        },
      };
    },
  };
}

export function UnitMeasureFields({
  v,
  set,
  waters,
  each = '',
  act,
}: {
  v: UnitMeasures;
  set: (key: keyof UnitMeasures) => (x: string) => void;
  waters: SetupView['sensors'];
  /** Behind the labels, where several units are made at once. */
  each?: string;
  act: AnyAct;
}) {
  return (
    <>
      <MeasureInput
        className="w-[8rem]"
        label={`Volume${each}`}
        dimension="volume"
        value={v.volume}
        onChange={set('volume')}
        error={act.errorOn('volumeL')}
      />
      <NumberInput
        className="w-[8rem]"
        label="Load limit, animals"
        value={v.limit}
        onChange={set('limit')}
        error={act.errorOn('loadLimit')}
      />
      <MeasureInput
        className="w-[8rem]"
        label={`Flow${each}`}
        dimension="flow"
        value={v.flow}
        onChange={set('flow')}
        error={act.errorOn('flowLPerMin')}
      />
      <DecimalInput
        className="w-[8rem]"
        label={`Area, cm²${each}`}
        value={v.area}
        onChange={set('area')}
        error={act.errorOn('areaCm2')}
      />
      {waters.length > 1 && (
        <SelectField
          label="On the water of"
          value={v.sensor}
          onChange={set('sensor')}
          options={waters.map((s) => ({ value: String(s.id), label: s.name }))}
          empty="the room’s first"
        />
      )}
    </>
  );
}
