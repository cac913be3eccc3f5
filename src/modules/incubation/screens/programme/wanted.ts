import { useState } from 'react';
import { decimalOf, measureOf, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { celsiusApart } from '@/core/quantities/reader';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import type { ProgrammeView } from '../../views/programme';
import { turn } from './turns';

/** What is asked of a programme, as typed. */
export type Typed = {
  how: 'date' | 'follow';
  lotId: string;
  stage: string;
  /** Empty: the day as things go now. */
  date: string;
  days: string;
  offset: string;
  ambientId: string;
  flow: string;
  heat: string;
  chill: string;
  low: string;
  high: string;
  step: string;
};

/** What is wanted of a water: as typed, and as read with what the lot bears and the plant has. */
export function useWanted(view: ProgrammeView) {
  const { locale, timeZone, units } = useSession();
  const us = units === 'us';
  const unit = useShown();
  const { running } = view;
  const lotOf = (id: string) => view.lots.find((l) => String(l.id) === id) ?? null;
  const openOf = (id: string) => {
    const lot = lotOf(id);
    return lot?.phases.filter((p) => !lot.milestones.find((m) => m.id === p.stage)?.seen) ?? [];
  };
  const [typed, setTyped] = useState<Typed>(() => {
    const lotId = String(running?.lotId ?? view.lots[0]?.id ?? '');
    const open = openOf(lotId);
    const hatchId = turn(lotOf(lotId) ?? { milestones: [] }, 'hatch')?.id;
    const own = view.ambient.find((a) => a.sensor === view.sensor?.id) ?? view.ambient[0];
    return {
      how: 'date',
      lotId,
      stage: running?.stage ?? open.find((p) => p.stage === hatchId)?.stage ?? open[0]?.stage ?? '',
      date: running ? isoDay(running.targetAt - 1, timeZone) : '',
      days: '1',
      offset: '0',
      ambientId: String(own?.sensor ?? ''),
      flow: numberText(40, locale),
      heat: '',
      chill: '',
      low: '',
      high: '',
      step: '',
    };
  });
  const lot = lotOf(typed.lotId);
  const predicted = lot?.milestones.find((m) => m.id === typed.stage)?.at ?? null;
  const day = typed.date || (predicted === null ? '' : isoDay(predicted, timeZone));
  const number = (text: string) => decimalOf(text, locale);
  const temperature = (text: string) => measureOf(text, 'temperature', unit('temperature'), locale);
  const step = number(typed.step).value;
  const litres = measureOf(typed.flow, 'flow', unit('flow'), locale);
  const [heat, chill] = [number(typed.heat).value, number(typed.chill).value];
  const to = day ? startOfDay(day, timeZone) + DAY_MS : null;
  const ambient = view.ambient.find((a) => String(a.sensor) === typed.ambientId) ?? null;
  return {
    typed,
    set: (some: Partial<Typed>) => setTyped({ ...typed, ...some }),
    lot,
    /** Stages of the lot that were not seen yet. */
    open: openOf(typed.lotId),
    predicted,
    day,
    /** The window in which the stage is wanted. */
    to,
    from: to === null ? null : to - Math.max(1, number(typed.days).value ?? 1) * DAY_MS,
    offset: celsiusApart(number(typed.offset).value ?? 0, us),
    limits: {
      low: temperature(typed.low).value ?? lot?.limits.low ?? 0,
      high: temperature(typed.high).value ?? lot?.limits.high ?? 20,
      maxStepPerDay: step === null ? (lot?.limits.maxStepPerDay ?? 1) : celsiusApart(step, us),
    },
    plant: {
      flowLPerMin: litres.value ?? 0,
      ...(heat === null ? {} : { heatKw: heat }),
      ...(chill === null ? {} : { chillKw: chill }),
    },
    litres,
    ambient,
    water: ambient?.points ?? [],
    /** Nothing half typed: a heater that cannot be read is not taken for none. */
    readable:
      litres.value !== null &&
      [typed.days, typed.offset, typed.heat, typed.chill, typed.step].every((t) => !number(t).error) &&
      [typed.low, typed.high].every((t) => !temperature(t).error),
  };
}
export type Wanted = ReturnType<typeof useWanted>;
