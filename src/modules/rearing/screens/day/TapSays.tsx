'use client';

import { Questions } from '@/client/act/Questions';
import type { AnyAct } from '@/client/act/useAct';
import { Button } from '@/ui/Button';

/** What came of one tap: that it was given, with its undo; what was asked, or why it was refused. */
export function TapSays({ act }: { act: AnyAct }) {
  const r = act.refused;
  return (
    <>
      {act.done && (
        <span role="status" className="text-small text-deep">
          given{' '}
          {act.done.entry && (
            <Button kind="link" onClick={() => void act.undo()}>
              undo
            </Button>
          )}
        </span>
      )}
      {r && (
        <span role="alert" className="max-w-[26rem] text-left text-small text-hand">
          {r.asks?.length ? (
            <>
              <Questions
                key={r.asks.map((a) => a.id).join()}
                asks={r.asks}
                busy={act.busy}
                line
                onAnswer={(given) => void act.answer(given)}
              />
              <Button kind="link" onClick={act.clear}>
                not given
              </Button>
            </>
          ) : (
            `${r.message} ${r.todo}`
          )}
        </span>
      )}
    </>
  );
}
