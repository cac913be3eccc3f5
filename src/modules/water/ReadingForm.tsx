'use client';

import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { TextField } from '@/ui/fields';
import { recordReading } from './acts/reading/act';
import { recordTemperature } from './acts/temperature/act';

/** A temperature typed by hand, corrected. */
export function TemperatureForm() {
  const f = useActForm(recordTemperature, { about: {} });
  return (
    <Form of={f} label="Record">
      <MeasureInput label="Temperature" {...f.measure('celsius')} />
    </Form>
  );
}

/** Another reading typed by hand, corrected. */
export function ReadingForm() {
  const original = useOriginal<{ sensorName: string; unitName: string }>();
  const f = useActForm(recordReading, { about: {} });
  return (
    <Form of={f} label="Record">
      <TextField
        label={`${original?.sensorName ?? 'Reading'}${original?.unitName ? `, ${original.unitName}` : ''}`}
        inputMode="decimal"
        {...f.field('value')}
      />
    </Form>
  );
}
