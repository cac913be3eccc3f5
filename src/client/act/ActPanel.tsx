'use client';

import { Hand } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import type { AboutHolding, ActForms, Offer } from './actForms';
import { FormsMissing, useActForms, useFormsMissing } from './useActForms';

/** What a holding is offered, the usual first: one button for all that share an id. */
function offersFor(forms: readonly ActForms[], about: AboutHolding, barred: readonly string[]): Offer[][] {
  const offered = forms
    .filter((f) => !barred.includes(f.act.type))
    .flatMap((f) => f.offers ?? [])
    .flatMap((offer) => {
      const rank = offer.rank(about);
      return rank === null ? [] : [{ offer, rank }];
    })
    .sort((a, b) => a.rank - b.rank);
  return [...new Set(offered.map((o) => o.offer.id))].map((id) =>
    offered.filter((o) => o.offer.id === id).map((o) => o.offer),
  );
}

/** So much is left around a form that is brought into view, px. */
const MARGIN = 12;

/** The acts of one holding: buttons, and below them the form of the one chosen. */
export function ActPanel({
  holding: h,
  unitKind,
  places,
  sites,
  siblings = [],
  totalVolumeMl = null,
  checks = [],
  first,
}: Omit<AboutHolding, 'h' | 'siblings' | 'totalVolumeMl' | 'checks'> &
  Partial<Pick<AboutHolding, 'siblings' | 'totalVolumeMl' | 'checks'>> & {
    holding: AboutHolding['h'];
    /** The act that is open to begin with. */
    first?: string;
  }) {
  const { barred } = useSession();
  const forms = useActForms();
  const missing = useFormsMissing();
  const about: AboutHolding = { h, unitKind, places, sites, siblings, totalVolumeMl, checks };
  const offers = offersFor(forms ?? [], about, barred);
  const [open, setOpen] = useState<string | null>(first ?? null);
  useEffect(() => setOpen(first ?? null), [first]);
  const form = useRef<HTMLDivElement>(null);
  // Many acts fill a low window: the form of the one that is pressed comes up to the eye, as far as it has to.
  useEffect(() => {
    const [drawn, page] = [form.current, form.current?.closest('main')];
    if (!open || !drawn || !page) return;
    const [own, shown] = [drawn.getBoundingClientRect(), page.getBoundingClientRect()];
    const below = own.bottom + MARGIN - shown.bottom;
    page.scrollTop += Math.max(0, Math.min(below, own.top - MARGIN - shown.top));
  }, [open]);
  const off = h.handsOff && h.handsOff.severity <= 2 ? h.handsOff : null;
  const marked = (list: readonly Offer[]) => off !== null && list.some((o) => o.shakes);
  const chosen = offers.find(([o]) => o!.id === open);
  return (
    <section aria-label={`Acts for ${h.unit}`}>
      {missing && <FormsMissing />}
      <div className="flex flex-wrap gap-1.5">
        {offers.map((list) => {
          const { id, word } = list[0]!;
          return (
            <Button
              key={id}
              aria-pressed={open === id}
              className={`${open === id ? 'border-deep bg-deep-wash' : ''} ${marked(list) ? 'border-dashed text-careful' : ''}`}
              data-shakes={marked(list) || undefined}
              title={marked(list) ? `shakes them: ${off!.why}` : undefined}
              onClick={() => setOpen(open === id ? null : id)}
            >
              {marked(list) && <Hand size={15} className="mr-1" aria-hidden />}
              {word}
            </Button>
          );
        })}
      </div>
      {chosen && (
        <div ref={form} className="mt-3 border-l-[3px] border-deep pl-3" key={`${open}${h.unitId}${h.stage}`}>
          {marked(chosen) && (
            <p className="mb-2 text-body text-careful">
              This shakes them: {off!.why}. A reason will be asked for; an emergency overrides.
            </p>
          )}
          <div className="flex flex-col gap-4">
            {chosen.map((offer, i) => (
              <div key={i} className={i > 0 && offer.heading ? 'border-t border-strong pt-3' : ''}>
                {offer.heading && <h3 className="mb-1 font-bold">{offer.heading}</h3>}
                {offer.form(about)}
              </div>
            ))}
          </div>
        </div>
      )}
    </section>
  );
}
