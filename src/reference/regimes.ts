import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { z } from 'zod';
import { type RegimePlan, regimePlan } from '@/core/feeding/regimes';

let shelf: readonly RegimePlan[] | undefined;

/** The ways of starting and weaning larvae that ship with Reference. */
export function shippedRegimes(): readonly RegimePlan[] {
  if (!shelf) {
    const parsed = z
      .array(regimePlan)
      .safeParse(parse(readFileSync(join(process.cwd(), 'src/reference/regimes.yaml'), 'utf8')));
    if (!parsed.success)
      throw new Error(
        `Reference’s regimes are wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
      );
    shelf = parsed.data;
  }
  return shelf;
}
