'use client';

import { useSession } from '@/client/session';
import { CaseSayForm } from '../acts/caseSay/form';

/** What is found, sent, come back: said beside the case. */
export function CaseSay({ caseId, samples }: { caseId: number; samples: readonly string[] }) {
  const { role } = useSession();
  if (role !== 'manager' && role !== 'culturist') return null;
  return <CaseSayForm caseId={caseId} samples={samples} />;
}
