'use client';

import { Undo2 } from 'lucide-react';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import {
  type FishFault,
  faultsOf,
  type JudgedFish,
  nothingSaid,
  type SelectionDecision,
  tagRead,
} from '@/core/selection/judged';
import type { Reason, SelectionScheme } from '@/core/selection/scheme';
import { dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Fold } from '@/ui/Fold';
import { TextField } from '@/ui/fields';
import type { Followed } from '../../views/bench';
import { FishMarks, MarksPad } from './FishMarks';
import { decisionWords, wordOf } from './words';

type Draft = Omit<JudgedFish, 'nth' | 'at' | 'id' | 'decision'> & { id?: string };

const blank = (bowl: number): Draft => ({ ...nothingSaid, bowl });

/**
 * One fish in the hand: why, what it shows, and with one key or tap what becomes of it. Digits choose reasons in the
 * order in which they count, after a D the deformities.
 */
export function Pad({
  scheme,
  range,
  bowl,
  edits,
  followed,
  seen,
  tags,
  onPut,
  onUndo,
  onDone,
}: {
  scheme: SelectionScheme;
  range: { fromMm: number; toMm: number } | null;
  bowl: number;
  /** A fish that is judged anew; null for a new one. */
  edits: JudgedFish | null;
  /** Followed since an earlier look, and those of them that were looked at already. */
  followed: readonly Followed[];
  seen: ReadonlySet<string>;
  /** Tags of this selection, and whose they are. */
  tags: ReadonlyMap<string, string>;
  onPut: (f: Omit<JudgedFish, 'nth' | 'at' | 'id'> & { id?: string }) => void;
  onUndo: (() => void) | null;
  /** A fish that was judged anew is done with. */
  onDone: () => void;
}) {
  const { locale, now, timeZone } = useSession();
  const shown = useShown()('length', true);
  const [draft, setDraft] = useState<Draft>(edits ?? blank(bowl));
  const [length, setLength] = useState(edits?.lengthMm ? measureText(edits.lengthMm, 'length', shown, locale) : '');
  const [faults, setFaults] = useState<FishFault[]>([]);
  const [deformities, setDeformities] = useState(false);
  const keep = useRef<HTMLButtonElement>(null);
  // Keys go to the pad from the first fish on; where fingers tap nothing jumps.
  useEffect(() => {
    if (globalThis.matchMedia?.('(pointer: fine)').matches) keep.current?.focus({ preventScroll: true });
  }, []);
  const put = (more: Partial<Draft>) => {
    setDraft((d) => ({ ...d, ...more }));
    setFaults([]);
  };
  const read = measureOf(length, 'length', shown, locale);
  const toggle = (list: readonly string[], id: string) =>
    list.includes(id) ? list.filter((x) => x !== id) : [...list, id];
  const kinds = scheme.reasons.filter((r) => r.group === 'deformity');
  const reasons = scheme.reasons.filter((r) => r.group !== 'deformity');
  const keyed = deformities ? kinds : reasons;
  const decide = (decision: SelectionDecision) => {
    if (length.trim() !== '' && read.value === null) return;
    const fish = { ...draft, bowl: edits?.bowl ?? bowl, decision, lengthMm: read.value };
    const other = fish.tag === '' ? undefined : tags.get(tagRead(fish.tag));
    const wrong: FishFault[] = [
      ...faultsOf({ ...fish, id: '', nth: 1, at: 0 }, scheme, range),
      ...(other !== undefined && other !== edits?.id
        ? [{ path: 'tag' as const, message: `${fish.tag} is another fish of this selection.`, todo: 'Read it again.' }]
        : []),
    ];
    setFaults(wrong);
    if (wrong.length > 0) return;
    onPut(fish);
    setDraft(blank(bowl));
    setLength('');
    setDeformities(false);
    if (edits) onDone();
  };
  const key = (e: KeyboardEvent) => {
    if (e.target instanceof HTMLInputElement || e.ctrlKey || e.metaKey || e.altKey) return;
    const k = e.key.toLowerCase();
    const d = decisionWords.find((x) => x.key === k);
    const reason = /^[1-9]$/.test(k) ? keyed[Number(k) - 1] : undefined;
    if (d) decide(d.id);
    else if (reason) put({ reasons: toggle(draft.reasons, reason.id) });
    else if (k === 'd') setDeformities(!deformities);
    else if (k === 'backspace' && !edits) onUndo?.();
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const says = (path: FishFault['path']) => {
    const f = faults.find((x) => x.path === path);
    return f ? `${f.message} ${f.todo}` : null;
  };
  const first = followed.find((f) => f.fish.id === draft.first);
  const elsewhere = faults.filter((f) => !['why', 'tag'].includes(f.path));
  const away = followed.filter((f) => !seen.has(f.fish.id) || f.fish.id === draft.first);
  return (
    <section aria-label="The fish in the hand" className="border border-strong p-3" onKeyDown={key}>
      {edits && (
        <p className="mb-2 flex flex-wrap items-baseline gap-x-3 text-small">
          <b>Judged anew, {wordOf(edits.decision)} before</b>
          <Button kind="link" onClick={onDone}>
            leave it as it was
          </Button>
        </p>
      )}
      {followed.length > 0 && (
        <FollowedPick
          away={away}
          first={draft.first}
          onPick={(f) =>
            put(
              f
                ? { first: f.fish.id, type: f.fish.type, tag: f.fish.tag, marks: f.fish.marks }
                : { first: null, became: null },
            )
          }
        />
      )}
      {first && (
        <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 bg-deep-wash px-3 py-2" data-testid="then">
          <FishMarks marks={first.fish.marks} className="w-28" />
          <p className="min-w-0 flex-1">
            {dayMonth(first.at, timeZone, now)}, {first.lot}: <b>{wordOf(first.fish.decision)}</b>
            {first.fish.type && `, ${first.fish.type}`}
            {first.fish.signs.length > 0 && `; ${wordsOf(first.fish.signs, scheme.signs)}`}
            {first.fish.why && `; ${first.fish.why}`}
            {first.fish.remark && <span className="block text-soft">{first.fish.remark}</span>}
          </p>
          <Choice
            label="Did it become what was hoped?"
            value={draft.became ?? ''}
            onChange={(v: 'yes' | 'no') => put({ became: v })}
            options={[
              { value: 'yes', label: 'became what was hoped' },
              { value: 'no', label: 'did not' },
            ]}
          />
        </div>
      )}
      <Chips
        label={deformities ? 'Deformity: a cull, however good the rest' : 'Why, the first that counts first'}
        items={keyed}
        has={draft.reasons}
        onToggle={(id) => put({ reasons: toggle(draft.reasons, id) })}
      />
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Button kind="link" aria-pressed={deformities} onClick={() => setDeformities(!deformities)}>
          {deformities ? 'other reasons' : 'a deformity'} <kbd className="text-soft pointer-coarse:hidden">d</kbd>
        </Button>
        {deformities && (
          <span className="text-small text-soft">Turn it: fins twisted below are felt, not seen from above.</span>
        )}
        {draft.reasons.some((r) => !keyed.some((k) => k.id === r)) && (
          <span className="text-small text-careful">
            also:{' '}
            {wordsOf(
              draft.reasons.filter((r) => !keyed.some((k) => k.id === r)),
              scheme.reasons,
            )}
          </span>
        )}
      </div>
      <div className="mt-2 grid grid-cols-5 gap-1.5 max-sm:grid-cols-2">
        {decisionWords.map((d, i) => (
          <Button
            key={d.id}
            ref={i === 0 ? keep : undefined}
            className="min-h-[3.6rem] flex-col touch-manipulation last:max-sm:col-span-2"
            style={{ borderBottom: `4px solid ${d.tone}` }}
            onClick={() => decide(d.id)}
          >
            <b>{d.word}</b>
            <kbd className="text-soft pointer-coarse:hidden">{d.key}</kbd>
          </Button>
        ))}
      </div>
      {elsewhere.length > 0 && (
        <p role="alert" className="mt-2 text-loss">
          {elsewhere.map((f) => `${f.message} ${f.todo}`).join(' ')}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        {scheme.types.length > 0 && (
          <Choice
            label="Type"
            value={draft.type}
            onChange={(type) => put({ type })}
            options={scheme.types.map((t) => ({ value: t, label: t }))}
          />
        )}
        {onUndo && !edits && (
          <Button onClick={onUndo}>
            <Undo2 size={17} aria-hidden /> Undo <kbd className="text-soft pointer-coarse:hidden">⌫</kbd>
          </Button>
        )}
      </div>
      {scheme.signs.length > 0 && (
        <Fold title="Early signs" className="mt-2" open={draft.signs.length > 0}>
          <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
            {scheme.signs.map((s) => (
              <Tick
                key={s.id}
                checked={draft.signs.includes(s.id)}
                onChange={() => put({ signs: toggle(draft.signs, s.id) })}
              >
                {s.word}
              </Tick>
            ))}
          </div>
        </Fold>
      )}
      <Fold
        title="Follow it: tag, marks, length, remark"
        className="mt-2"
        open={
          faults.some((f) => f.path === 'why' || f.path === 'tag') || draft.why !== '' || (draft.tag !== '' && !first)
        }
      >
        <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-2 max-sm:grid-cols-1">
          <div className="flex flex-col gap-2">
            <TextField
              label="Why it is an exception"
              value={draft.why}
              onChange={(why) => put({ why })}
              error={says('why')}
            />
            <TextField label="Tag" value={draft.tag} onChange={(tag) => put({ tag })} error={says('tag')} />
            <MeasureInput label="Length" dimension="length" small value={length} onChange={setLength} />
            <TextField label="Remark" value={draft.remark} onChange={(remark) => put({ remark })} />
          </div>
          <div>
            <span className="text-small text-soft">Its marks, seen from above</span>
            <MarksPad marks={draft.marks} onChange={(marks) => put({ marks })} />
          </div>
        </div>
      </Fold>
    </section>
  );
}

const wordsOf = (ids: readonly string[], of: readonly { id: string; word: string }[]) =>
  ids.map((id) => of.find((x) => x.id === id)?.word ?? id).join(', ');

function Chips({
  label,
  items,
  has,
  onToggle,
}: {
  label: string;
  items: readonly Reason[];
  has: readonly string[];
  onToggle: (id: string) => void;
}) {
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {items.map((r, i) => (
          <Button
            key={r.id}
            aria-pressed={has.includes(r.id)}
            className={has.includes(r.id) ? 'border-deep bg-deep-wash font-bold' : ''}
            onClick={() => onToggle(r.id)}
          >
            {i < 9 && <kbd className="text-soft pointer-coarse:hidden">{i + 1}</kbd>} {r.word}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}

/** Fish that were followed since an earlier look, by tag and marks; one of them is in the hand. */
function FollowedPick({
  away,
  first,
  onPick,
}: {
  away: readonly Followed[];
  first: string | null;
  onPick: (f: Followed | null) => void;
}) {
  return (
    <fieldset className="field mb-2 min-w-0">
      <legend className="label mb-1 text-small text-soft">
        {away.length === 0 ? 'Every followed fish was looked at again' : 'Is it one of those that were followed?'}
      </legend>
      <div className="flex gap-1.5 overflow-x-auto pb-1">
        {away.map((f) => (
          <Button
            key={f.fish.id}
            aria-pressed={f.fish.id === first}
            className={`flex-none flex-col px-2 ${f.fish.id === first ? 'border-deep bg-deep-wash' : ''}`}
            onClick={() => onPick(f.fish.id === first ? null : f)}
          >
            <FishMarks marks={f.fish.marks} className="w-20" />
            <span className="text-small">{f.fish.tag || 'by its marks'}</span>
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
