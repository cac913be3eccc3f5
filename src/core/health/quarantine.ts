/** What is known of a quarantine when somebody wants to let it go. */
export type QuarantineNow = {
  now: number;
  /** Not before this; null where no time was set. */
  until: number | null;
  /** Containers without a result. */
  waiting: number;
  /** Tanks in which more die than is usual there. */
  rising: readonly string[];
  /** Courses that go on. */
  treating: readonly string[];
};

/** A condition of letting a quarantine go, and whether it is met. */
export type Condition = { says: string; met: boolean };

/** All that must hold before fish leave their quarantine. */
export const quarantineConditions = (q: QuarantineNow): Condition[] => [
  ...(q.until === null ? [] : [{ says: 'its time is over', met: q.now >= q.until }]),
  {
    says:
      q.waiting === 0
        ? 'all samples came back'
        : `${q.waiting} ${q.waiting === 1 ? 'sample has' : 'samples have'} not come back`,
    met: q.waiting === 0,
  },
  {
    says: q.rising.length === 0 ? 'no more die than is usual' : `more die than is usual in ${q.rising.join(', ')}`,
    met: q.rising.length === 0,
  },
  {
    says: q.treating.length === 0 ? 'no treatment goes on' : `${q.treating.join(', ')} still goes on`,
    met: q.treating.length === 0,
  },
];
