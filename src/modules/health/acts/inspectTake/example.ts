import { exampleOf, standIn } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => {
    const { unit } = await standIn(h, 'fry');
    const { id } = await h.send<{ id: number }>('inspection.open', { units: [unit], why: 'yearly', vet: 'Dr Lind' });
    return { inspection: id, unit, number: 30, container: 'I 1', organs: 'spleen, kidney', method: 'overdose' };
  },
  other: () => ({ number: 40 }),
});
