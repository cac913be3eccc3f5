'use client';

import { formsOf } from '@/client/actForms';
import { ReadingForm } from '../../ReadingForm';
import { recordTemperature } from './act';

export const forms = formsOf(recordTemperature, { corrects: { temperature: () => <ReadingForm /> } });
