import { decimals, grouped } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import type { WaterDesk } from '../../views/desk';

/** What a room’s probes say, in a line. */
export const readSays = (r: WaterDesk['rooms'][number], us: boolean): string =>
  r.read
    .slice(0, 2)
    .map((x) =>
      x.kind === 'temperature' || x.kind === 'flow'
        ? measured(x.value, x.kind, us)
        : `${x.kind} ${x.value < 10 ? decimals(x.value, 1) : grouped(x.value)}`,
    )
    .join(', ');
