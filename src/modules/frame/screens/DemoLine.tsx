'use client';

import { useEffect, useState } from 'react';
import { type DemoScene, demoScenes } from '@/core/demoScenes';
import { Button } from '@/ui/Button';
import { Menu, MenuItem } from '@/ui/Menu';

const HIDDEN = 'morula-demo-line';
/** A scene that is seeded for the first time takes a minute or three; ten are too many. */
const MOST_MS = 600_000;

type State = { scene: string; preparing: string | null; failed: string | null; serves: string };

/** Says that this is the demo, at which moment of its season it stands, and leads to others. */
export function DemoLine({ scene }: { scene: DemoScene }) {
  const [hidden, setHidden] = useState(true);
  const [to, setTo] = useState<DemoScene | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  // Known by the browser alone: it comes with the second drawing.
  useEffect(() => setHidden(sessionStorage.getItem(HIDDEN) === 'yes'), []);
  useEffect(() => {
    if (!to) return;
    const began = Date.now();
    const timer = setInterval(() => {
      void fetch('/api/demo', { cache: 'no-store' })
        .then(async (r) => {
          const s = (await r.json()) as State;
          if (s.failed) {
            setTo(null);
            setTrouble(`It could not be made ready: ${s.failed}`);
          } else if (s.serves === to) location.assign('/');
        })
        // While it begins anew nobody answers.
        .catch(() => {});
      if (Date.now() - began > MOST_MS) {
        setTo(null);
        setTrouble('It is not ready after ten minutes: look at what ./morula demo says.');
      }
    }, 1000);
    return () => clearInterval(timer);
  }, [to]);
  const jump = async (id: DemoScene) => {
    setTrouble(null);
    try {
      const r = await fetch('/api/demo', { method: 'POST', body: JSON.stringify({ scene: id }) });
      if (r.ok) setTo(id);
      else setTrouble(((await r.json()) as { error: string }).error);
    } catch {
      setTrouble('No connection: try again.');
    }
  };
  if (hidden) return null;
  const here = demoScenes.find((s) => s.id === scene)!;
  return (
    <div
      className="no-print flex flex-wrap items-center gap-x-3 border-b border-rule bg-deep-wash px-3 py-0.5 text-small"
      data-demo={scene}
    >
      <span>
        <b>Demo</b>: {here.word}.{' '}
        <span className="inline-block text-soft first-letter:uppercase max-sm:hidden">{here.says}.</span>
      </span>
      {to ? (
        <span role="status">
          Making {demoScenes.find((s) => s.id === to)!.word} ready: one to three minutes the first time …
        </span>
      ) : (
        <Menu
          about="Jump to"
          trigger={
            <Button kind="link" className="text-small">
              Jump to another moment
            </Button>
          }
        >
          {demoScenes
            .filter((s) => s.id !== scene)
            .map((s) => (
              <MenuItem key={s.id} onSelect={() => void jump(s.id)}>
                {s.word}
                <span className="block text-small text-soft">{s.says}</span>
              </MenuItem>
            ))}
        </Menu>
      )}
      {trouble && (
        <span role="alert" className="text-loss">
          {trouble}
        </span>
      )}
      <Button
        kind="link"
        className="ml-auto text-small"
        onClick={() => {
          sessionStorage.setItem(HIDDEN, 'yes');
          setHidden(true);
        }}
      >
        Hide
      </Button>
    </div>
  );
}
