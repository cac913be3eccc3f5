import type { parseLogger } from '@/core/readings/parseLogger';

type File = ReturnType<typeof parseLogger>;

/** What a logger's file brought. */
export type ImportResult = {
  sensor: string;
  added: number;
  same: number;
  replaced: number;
  /** Values that contradict what is stored: the first of them, and how many. */
  conflicts: { at: number; stored: number; given: number; when: string }[];
  conflictCount: number;
  problems: File['problems'];
  problemCount: number;
  future: number;
  from: string;
  to: string;
  understood: File['understood'];
};
