'use client';

import {
  Bug,
  CircleDot,
  Container,
  Droplet,
  Fan,
  Filter,
  Flame,
  FlaskConical,
  Snowflake,
  Sun,
  TowerControl,
  Waves,
  Zap,
} from 'lucide-react';
import type { CSSProperties, ReactNode } from 'react';
import { useSession } from '@/client/session';
import type { Lost, WorkKind } from '@/core/water/circuits/works';
import { Button } from '@/ui/Button';
import type { WaterDesk } from '../../views/desk';
import { DrawLines, LineEndSpot } from './DrawLines';
import { drawCircuits, type Placed, roomKey, workKey } from './layout';
import { readSays, toldSays } from './readSays';

const icons: Record<WorkKind, typeof Droplet> = {
  source: Droplet,
  head: Container,
  pump: CircleDot,
  tower: TowerControl,
  heater: Flame,
  chiller: Snowflake,
  neutraliser: FlaskConical,
  filter: Filter,
  biofilter: Bug,
  uv: Sun,
  blower: Fan,
  breaker: Zap,
  outflow: Waves,
};

/** The least of a row of the drawing, px; columns share its width within these bounds. */
const [WIDTH, NARROW, WIDE, ROW] = [760, 104, 142, 70];
/** The middle of a work's sign, from the top of its place; the place of a room. */
const [MIDDLE, ROOM] = [20, 60];

/** Words that a line may pass behind keep their own ground. */
const OVER_LINES = { textShadow: Array(6).fill('0 0 3px var(--ground)').join(', ') };

