'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { TextField } from '@/ui/fields';
import { recordReading } from './acts/reading/act';
import { recordTemperature } from './acts/temperature/act';

/** A temperature or another reading typed by hand, corrected. */
export function ReadingForm() {
  const { locale } = useSession();
  const unit = useShown();
  const correcting = useCorrecting();
  const original = useOriginal<{ celsius: number; value: number; sensorName: string; unitName: string }>();
  const warm = original?.celsius !== undefined;
  const celsius = useAct(recordTemperature);
  const value = useAct(recordReading);
  const act = warm ? celsius : value;
  const event = useEventFields();
  const [text, setText] = useState(
    warm
      ? measureText(original.celsius!, 'temperature', unit('temperature'), locale)
      : numberText(original?.value ?? 0, locale),
  );
  const read = warm ? measureOf(text, 'temperature', unit('temperature'), locale) : decimalOf(text, locale);
  if (!correcting) return null;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      disabled={read.value === null}
      onSend={() =>
        void (warm
          ? celsius.amend({ celsius: read.value, ...event.payload })
          : value.amend({ value: read.value, ...event.payload }))
      }
    >
      {warm ? (
        <MeasureInput
          label="Temperature"
          dimension="temperature"
          value={text}
          onChange={setText}
          error={act.errorOn('celsius')}
        />
      ) : (
        <TextField
          label={`${original?.sensorName ?? 'Reading'}${original?.unitName ? `, ${original.unitName}` : ''}`}
          inputMode="decimal"
          value={text}
          onChange={setText}
          error={act.errorOn('value') ?? read.error}
        />
      )}
    </ActForm>
  );
}
