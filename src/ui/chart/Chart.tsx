'use client';

import type { ScaleContinuousNumeric, ScaleTime } from 'd3';
import { createContext, type ReactNode, type SVGProps, useContext, useState } from 'react';
import { Button } from '../Button';
import { Table } from '../Table';

/** Any of D3's scales that charts here use, along or up. */
export type Scale = ScaleContinuousNumeric<number, number> | ScaleTime<number, number>;
export type Box = { left: number; right: number; top: number; bottom: number };

const Context = createContext<{ x: Scale; y: Scale; box: Box } | null>(null);

/** The scales and the drawn box of the chart around: parts place themselves by them. */
export function useChart() {
  const c = useContext(Context);
  if (!c) throw new Error('a part of a chart outside of one');
  return c;
}

/** Parts within go by another scale: a second thing in the same chart. */
export function OnScale({ y, children }: { y: Scale; children: ReactNode }) {
  return <Context.Provider value={{ ...useChart(), y }}>{children}</Context.Provider>;
}

/** Where the marks of a chart lie: its size without the room for what is written around them. */
export const boxOf = (width: number, height: number, pad: Partial<Box>): Box => ({
  left: pad.left ?? 0,
  right: width - (pad.right ?? 0),
  top: pad.top ?? 0,
  bottom: height - (pad.bottom ?? 0),
});

/** What a chart shows, for who reads rather than looks: a head and rows of text. */
export type AsTable = { head: readonly ReactNode[]; rows: readonly (readonly ReactNode[])[] };

/**
 * The frame of a chart: as wide as its place, said in one sentence to who hears it, with its figures as a table below.
 * @param x along, over the box's left and right; @param y up, over its bottom and top
 */
export function Chart({
  width,
  height,
  box,
  x,
  y,
  says,
  table,
  className = '',
  on,
  children,
}: {
  width: number;
  height: number;
  box: Box;
  x: Scale;
  y: Scale;
  says: string;
  table?: AsTable;
  className?: string;
  /** What hand and keys do to it as a whole. */
  on?: SVGProps<SVGSVGElement>;
  children: ReactNode;
}) {
  return (
    <Context.Provider value={{ x, y, box }}>
      <svg viewBox={`0 0 ${width} ${height}`} className={`w-full ${className}`} role="img" aria-label={says} {...on}>
        {children}
      </svg>
      {table && table.rows.length > 0 && <Figures of={table} className={className} />}
    </Context.Provider>
  );
}

/** The figures of a chart, drawn when somebody asks for them. */
function Figures({ of, className }: { of: AsTable; className: string }) {
  const [open, setOpen] = useState(false);
  return (
    <div className={className}>
      <Button kind="link" className="text-small" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'without the table' : 'as a table'}
      </Button>
      {open && (
        <div className="max-h-[18rem] overflow-auto">
          <Table className="text-small">
            <thead>
              <tr>
                {of.head.map((h, i) => (
                  <th key={i} className={i > 0 ? 'num' : ''}>
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {of.rows.map((row, i) => (
                <tr key={i}>
                  {row.map((cell, k) => (
                    <td key={k} className={k > 0 ? 'num' : ''}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </div>
  );
}
