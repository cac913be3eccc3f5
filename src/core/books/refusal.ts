import type { HoldingKey } from './accounts';

/** Why an entry cannot stand. Data, not words: the wording comes last (see wording.ts). */
export type Refusal =
  | { code: 'nothingThere'; holding: HoldingKey }
  | {
      code: 'moreThanThere';
      holding: HoldingKey;
      asked: number;
      there: number;
      sd: number;
      z: number | null;
      mayTakeShortfall: boolean;
    }
  | { code: 'sharesExceedWhole'; holding: HoldingKey; sum: number }
  | { code: 'unitHoldsAnotherLot'; unit: string; lots: string[] }
  | { code: 'mixingNeedsNewLot'; lot: string; into: string }
  | { code: 'lotExists'; lot: string }
  | { code: 'lotUnknown'; lot: string }
  | { code: 'speciesMix'; lots: string[] };

/** A refusal with the entry at which it arose: not always the one being recorded, when the past is corrected. */
export class BookRefused extends Error {
  constructor(
    readonly refusal: Refusal,
    readonly entryId: string,
  ) {
    super(`${refusal.code} at entry ${entryId}`);
    this.name = 'BookRefused';
  }
}
