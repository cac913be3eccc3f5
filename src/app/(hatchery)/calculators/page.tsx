import { z } from 'zod';
import { isHeavy, loadCalculation, registry } from '@/core/registry';
import { CalculatorsScreen } from '@/modules/calculators/screens/CalculatorsScreen';
import { type Shape, wordsIn } from '@/modules/calculators/screens/shape';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Calculators' };

export default async function CalculatorsPage({ searchParams }: { searchParams: Promise<{ calc?: string }> }) {
  await requirePerson();
  const { calc } = await searchParams;
  const c = (await loadCalculation(calc ?? 'eggs.volumetric')) ?? (await loadCalculation('eggs.volumetric'))!;
  return (
    <CalculatorsScreen
      key={c.id}
      list={registry.map(({ id, title, group }) => ({ id, title, group }))}
      open={{
        id: c.id,
        title: c.title,
        asks: c.asks,
        example: c.example,
        source: c.source,
        slow: isHeavy(c.id),
        shape: z.toJSONSchema(c.input, { io: 'input' }) as Shape,
        answers: wordsIn(z.toJSONSchema(c.output, { unrepresentable: 'any' })),
      }}
    />
  );
}
