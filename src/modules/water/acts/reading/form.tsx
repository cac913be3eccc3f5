'use client';

import { formsOf } from '@/client/act/actForms';
import { ReadingForm } from '../../ReadingForm';
import { recordReading } from './act';

export const forms = formsOf(recordReading, { corrects: { reading: () => <ReadingForm /> } });
