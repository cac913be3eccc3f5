import { writeFileSync } from 'node:fs';
import { loadCalculation, registry } from '@/core/registry';

/** Writes docs/calculations.md from the registry: `node --import tsx src/cli/calculationsPage.ts`. */
const parts = [
  '# Calculations',
  '',
  'Made from the registry by `node --import tsx src/cli/calculationsPage.ts`; do not edit. Expressions of workings may use `sqrt`, `exp`, `ln`, `log10`, `min`, `max`, `studentQuantile(p, df)`, `normalQuantile(p)`, `betaCdf(x, a, b)`, `chiSquareUpper(x, df)` and `tableDays(points, celsius)`.',
  '',
];
for (const { id } of registry) {
  const c = (await loadCalculation(id))!;
  parts.push(
    `## ${id}`,
    '',
    `**${c.title}.** ${c.asks}`,
    '',
    `Holds when: ${c.validWhen}  `,
    `Source: ${c.source}`,
    '',
  );
  for (const caution of c.cautions) parts.push(`- ${caution}`);
  parts.push('', '```', `./morula calc ${id} '${JSON.stringify(c.example)}'`, '```', '');
}
writeFileSync('docs/calculations.md', parts.join('\n'));
