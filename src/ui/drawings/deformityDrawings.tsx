import type { ReactNode } from 'react';
import type { DeformityId } from '@/core/brood/deformities';

/** A sound fish in the hand, 64 by 36: what the drawings depart from. */
const body = 'M6 18c7-8 20-10 34-4l6 2 10-7c-1.6 6-1.6 12 0 18l-10-7-6 2c-14 6-27 4-34-4Z';
const eye = <circle cx="13" cy="16.5" r="1.7" fill="currentColor" stroke="none" />;
const gill = <path d="M20 12c2.5 4 2.5 8 0 12" />;
const dorsal = <path d="M26 10.500c3-4 8-4 11 1" />;
const belly = <path d="M25 25.500c1 3 4 4 6 3" />;
/** What is wrong is drawn in the accent, thicker. */
const Wrong = ({ d }: { d: string }) => <path d={d} stroke="var(--hand)" strokeWidth="2.2" />;

const drawings: Record<DeformityId, ReactNode> = {
  jaw: (
    <>
      <path d="M10 14c8-5.5 18-6 30 0l6 2 10-7c-1.6 6-1.6 12 0 18l-10-7-6 2c-12 5-22 4.5-29 .5" />
      {gill}
      {eye}
      {dorsal}
      {belly}
      <Wrong d="M10 14 4.5 16.500l6 2.500M11 22.500l-3-2.5 4-1" />
    </>
  ),
  head: (
    <>
      <path d="M20 10.800c6-1.6 13-.6 20 3.200l6 2 10-7c-1.6 6-1.6 12 0 18l-10-7-6 2c-14 6-25 5-31-2" />
      {gill}
      {eye}
      {dorsal}
      {belly}
      <Wrong d="M20 10.800c-2 .6-3.5 3-5.5 2.700S11 14 9.6 16.200C8.5 17.5 8.3 18.7 9 20" />
    </>
  ),
  eye: (
    <>
      <path d={body} />
      {gill}
      {dorsal}
      {belly}
      <Wrong d="M11.5 15l3 3m0-3-3 3" />
    </>
  ),
  gillCover: (
    <>
      <path d={body} />
      {eye}
      {dorsal}
      {belly}
      <Wrong d="M18 13c1 3 1 7 0 10" />
      <path d="M20.5 13.500c1 3 1 6 0 9M22.7 14c.8 3 .8 5 0 8" strokeWidth="1" />
    </>
  ),
  bent: (
    <>
      <path d="M6 14c5-5 11-5 16-1 5 4.5 9 9 16 8 5-.8 9-4 13-8l6 1-3 4 1 5c-5 1-10 4-16 5-10 1.5-15-3-20-7-4-3-8-2-13-7Z" />
      <Wrong d="M9 14c5-2.5 9-1 13 3 5 5 9 8 16 7 6-.8 10-4 14-7" />
    </>
  ),
  hump: (
    <>
      <path d="M6 20c3-4 6-6 10-7.500M40 15l6 2 10-7c-1.6 6-1.6 12 0 18l-10-7-6 2c-14 6-27 4-34-3" />
      {gill}
      <circle cx="13" cy="18" r="1.7" fill="currentColor" stroke="none" />
      {belly}
      <Wrong d="M16 12.500c3-6 9-9 13-6 4 3 5 7 11 8.5" />
    </>
  ),
  short: (
    <>
      <path d="M14 18c6-10 17-12 25-4l4 2 9-7c-1.6 6-1.6 12 0 18l-9-7-4 2c-8 8-19 6-25-4Z" />
      <circle cx="20.5" cy="15.5" r="1.7" fill="currentColor" stroke="none" />
      <path d="M26 11c2 5 2 9 0 14" />
      <Wrong d="M28 17h2m1.5 0h2m1.5 0h2m1.5 0h2" />
    </>
  ),
  tail: (
    <>
      <path d="M44 16.5 40 14C26 8 13 10 6 18c7 8 20 10 34 4l4-2.5" />
      {gill}
      {eye}
      {dorsal}
      {belly}
      <Wrong d="M44 16.500c1.5 0 2 1 2 1.500s-.5 1.5-2 1.500M47 17l6-5m-6 5.5 8-2m-8 3 8 2.500m-8-2 6 5" />
    </>
  ),
  fins: (
    <>
      <path d={body} />
      {gill}
      {eye}
      <Wrong d="M25 10.500c1-4 4-5 5-1M31 9.800c1-4 5-4 6 1.200M24 26c-1 4 2 5 4 2M29 27c1 4 4 4 5-.5" />
    </>
  ),
  sac: (
    <>
      <path d="M8 12c8-4 18-3 48 2-18 2-28 3-36 3" />
      <circle cx="13" cy="12" r="1.7" fill="currentColor" stroke="none" />
      <Wrong d="M12 16c-5 5-3 14 7 15s17-4 15-11-9-5-14-4" />
      <ellipse cx="20" cy="22" rx="4.5" ry="3.5" />
    </>
  ),
  twin: (
    <>
      <path d="M34 16c8 .5 14 1 22 2-9 1.5-16 2-23 2" />
      <ellipse cx="31" cy="24.5" rx="8" ry="6" />
      <Wrong d="M35 15C27 8 18 6 8 8c6 4 14 6 20 9M35 20c-9 1-19 3-26 8 7 1.5 13 1 17-1" />
      <circle cx="13" cy="9" r="1.4" fill="currentColor" stroke="none" />
      <circle cx="14" cy="26" r="1.4" fill="currentColor" stroke="none" />
    </>
  ),
  other: (
    <>
      <path d={body} strokeDasharray="3 2.5" />
      <Wrong d="M27 14c0-3.5 7-3.5 7 0 0 2.5-3.5 2.5-3.5 5M30.5 22.500v.1" />
    </>
  ),
};

/** One kind of deformity, drawn for Morula; what is wrong stands out. The name always stands beside it. */
export function DeformityDrawing({ kind, width = 64 }: { kind: DeformityId; width?: number }) {
  return (
    <svg
      width={width}
      height={(width * 36) / 64}
      viewBox="0 0 64 36"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.4"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
    >
      {drawings[kind]}
    </svg>
  );
}
