'use client';

import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { CERTIFICATE_DAYS, certificates } from '@/core/practice/certificates';
import { plain } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Button } from '@/ui/Button';
import { DialogButton } from '@/ui/Dialog';
import { Fold } from '@/ui/Fold';
import { AloneForm } from '../acts/alone/form';
import { saveCertificate } from '../acts/certificate/act';
import { CertificateForm } from '../acts/certificate/form';
import { VisitorForm } from '../acts/visitor/form';
import type { CertificateRow, Visitor } from '../views/people';

/** Who works alone, who visits. */
export function SafetyButtons() {
  const { role } = useSession();
  if (role === 'reader') return null;
  return (
    <>
      <DialogButton word="I work alone" title="I work alone">
        {(done) => <AloneForm done={done} />}
      </DialogButton>
      <DialogButton word="A visitor" title="A visitor">
        {(done) => <VisitorForm done={done} />}
      </DialogButton>
    </>
  );
}

export function Visitors({ of }: { of: readonly Visitor[] }) {
  const { timeZone, now } = useSession();
  if (of.length === 0) return null;
  return (
    <Fold title={of.length === 1 ? 'One visitor lately' : `${of.length} visitors lately`}>
      {of.map((v) => (
        <p key={v.id} className="border-b border-rule py-1">
          <span className="text-small text-soft">{dayMonth(v.at, timeZone, now)}</span> <b>{v.who}</b>
          {v.where && `, ${v.where}`}
          {v.farmHours !== undefined && <span className="text-careful">, {plain(v.farmHours)} h after other fish</span>}
          {!v.clean && <span className="text-careful">, not disinfected</span>}
        </p>
      ))}
    </Fold>
  );
}

/** Who may do what, and what ends soon; the manager keeps it. */
export function Certificates({
  of,
  people,
}: {
  of: readonly CertificateRow[];
  people: readonly { id: number; name: string }[];
}) {
  const { timeZone, now, role } = useSession();
  const soon = of.filter((c) => c.until !== null && c.until < now + CERTIFICATE_DAYS * DAY_MS);
  if (of.length === 0 && role !== 'manager') return null;
  return (
    <Fold
      open={soon.length > 0}
      title={
        of.length === 0
          ? 'No certificates are kept'
          : soon.length > 0
            ? `${soon.length} of ${of.length} certificates ${soon.length === 1 ? 'ends' : 'end'} soon or ended`
            : of.length === 1
              ? 'One certificate'
              : `${of.length} certificates`
      }
    >
      {of.map((c) => (
        <p key={c.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
          <b>{c.who}</b>
          <span>
            {certificates[c.what].word}
            {c.said && <span className="text-soft">, {c.said}</span>}
          </span>
          <span className={c.until !== null && c.until < now ? 'font-semibold text-hand' : 'text-soft'}>
            {c.until === null
              ? 'without end'
              : `${c.until < now ? 'ended' : 'until'} ${dayMonth(c.until, timeZone, now)}`}
          </span>
          {role === 'manager' && <Drop c={c} />}
        </p>
      ))}
      {role === 'manager' && (
        <p className="my-1">
          <DialogButton word="Add a certificate" title="Add a certificate">
            {(done) => <CertificateForm people={people} done={done} />}
          </DialogButton>
        </p>
      )}
    </Fold>
  );
}

function Drop({ c }: { c: CertificateRow }) {
  const act = useAct(saveCertificate);
  return (
    <span className="ml-auto">
      <Button
        kind="link"
        disabled={act.busy}
        onClick={() => void act.submit({ id: c.id, person: c.personId, what: c.what, dropped: true })}
      >
        take away
      </Button>
      {act.refused && <span className="text-loss">{act.refused.message}</span>}
    </span>
  );
}
