import { screen } from '@testing-library/react';
import type { ActHolding } from '@/client/holding';
import { barredTo } from '@/modules/door';
import { GradeForm } from '@/modules/sorting/acts/grade/form';
import { show } from '../../../tests/support/screen';
import { ActPanel } from './ActPanel';

const holding = (): ActHolding => ({
  unitId: 1,
  unit: 'R1',
  lotId: 9,
  lot: 'AC-31-01',
  stage: 'fry',
  can: ['eats'],
  stageName: 'fry',
  number: 4000,
  stages: [],
  checks: [{ id: 'gutFull', name: 'gut full', stage: 'fry', looks: 'a line in the belly' }],
});
const places: never[] = [];
const sites: never[] = [];

describe('what one may do is what is shown', () => {
  const hand = { role: 'hand' as const, barred: barredTo('hand') };
  test('a hand is offered dead, feed, weighings and notes, and a count as a proposal; not moves, gradings, releases', () => {
    show(<ActPanel holding={holding()} unitKind="tank" places={places} sites={sites} />, hand);
    const offered = screen.getAllByRole('button').map((b) => b.textContent);
    expect(offered).toEqual(expect.arrayContaining(['Dead', 'Feed', 'Weigh', 'Count', 'Note']));
    for (const word of ['Move', 'Grade', 'Release', 'Cull, sell, lose', 'Keep for brood'])
      expect(offered).not.toContain(word);
  });

  test('a form that cannot be sent is not shown to be filled: it says who records this', () => {
    show(<GradeForm h={holding()} places={places} />, { role: 'reader', barred: barredTo('reader') });
    expect(screen.getByText('Managers and culturists record this; you are signed in as a reader.')).toBeTruthy();
    expect(screen.queryAllByRole('textbox')).toEqual([]);
  });
});
