import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    job: (await h.send<{ id: number }>('job.raise', { what: 'clean the nozzles' })).id,
    said: 'three were blocked',
  }),
});
