import type { GrowthLine } from '../../views/growth';

/** What a lot's growth is known from. */
export const fromWords = (r: Pick<GrowthLine, 'from' | 'spans'>): string =>
  r.from === 'lot' ? `${r.spans} own spans` : r.from === 'house' ? `${r.spans} lots here` : 'Reference';
