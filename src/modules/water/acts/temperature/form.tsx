'use client';

import { formsOf } from '@/client/act/actForms';
import { TemperatureForm } from '../../ReadingForm';
import { recordTemperature } from './act';
import { temperatureLine } from './shorthand';

export const forms = formsOf(recordTemperature, {
  shorthand: temperatureLine,
  corrects: { temperature: () => <TemperatureForm /> },
});
