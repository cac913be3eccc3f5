'use client';

import type { ReactNode } from 'react';
import { ActFormsProvider } from '@/client/act/useActForms';

const load = async () => (await import('@/modules/forms')).forms;

/** The forms of every act of the house, for all that is drawn within. */
export const Acts = ({ children }: { children: ReactNode }) => (
  <ActFormsProvider load={load}>{children}</ActFormsProvider>
);
