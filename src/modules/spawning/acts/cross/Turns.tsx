'use client';

import { useState } from 'react';
import { decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Table } from '@/ui/Table';

type Turn = { fish: number; minutes: number; share: number };
type Typed = { minutes: string; share: string };

/**
 * The males of a sequential cross in the order in which they were chosen, each with his minute after the first and the
 * share of the eggs that he is taken to father. Shares that nobody gives are equal.
 */
export function useTurns(males: readonly number[], original: readonly Turn[] | undefined) {
  const { locale } = useSession();
  const [typed, setTyped] = useState<Record<number, Typed>>(() =>
    Object.fromEntries(
      (original ?? []).map((t) => [
        t.fish,
        { minutes: numberText(t.minutes, locale), share: numberText(100 * t.share, locale, 3) },
      ]),
    ),
  );
  const [began, setBegan] = useState<number | null>(null);
  const of = (fish: number): Typed => typed[fish] ?? { minutes: '', share: '' };
  const set = (fish: number, more: Partial<Typed>) => setTyped({ ...typed, [fish]: { ...of(fish), ...more } });
  const equal = males.every((m) => of(m).share.trim() === '');
  const rows = males.map((fish, i) => {
    const minutes = decimalOf(of(fish).minutes, locale);
    const share = decimalOf(of(fish).share, locale);
    return {
      fish,
      // The first begins it.
      minutes: i === 0 ? 0 : minutes.value,
      share: equal ? 1 / males.length : share.value === null ? null : share.value / 100,
      error: minutes.error ?? share.error,
    };
  });
  const sum = rows.reduce((s, r) => s + (r.share ?? 0), 0);
  return {
    rows,
    of,
    set,
    sum,
    /** His milt went on just now. */
    now: (fish: number) => {
      const at = Date.now();
      if (began === null || fish === males[0]) setBegan(at);
      else set(fish, { minutes: numberText(Math.round((at - began) / 6000) / 10, locale) });
    },
    began: began !== null,
    wanting:
      (rows.some((r) => r.error || r.minutes === null) && 'the minute of each male') ||
      (rows.some((r) => r.share === null) && 'a share for each male, or for none') ||
      (Math.abs(sum - 1) >= 0.02 && 'shares that make 100 %'),
    read: rows.map((r) => ({ fish: r.fish, minutes: r.minutes ?? 0, share: r.share ?? 0 })),
  };
}

export function Turns({
  turns,
  tagOf,
  error,
}: {
  turns: ReturnType<typeof useTurns>;
  tagOf: (fish: number) => string;
  error: string | null;
}) {
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">
        One after the other, in the order in which you chose them
      </legend>
      <Table className="text-body">
        <thead>
          <tr>
            <th>male</th>
            <th>minutes after the first</th>
            <th>share, %</th>
            <th>
              <span className="sr-only">now</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {turns.rows.map((r, i) => (
            <tr key={r.fish}>
              <td className="font-bold">{tagOf(r.fish)}</td>
              <td>
                {i === 0 ? (
                  <span className="text-soft">begins</span>
                ) : (
                  <Input
                    aria-label={`${tagOf(r.fish)}, minutes after the first`}
                    inputMode="decimal"
                    className="max-w-[6rem]"
                    value={turns.of(r.fish).minutes}
                    onChange={(e) => turns.set(r.fish, { minutes: e.target.value })}
                  />
                )}
              </td>
              <td>
                <Input
                  aria-label={`${tagOf(r.fish)}, share`}
                  inputMode="decimal"
                  className="max-w-[5rem]"
                  placeholder={String(Math.round(100 / turns.rows.length))}
                  value={turns.of(r.fish).share}
                  onChange={(e) => turns.set(r.fish, { share: e.target.value })}
                />
              </td>
              <td>
                <Button
                  kind="link"
                  className="text-small"
                  disabled={i > 0 && !turns.began}
                  onClick={() => turns.now(r.fish)}
                >
                  {i === 0 && turns.began ? 'begun' : 'now'}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {turns.rows.some((r) => r.error) && (
        <span className="text-small text-loss">{turns.rows.find((r) => r.error)!.error}</span>
      )}
      {error && <span className="text-small text-loss">{error}</span>}
      <p className="quiet text-small">
        Left empty, shares are equal. The first male fathers most of eggs that he meets alone: where you measured it,
        say so here. Before water: after it, eggs close within a minute or two.
      </p>
    </fieldset>
  );
}