/** The circuits from the source to the outflow: what stopped, what is without water behind it, what each room has lost. */
export function Circuits({
  desk,
  off,
  said,
  lost,
  selected,
  onSelect,
  drawing,
}: {
  desk: WaterDesk;
  off: ReadonlySet<number>;
  /** Of those, which somebody said; the others follow from them, or are asked about. */
  said: ReadonlySet<number>;
  lost: ReadonlyMap<number, ReadonlySet<Lost>>;
  selected: number | null;
  onSelect: (id: number) => void;
  /** Its lines are being drawn by hand. */
  drawing: boolean;
}) {
  const { units } = useSession();
  const d = drawCircuits(desk.works, desk.rooms);
  const at = new Map(d.places.map((p) => [p.key, p]));
  const column = Math.max(NARROW, Math.min(WIDE, WIDTH / d.columns));
  const x = (p: Placed) => (p.column + 0.5) * column;
  const height = d.rows * ROW;
  const y = (p: Placed) => p.y * height;
  const told = new Map(
    desk.works.map((w) => [
      w.id,
      toldSays(
        desk.told.filter((t) => t.workId === w.id),
        units === 'us',
      ),
    ]),
  );
  const works = new Map(desk.works.map((w) => [workKey(w.id), w]));
  const rooms = new Map(desk.rooms.map((r) => [roomKey(r.id), r]));
  const dead = (l: { from: string; to: string; kind: 'water' | 'air' }) => {
    const from = works.get(l.from);
    if (from && off.has(from.id)) return true;
    const room = rooms.get(l.to);
    return room ? (lost.get(room.id)?.has(l.kind) ?? false) : false;
  };
  const width = d.columns * column;
  const undrawn = desk.rooms.filter((r) => !at.has(roomKey(r.id)));
  const circuits = (
    <div className="overflow-x-auto pb-2" data-testid="circuits">
      <div className="relative" style={{ width, height }}>
        <svg width={width} height={height} className="absolute inset-0" aria-hidden="true">
          {d.lines.map((l) => {
            const [a, b] = [at.get(l.from), at.get(l.to)];
            if (!a || !b) return null;
            const gone = dead(l);
            const half = (x(a) + x(b)) / 2;
            return (
              <path
                key={`${l.from} ${l.to}`}
                d={`M${x(a)},${y(a)} C${half},${y(a)} ${half},${y(b)} ${x(b)},${y(b)}`}
                fill="none"
                stroke={gone ? 'var(--loss)' : l.kind === 'air' ? 'var(--strong)' : 'var(--deep)'}
                strokeWidth={l.kind === 'air' ? 1.2 : 2.4}
                strokeDasharray={gone ? '5 4' : l.kind === 'air' ? '1 4' : undefined}
                opacity={gone ? 1 : 0.55}
              />
            );
          })}
        </svg>
        {d.places.map((p) => {
          const w = works.get(p.key);
          const place = { left: p.column * column, top: y(p) - (w ? MIDDLE : ROOM / 2), width: column };
          if (w) {
            const Icon = icons[w.kind];
            const down = off.has(w.id);
            return (
              <Spot
                key={p.key}
                id={p.key}
                name={w.name}
                drawing={drawing}
                className="absolute flex justify-center"
                style={place}
              >
                <Button
                  kind="bare"
                  aria-pressed={selected === w.id}
                  data-work={w.name}
                  data-off={down || undefined}
                  className="flex flex-col items-center text-center"
                  onClick={() => onSelect(w.id)}
                >
                  <span
                    className={`flex size-10 items-center justify-center rounded-full border-2 bg-sheet ${down ? 'border-loss text-loss' : selected === w.id ? 'border-deep text-deep' : 'border-strong text-ink'}`}
                  >
                    <Icon size={20} aria-hidden />
                  </span>
                  <span
                    className={`mt-0.5 text-small leading-tight ${down ? 'font-semibold text-loss' : ''}`}
                    style={OVER_LINES}
                  >
                    {w.name}
                    {(told.get(w.id) ?? []).map((t) => (
                      <span key={t} className="block whitespace-nowrap text-soft">
                        {t}
                      </span>
                    ))}
                    {down && (
                      <span className="block">
                        {said.has(w.id) ? 'stopped' : selected === w.id ? 'if it stops' : 'off with it'}
                      </span>
                    )}
                  </span>
                </Button>
              </Spot>
            );
          }
          const r = rooms.get(p.key)!;
          const without = lost.get(r.id);
          return (
            <Spot
              key={p.key}
              id={p.key}
              name={r.name}
              drawing={drawing}
              className="absolute flex items-center justify-center"
              style={{ ...place, height: ROOM }}
            >
              <div
                data-room={r.name}
                className={`rounded-[3px] border-2 bg-sheet px-2 py-0.5 text-center text-small leading-tight ${without ? 'border-loss' : 'border-strong'}`}
              >
                <b className={`block ${without ? 'text-loss' : ''}`}>{r.name}</b>
                <span className="block text-soft">
                  {r.tanks === 0 ? 'empty' : r.tanks === 1 ? '1 tank' : `${r.tanks} tanks`}
                </span>
                {r.read.length > 0 && (
                  <span className="block whitespace-nowrap text-soft">{readSays(r, units === 'us')}</span>
                )}
              </div>
            </Spot>
          );
        })}
      </div>
    </div>
  );
  if (!drawing) return circuits;
  return (
    <DrawLines desk={desk}>
      {circuits}
      {undrawn.length > 0 && (
        <div className="my-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          <span className="text-soft">Without water yet:</span>
          {undrawn.map((r) => (
            <LineEndSpot
              key={r.id}
              id={roomKey(r.id)}
              name={r.name}
              className="inline-flex items-center border border-dashed border-strong pl-2"
            >
              {r.name}
            </LineEndSpot>
          ))}
        </div>
      )}
    </DrawLines>
  );
}

/** A place of the drawing; while lines are drawn, an end of them. */
function Spot({
  id,
  name,
  drawing,
  ...box
}: {
  id: string;
  name: string;
  drawing: boolean;
  className: string;
  style: CSSProperties;
  children: ReactNode;
}) {
  return drawing ? <LineEndSpot id={id} name={name} beside {...box} /> : <div {...box} />;
}
