'use client';

import { CornerDownLeft, Send, WifiOff } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { answeredWith, Questions } from '@/client/act/Questions';
import { FormsMissing, useFormsMissing, useShorthands } from '@/client/act/useActForms';
import { keepSnapshot, keptSnapshot, outbox, type Waiting } from '@/client/outbox';
import { type Answer, flushOutbox, keepForLater, newId, RECORDED, send } from '@/client/send';
import { useSession } from '@/client/session';
import { parseNumber } from '@/core/quantities/measure';
import { readLine } from '@/core/shorthand/parse';
import type { Snapshot } from '@/core/shorthand/reading';
import type { Answers, Ask } from '@/server/act/question';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Outcome, plain, ReadBack, type Shown } from './LogLineSays';
import { Unsent } from './Unsent';

/** One line of shorthand, always there: reads back what it understood before Enter records it, with or without a network. */
export function LogLine() {
  const session = useSession();
  const router = useRouter();
  const [line, setLine] = useState('');
  const [snapshot, setSnapshot] = useState<Snapshot | null>(null);
  const [shown, setShown] = useState<Shown | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [waiting, setWaiting] = useState<{ count: number; refused: Waiting[] }>({ count: 0, refused: [] });
  const [online, setOnline] = useState(true);
  const [busy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const id = useRef(newId());
  const said = useDeferredValue(line);
  const shorthands = useShorthands();
  const missing = useFormsMissing();

  const countWaiting = useCallback(async () => {
    const all = await outbox.of(session.personId);
    setWaiting({
      count: all.filter((w) => !w.refused).length,
      refused: all.filter((w) => w.refused),
    });
  }, [session.personId]);

  const refresh = useCallback(async () => {
    try {
      const response = await fetch('/api/snapshot');
      if (!response.ok) return;
      const fresh = (await response.json()) as Snapshot;
      setSnapshot(fresh);
      setOnline(true);
      await keepSnapshot(fresh);
    } catch {
      setOnline(false);
    }
  }, []);

  const flush = useCallback(async () => {
    const sent = await flushOutbox(session.personId);
    await countWaiting();
    if (sent > 0) {
      setShown({
        tone: 'done',
        text: `${sent} ${sent === 1 ? 'record' : 'records'} kept while offline ${sent === 1 ? 'was' : 'were'} sent.`,
        until: Date.now() + 10_000,
      });
      router.refresh();
    }
  }, [session.personId, countWaiting, router]);

  useEffect(() => {
    void keptSnapshot<Snapshot>().then((s) => s && setSnapshot((now) => now ?? s));
    void refresh();
    void countWaiting();
    const back = () => {
      setOnline(true);
      void flush();
      void refresh();
    };
    const gone = () => setOnline(false);
    window.addEventListener('online', back);
    window.addEventListener('offline', gone);
    window.addEventListener(RECORDED, refresh);
    const timer = setInterval(() => void flush(), 15_000);
    return () => {
      window.removeEventListener('online', back);
      window.removeEventListener('offline', gone);
      window.removeEventListener(RECORDED, refresh);
      clearInterval(timer);
    };
  }, [refresh, flush, countWaiting]);

  // The browser's tables of how numbers are written are fetched before the first key wants them.
  useEffect(() => void parseNumber('1.5', session.locale), [session.locale]);

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      const typing = target.closest('input, textarea, select, [contenteditable]');
      if (e.key === '/' && !typing && !e.ctrlKey && !e.metaKey) {
        e.preventDefault();
        input.current?.focus();
      }
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);

  const lastDone = useRef<{ entry: string; until: number } | null>(null);

  const reading = useMemo(
    () =>
      snapshot && shorthands
        ? readLine(said, shorthands, snapshot, { locale: session.locale, system: session.units })
        : null,
    [said, shorthands, snapshot, session.locale, session.units],
  );

  const settle = (answer: Answer, text: string) => {
    if (answer.state === 'done') {
      setLine('');
      setAsked(null);
      id.current = newId();
      lastDone.current = answer.entries[0] ? { entry: answer.entries[0], until: Date.now() + 9500 } : null;
      setShown({
        tone: 'done',
        text: answer.proposed ? `${text} Proposed: a culturist accepts it.` : `Recorded: ${text}`,
        undo: answer.entries[0],
        until: Date.now() + 10_000,
      });
      router.refresh();
    } else if (answer.state === 'refused') {
      setShown({
        tone: 'wrong',
        text: `${answer.refused.message} ${answer.refused.todo}`,
        until: Number.POSITIVE_INFINITY,
      });
    }
  };

  const record = async (type: string, payload: Record<string, unknown>, text: string, answers: Answers = {}) => {
    setBusy(true);
    const madeAt = Date.now();
    const answer = await send(type, payload, { id: id.current, answers, saysItself: true });
    setBusy(false);
    if (answer.state === 'offline') {
      await keepForLater({
        id: id.current,
        personId: session.personId,
        type,
        payload,
        answers,
        says: text,
        madeAt: session.now + (madeAt - pageStart),
      });
      id.current = newId();
      setLine('');
      setOnline(false);
      setShown({
        tone: 'wait',
        text: `Kept in this browser: ${text} It is sent when the connection is back.`,
        until: Date.now() + 10_000,
      });
      await countWaiting();
      return;
    }
    if (answer.state === 'refused' && answer.refused.asks?.length)
      setAsked({ asks: answer.refused.asks, type, payload, answers, text });
    settle(answer, text);
  };

  // Enter that came before the forms did is carried out when they have come.
  const early = useRef(false);
  const enter = () => {
    if (busy) return;
    early.current = !snapshot || !shorthands;
    if (!snapshot || !shorthands) return;
    // What stands in the field counts, not what was last read back.
    const now = readLine(line, shorthands, snapshot, { locale: session.locale, system: session.units });
    if (now.kind === 'open') {
      setLine('');
      router.push(now.href);
    } else if (now.kind === 'undo') {
      setLine('');
      const last = lastDone.current;
      if (last && Date.now() < last.until) void undo(last.entry);
      else
        setShown({
          tone: 'wrong',
          text: 'Nothing to undo: it is ten seconds since the last line. The ledger takes back what is older, with a reason.',
          until: Number.POSITIVE_INFINITY,
        });
    } else if (now.kind === 'command') void record(now.type, now.payload, plain(now.says));
    else if (now.kind === 'wrong') setShown({ tone: 'wrong', text: now.message, until: Number.POSITIVE_INFINITY });
  };

  useEffect(() => {
    if (early.current && snapshot && shorthands) enter();
  });

  const undo = async (entryId: string) => {
    const answer = await send('entry.correct', { entryId }, { saysItself: true });
    setShown(
      answer.state === 'done'
        ? { tone: 'done', text: 'Taken back; both stay in the ledger.', until: Date.now() + 6000 }
        : {
            tone: 'wrong',
            text:
              answer.state === 'refused'
                ? `${answer.refused.message} ${answer.refused.todo}`
                : 'No connection: not taken back.',
            until: Number.POSITIVE_INFINITY,
          },
    );
    router.refresh();
  };

  return (
    <div className="no-print flex min-h-[46px] flex-wrap items-center gap-x-3 border-t border-strong bg-sheet px-3 sm:flex-nowrap">
      <kbd className="hidden rounded-[3px] border border-strong px-1.5 py-0.5 font-mono text-mark text-soft sm:block">
        /
      </kbd>
      <label className="sr-only" htmlFor="log-line">
        Log line
      </label>
      <Input
        bare
        id="log-line"
        ref={input}
        value={line}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        placeholder={snapshot ? 'e.g. pick 34 J3' : 'reading what stands where'}
        aria-describedby="log-line-says"
        className="h-[44px] w-[15rem] flex-none border-b-2 border-transparent bg-transparent font-mono text-lead outline-none focus:border-deep focus-visible:outline-none placeholder:text-soft/70 max-sm:w-full max-sm:flex-1"
        onChange={(e) => {
          setLine(e.target.value);
          setShown(null);
          setAsked(null);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') enter();
          if (e.key === 'Escape') {
            setLine('');
            setShown(null);
            setAsked(null);
            input.current?.blur();
          }
        }}
      />
      <Button aria-label="Record this line" className="sm:hidden" onClick={enter}>
        <Send size={18} />
      </Button>
      <div
        id="log-line-says"
        role="status"
        className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3 py-1 text-body max-sm:basis-full"
      >
        {missing ? (
          <FormsMissing />
        ) : asked ? (
          <Questions
            line
            asks={asked.asks}
            busy={busy}
            onAnswer={(given) => {
              const to = answeredWith(asked.asks, given, asked.payload, asked.answers);
              void record(asked.type, to.input, asked.text, to.answers);
            }}
          />
        ) : shown && line === '' ? (
          <Outcome shown={shown} onUndo={undo} onGone={() => setShown(null)} />
        ) : shown?.tone === 'wrong' ? (
          <span className="text-loss">{shown.text}</span>
        ) : (
          <ReadBack
            reading={reading}
            shorthands={shorthands ?? []}
            onTake={(t) => {
              setLine(t);
              input.current?.focus();
            }}
          />
        )}
      </div>
      {waiting.refused.length > 0 && (
        <Unsent list={waiting.refused} onChange={(sendNow) => void (sendNow ? flush() : countWaiting())} />
      )}
      {(!online || waiting.count > 0) && (
        <span className="flex items-center gap-1.5 whitespace-nowrap text-small text-careful" data-testid="outbox">
          <WifiOff size={16} aria-hidden /> {online ? '' : 'no connection'}
          {waiting.count > 0 && `, ${waiting.count} kept here`}
        </span>
      )}
      {reading?.kind === 'command' && !asked && line !== '' && (
        <span className="hidden items-center gap-1 whitespace-nowrap text-small text-soft lg:flex">
          <CornerDownLeft size={14} aria-hidden /> records, Esc clears
        </span>
      )}
    </div>
  );
}

/** A line that was not recorded yet: something is asked about it. */
type Asked = {
  asks: readonly Ask[];
  type: string;
  payload: Record<string, unknown>;
  answers: Answers;
  /** What it says once it is recorded. */
  text: string;
};

/** Page time of loading: records made later offline carry the server's clock plus what has passed since. */
const pageStart = Date.now();
