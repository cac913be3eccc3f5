'use client';

import { useSession } from '@/client/session';
import type { Incident } from '@/core/practice/incidents';
import { DialogButton } from '@/ui/Dialog';
import { CaseCloseForm } from '../acts/caseClose/form';
import { CaseOpenForm, type CaseTank } from '../acts/caseOpen/form';
import { IncidentForm } from '../acts/incident/form';
import { InspectForm } from '../acts/inspectOpen/form';
import { LookForm } from '../acts/look/form';
import { type Treated, TreatForm } from '../acts/treat/form';
import { EndForm } from '../acts/treatEnd/form';

const useMayWrite = () => ['manager', 'culturist'].includes(useSession().role);

export function OpenCase({ tanks, chosen }: { tanks: readonly CaseTank[]; chosen: readonly number[] }) {
  if (!useMayWrite() || tanks.length === 0) return null;
  return (
    <DialogButton word="Open a case" title="Open a case" kind="main">
      {(done) => (
        <CaseOpenForm
          // Ill ones first: a hall has hundreds.
          tanks={[...tanks].sort((a, b) => Number(chosen.includes(b.unitId)) - Number(chosen.includes(a.unitId)))}
          chosen={chosen}
          done={done}
        />
      )}
    </DialogButton>
  );
}

export function BeginInspection({ tanks }: { tanks: readonly (CaseTank & { number: number })[] }) {
  if (!useMayWrite() || tanks.length === 0) return null;
  return (
    <DialogButton word="Begin an inspection" title="Begin an inspection">
      {(done) => <InspectForm tanks={tanks} done={done} />}
    </DialogButton>
  );
}

/** Something happened to a person: the card comes first, the writing after it. */
export function RecordIncident({ what }: { what?: Incident }) {
  if (useSession().role === 'reader') return null;
  return (
    <DialogButton word="Somebody was hurt" title="Somebody was hurt">
      {(done) => <IncidentForm what={what} done={done} />}
    </DialogButton>
  );
}

export function EndTreatment({ treatment, product }: { treatment: string; product: string }) {
  if (!useMayWrite()) return null;
  return (
    <DialogButton word="It ended" title={`${product} has ended`}>
      {(done) => <EndForm treatment={treatment} done={done} />}
    </DialogButton>
  );
}

export function TreatTank({ h, caseId }: { h: Treated; caseId: number }) {
  if (!useMayWrite()) return null;
  return (
    <DialogButton word="Treat" title={`Treat ${h.unit}`}>
      {(done) => <TreatForm h={h} caseId={caseId} done={done} />}
    </DialogButton>
  );
}

export function CloseCase({ caseId }: { caseId: number }) {
  if (!useMayWrite()) return null;
  return (
    <DialogButton word="Close the case" title="Close the case" kind="main">
      {(done) => <CaseCloseForm caseId={caseId} done={done} />}
    </DialogButton>
  );
}

/** Fish that came from elsewhere are held apart. */
export function BeginQuarantine({ tanks, unit }: { tanks: readonly CaseTank[]; unit: number }) {
  if (!useMayWrite()) return null;
  return (
    <DialogButton word="Quarantine" title="Begin a quarantine">
      {(done) => (
        <CaseOpenForm
          tanks={[...tanks].sort((a, b) => Number(b.unitId === unit) - Number(a.unitId === unit))}
          chosen={[unit]}
          why="quarantine"
          done={done}
        />
      )}
    </DialogButton>
  );
}

export function LookAgain({ unit, name }: { unit: number; name: string }) {
  if (useSession().role === 'reader') return null;
  return (
    <DialogButton word="Looked again" title={`${name}: how do they stand?`}>
      {(done) => <LookForm unit={unit} done={done} />}
    </DialogButton>
  );
}
