import type { Knex } from 'knex';

/** What acts asked, and the answers that it took, when answers stood among the fields. Final, like the migration. */
const ANSWERS: Record<string, readonly string[]> = {
  acrossStrains: ['meant'],
  answer: ['combine', 'replace', 'note'],
  bath: ['elsewhere', 'again'],
  beyond: ['meant'],
  dose: ['meant'],
  early: ['seen'],
  eyes: ['seen'],
  figure: ['meant'],
  goneBefore: ['stored'],
  interval: ['meant'],
  late: ['yes'],
  mix: ['yes'],
  odd: ['meant'],
  otherKind: ['another'],
  overload: ['yes'],
  path: ['meant'],
  quota: ['meant'],
  sensitive: ['emergency', 'meant'],
  shortfall: ['yes'],
  sure: ['yes'],
  tempered: ['tempered', 'emergency'],
  together: ['meant'],
  unlisted: ['label'],
  withBrood: ['yes'],
  withdrawal: ['over'],
};
const HAS_ONE = `"(${Object.entries(ANSWERS)
  .map(([id, values]) => `${id}" ?: ?"(${values.join('|')})`)
  .join('|')})"`;
const AT_ONCE = 1000;

/** Answers that stand among an entry's fields go beside them: `{ dead: 5, shortfall: 'yes' }` → `{ dead: 5, answers: { shortfall: 'yes' } }`. */
export async function answersBeside(k: Knex): Promise<void> {
  for (let after = 0; ; ) {
    const rows = (await k('entry')
      .where('seq', '>', after)
      .whereRaw('intent REGEXP ?', [HAS_ONE])
      .orderBy('seq')
      .limit(AT_ONCE)
      .select('seq', 'intent')) as { seq: number; intent: unknown }[];
    for (const { seq, intent } of rows) {
      const fields = (typeof intent === 'string' ? JSON.parse(intent) : intent) as Record<string, unknown>;
      const answers: Record<string, unknown> = { ...(fields.answers as object | undefined) };
      for (const [id, values] of Object.entries(ANSWERS))
        if (values.includes(fields[id] as string)) {
          answers[id] = fields[id];
          delete fields[id];
        }
      if (Object.keys(answers).length > 0)
        await k('entry')
          .where({ seq })
          .update({ intent: JSON.stringify({ ...fields, answers }) });
    }
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)!.seq;
  }
}

/** The way back: answers among the fields again. */
export async function answersAmongFields(k: Knex): Promise<void> {
  const rows = (await k('entry').whereRaw("JSON_EXISTS(intent, '$.answers')").select('seq', 'intent')) as {
    seq: number;
    intent: unknown;
  }[];
  for (const { seq, intent } of rows) {
    const { answers, ...fields } = (typeof intent === 'string' ? JSON.parse(intent) : intent) as Record<
      string,
      unknown
    >;
    await k('entry')
      .where({ seq })
      .update({ intent: JSON.stringify({ ...fields, ...(answers as object) }) });
  }
}
