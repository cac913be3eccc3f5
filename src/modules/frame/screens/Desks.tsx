'use client';

import { BookOpen, Calculator, Droplets, Hash, HeartPulse, ListChecks, ScrollText, Waves } from 'lucide-react';
import { DeskLink, MoreDesks } from './Here';
import { PersonMenu } from './PersonMenu';

const desks = [
  { href: '/', word: 'Today', icon: ListChecks },
  { href: '/flow', word: 'Flow', icon: Waves },
  { href: '/count', word: 'Count', icon: Hash },
  { href: '/water', word: 'Water', icon: Droplets },
  { href: '/health', word: 'Health', icon: HeartPulse },
  { href: '/calculators', word: 'Calculators', icon: Calculator, seldom: true },
  { href: '/reference', word: 'Reference', icon: BookOpen, seldom: true },
  { href: '/records', word: 'Records', icon: ScrollText, seldom: true },
];

/** The desks, in the left column; on a phone a bar below. */
export function Desks() {
  return (
    <nav
      aria-label="Desks"
      className="no-print flex flex-col gap-1 overflow-y-auto border-r border-strong bg-sheet py-2 max-sm:order-4 max-sm:flex-row max-sm:justify-around max-sm:border-t max-sm:border-r-0 max-sm:py-0.5"
    >
      {desks.map((d) => (
        <DeskLink key={d.href} href={d.href} seldom={d.seldom}>
          <d.icon size={20} strokeWidth={1.8} aria-hidden />
          <span className="text-mark">{d.word}</span>
        </DeskLink>
      ))}
      <div className="hidden max-sm:contents">
        <MoreDesks
          desks={desks
            .filter((d) => d.seldom)
            .map((d) => ({
              href: d.href,
              word: d.word,
              icon: <d.icon size={20} strokeWidth={1.8} aria-hidden />,
            }))}
        />
        <PersonMenu compact />
      </div>
    </nav>
  );
}
