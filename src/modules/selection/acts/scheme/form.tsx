'use client';

import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import {
  deformityReasons,
  type ReasonGroup,
  reasonGroups,
  type SelectionScheme,
  sizeReasons,
} from '@/core/selection/scheme';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Rows } from '@/ui/Rows';
import { Select } from '@/ui/Select';
import { setScheme } from './act';

const groupWords: Record<ReasonGroup, string> = {
  deformity: 'deformity',
  build: 'build',
  quality: 'quality',
  pattern: 'pattern',
  size: 'size',
};

/** What records keep of a reason or a sign that is new. */
export const slug = (word: string, taken: readonly string[]): string => {
  const base =
    word
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 36) || 'reason';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.includes(id)) return id;
  }
};

const always = new Set([...deformityReasons, ...sizeReasons].map((r) => r.id));

type Typed = {
  reasons: SelectionScheme['reasons'];
  signs: { id: string; word: string }[];
  types: string;
  ratio: string;
};

/** The order of reasons, early signs, types, and how wide a range is; for selections that begin from now on. */
export function SchemeForm({ species, scheme, done }: { species: string; scheme: SelectionScheme; done?: () => void }) {
  const { locale } = useSession();
  const typing = useTyped<Typed>(() => ({
    // Deformities and sizes stand in every one.
    reasons: scheme.reasons.filter((r) => !always.has(r.id)),
    signs: scheme.signs,
    types: scheme.types.join(', '),
    ratio: numberText(scheme.lengthRatio, locale),
  }));
  const t = typing.value;
  const ratio = decimalOf(t.ratio, locale);
  const f = useActForm(setScheme, {
    about: { species },
    draftFor: `scheme ${species}`,
    event: false,
    typing,
    adjust: (input) => ({ ...input, scheme: schemeOf(t, ratio.value ?? 0) }),
    says: () => 'Set: selections that begin from now on follow it.',
    done,
  });
  const put = (more: Partial<Typed>) => typing.put({ ...t, ...more });
  const swap = (i: number, by: number) => {
    const to = [...t.reasons];
    const [one] = to.splice(i, 1);
    to.splice(i + by, 0, one!);
    put({ reasons: to });
  };
  return (
    <Form
      of={f}
      label="Set it"
      needs={[
        t.reasons.some((r) => r.word.trim() === '') && 'a word for each reason',
        ratio.value === null && 'how wide a range is',
      ]}
    >
      <fieldset className="flex flex-col gap-1">
        <legend className="label text-small text-soft">
          Reasons, the first that counts first; deformities stand before them, sizes after
        </legend>
        {t.reasons.map((r, i) => (
          <div key={r.id} className="grid grid-cols-[1.6rem_1fr_8rem_auto] items-center gap-1.5">
            <span className="text-right text-small text-soft">{i + 1}</span>
            <Input
              aria-label={`Reason ${i + 1}`}
              value={r.word}
              onChange={(e) =>
                put({ reasons: t.reasons.map((x, k) => (k === i ? { ...x, word: e.target.value } : x)) })
              }
            />
            <Select
              aria-label={`What reason ${i + 1} is about`}
              value={r.group}
              onChange={(group) =>
                put({ reasons: t.reasons.map((x, k) => (k === i ? { ...x, group: group as ReasonGroup } : x)) })
              }
              options={reasonGroups.map((g) => ({ value: g, label: groupWords[g] }))}
            />
            <span className="flex">
              <Button
                kind="icon"
                aria-label={`${r.word} counts earlier`}
                disabled={i === 0}
                onClick={() => swap(i, -1)}
              >
                <ArrowUp size={17} aria-hidden />
              </Button>
              <Button
                kind="icon"
                aria-label={`${r.word} counts later`}
                disabled={i === t.reasons.length - 1}
                onClick={() => swap(i, 1)}
              >
                <ArrowDown size={17} aria-hidden />
              </Button>
              <Button
                kind="icon"
                aria-label={`${r.word} away`}
                onClick={() => put({ reasons: t.reasons.filter((_, k) => k !== i) })}
              >
                <X size={17} aria-hidden />
              </Button>
            </span>
          </div>
        ))}
        <Button
          kind="link"
          className="self-start"
          onClick={() =>
            put({
              reasons: [
                ...t.reasons,
                {
                  id: slug(
                    `own ${t.reasons.length}`,
                    t.reasons.map((x) => x.id),
                  ),
                  word: '',
                  group: 'quality',
                },
              ],
            })
          }
        >
          another reason
        </Button>
      </fieldset>
      <Rows
        label="Early signs"
        one="sign"
        columns={[{ key: 'word', label: 'early sign' }]}
        rows={t.signs}
        onChange={(rows) => put({ signs: rows.map((r) => ({ id: r.id ?? '', word: r.word ?? '' })) })}
      />
      <TextField
        label="Types that are told apart"
        value={t.types}
        onChange={(types) => put({ types })}
        hint="with commas between"
      />
      <DecimalInput
        label="The longest of a range may be so many times the shortest"
        value={t.ratio}
        onChange={(v) => put({ ratio: v })}
      />
    </Form>
  );
}

const schemeOf = (t: Typed, lengthRatio: number) => {
  const taken: string[] = t.signs.map((s) => s.id).filter(Boolean);
  return {
    reasons: t.reasons.map((r) => ({ ...r, word: r.word.trim() })),
    signs: t.signs
      .filter((s) => s.word.trim() !== '')
      .map((s) => {
        const id = s.id || slug(s.word, taken);
        taken.push(id);
        return { id, word: s.word.trim() };
      }),
    types: t.types
      .split(',')
      .map((x) => x.trim())
      .filter(Boolean),
    lengthRatio,
  };
};
