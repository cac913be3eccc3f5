'use client';

import { useState } from 'react';
import { figures } from '@/core/quantities/format';
import { type Protocol, protocolKinds, protocolKindWords } from '@/core/spawning/protocol';
import { Button } from '@/ui/Button';
import { Fold } from '@/ui/Fold';
import type { ProtocolInForce } from '../views/reference';
import { ProtocolForm } from './ProtocolForm';

/** The protocols of the day: each with when it fits and where it is from; the manager copies and edits them. */
export function ProtocolsPage({ protocols, mayEdit }: { protocols: ProtocolInForce[]; mayEdit: boolean }) {
  const [editing, setEditing] = useState<{ id: string; copy: boolean } | null>(null);
  return (
    <>
      <h2 className="mb-1 text-title">Protocols</h2>
      <p className="quiet mb-3">
        Steps of a spawning day, with the minutes in which each is wanted. Try what is new on a few eggs first; label,
        veterinarian and local law decide.
      </p>
      {protocolKinds.map((kind) => {
        const own = protocols.filter((p) => p.kind === kind);
        return own.length === 0 ? null : (
          <section key={kind} className="mb-5">
            <h2 className="border-b-2 border-deep/40 pb-0.5">{protocolKindWords[kind]}</h2>
            {own.map((p) => (
              <Fold
                key={p.id}
                className="border-b border-rule py-1.5"
                data-protocol={p.id}
                title={
                  <>
                    <b>{p.name}</b>{' '}
                    <span className="text-soft">
                      {p.fits}
                      {p.version > 0 ? `; this hatchery’s version ${p.version}` : ''}
                    </span>
                  </>
                }
              >
                <div className="mt-2 ml-4">
                  <Steps p={p} />
                  {p.materials.length > 0 && (
                    <p className="mt-1 text-body">
                      Takes{' '}
                      {p.materials.map((m) => `${figures(m.amount, 3)} ${m.unit} of ${m.what} a ${m.per}`).join('; ')}.
                    </p>
                  )}
                  {p.bath && (
                    <p className="mt-1 text-body">
                      Bath at step {p.steps.findIndex((s) => s.id === p.bath!.step) + 1}: {figures(p.bath.mgPerL, 3)}{' '}
                      mg/L of {p.bath.of}, not outside {figures(p.bath.low, 3)} to {figures(p.bath.high, 3)};{' '}
                      {p.bath.batches === 1
                        ? 'mixed anew for each batch'
                        : `mixed anew after ${p.bath.batches} batches`}
                      .
                    </p>
                  )}
                  {p.cautions.map((c) => (
                    <p key={c} className="text-body text-careful">
                      {c}
                    </p>
                  ))}
                  <p className="quiet mt-1 text-small">
                    {p.source === 'verify' ? `Nobody here has verified it. ${p.hint}` : p.source}
                  </p>
                  {mayEdit && (
                    <p className="mt-1 flex gap-4">
                      <Button kind="link" onClick={() => setEditing({ id: p.id, copy: false })}>
                        edit
                      </Button>
                      <Button kind="link" onClick={() => setEditing({ id: p.id, copy: true })}>
                        copy under another name
                      </Button>
                    </p>
                  )}
                  {editing?.id === p.id && (
                    <div className="mt-3 border-l-[3px] border-deep pl-3">
                      <ProtocolForm
                        key={`${p.id} ${p.version} ${editing.copy}`}
                        p={p}
                        copy={editing.copy}
                        taken={protocols.map((x) => x.id)}
                      />
                    </div>
                  )}
                </div>
              </Fold>
            ))}
          </section>
        );
      })}
    </>
  );
}

function Steps({ p }: { p: Protocol }) {
  const minutes = (s: Protocol['steps'][number]) =>
    s.fromMinutes === undefined && s.toMinutes === undefined
      ? ''
      : s.fromMinutes === undefined
        ? `within ${s.toMinutes} min`
        : s.toMinutes === undefined
          ? `after ${s.fromMinutes} min`
          : `${s.fromMinutes} to ${s.toMinutes} min`;
  return (
    <ol className="text-body">
      {p.steps.map((s, i) => (
        <li key={s.id} className="flex gap-3 border-b border-rule py-0.5">
          <span className="w-5 flex-none text-right text-soft">{i + 1}</span>
          <span className="min-w-0 flex-1">
            {s.says}
            {s.measure && <span className="text-soft"> ({s.measure.what})</span>}
            {s.caution && <span className="block text-careful">{s.caution}</span>}
          </span>
          <span className="w-[11rem] flex-none text-soft">
            {minutes(s)}
            {s.after ? ` after step ${p.steps.findIndex((x) => x.id === s.after) + 1}` : ''}
          </span>
        </li>
      ))}
    </ol>
  );
}
