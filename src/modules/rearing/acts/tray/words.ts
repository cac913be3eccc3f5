import type { TrayLeft } from '@/core/appetite/next';

/** What a tray shows, in the words that stand on its buttons and in the ledger. */
export const trayWords: Record<TrayLeft, string> = {
  none: 'nothing left',
  few: 'a few pellets left',
  tenth: 'less than a tenth left',
  quarter: 'about a quarter left',
  more: 'more left',
};
