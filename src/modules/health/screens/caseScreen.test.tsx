import { screen, within } from '@testing-library/react';
import { triage } from '@/core/health/triage';
import { NOW, show } from '../../../../tests/support/screen';
import type { CaseTank, CaseView } from '../views/case';
import { CaseScreen } from './CaseScreen';

const DAY = 86_400_000;
const HOUR = 3_600_000;
const tank = (unit: string, over: Partial<CaseTank> = {}): CaseTank => ({
  ...{ holdingId: unit.charCodeAt(1), unitId: 9, unit, roomId: 7, lotId: 5, lot: 'AC-30-02', stage: 'fingerling' },
  ...{ stageName: 'fingerlings', speciesName: 'Arctic char', number: 4000, days: [], barred: [] },
  triage: triage({}, NOW),
  ...over,
});
const given: CaseView['treatments'][number] = {
  ...{ seq: 40, id: 'e40', holdingId: 49, lotId: 5, unitId: 9, unit: 'R1', lot: 'AC-30-02' },
  ...{ at: NOW - 3 * DAY, end: NOW + 4 * DAY, ended: false, product: 'oxytetracycline', by: 'feed' },
  ...{ orderedBy: 'the vet', caseId: 2, withdrawal: { degreeDays: 400 }, effect: null },
};
const ill = (over: Partial<CaseView> = {}): CaseView => ({
  ...{ id: 2, holdings: [], signs: ['gills'], suspected: 'gill disease', openedAt: NOW - 2 * DAY, closedAt: null },
  ...{ outcome: null, diagnosis: '', why: 'ill', until: null },
  tanks: [tank('R1')],
  lines: [],
  samples: [],
  treatments: [],
  ...over,
});
const draw = (over: Partial<CaseView> = {}) =>
  show(<CaseScreen of={ill(over)} all={[]} now={NOW} timeZone="Europe/Vienna" />);
const states = (unit: string) =>
  [...document.querySelectorAll(`[data-triage="${unit}"] [data-state]`)].map((l) => l.getAttribute('data-state'));

test('what is looked at first is what comes first in the order and is not answered; good and fresh is gone past', () => {
  const reading = (is: 'good' | 'off', hoursAgo: number, todo = '') => ({
    says: '9.0',
    at: NOW - hoursAgo * HOUR,
    is,
    todo,
  });
  draw({
    tanks: [
      tank('R1', {
        triage: triage(
          { temperature: reading('good', 1), pH: reading('good', 9), oxygen: reading('off', 1, 'air') },
          NOW,
        ),
      }),
    ],
  });
  expect(states('R1')).toEqual(['good', 'old', 'off', 'none', 'none']);
  const order = screen.getByRole('region', { name: 'Triage R1' }).textContent!;
  expect(order).toMatch(/next: (read the pH again|oxygen, air)/);
  expect(order).toContain('06:42');
});

test('a treatment that still goes on bars them; what followed is not claimed before it can be', () => {
  draw({
    treatments: [given],
    tanks: [tank('R1', { barred: [{ treatment: given, until: null }] })],
  });
  const treatments = within(screen.getByRole('region', { name: 'Treatments' }));
  expect(treatments.getByText(/What followed is not known yet/)).toBeTruthy();
  expect(treatments.getByText('R1: oxytetracycline on 11 Apr in R1: the treatment still goes on')).toBeTruthy();
  expect(treatments.getByText(/ordered by the vet/)).toBeTruthy();
});

test('what followed is said with its interval, and that it is no proof', () => {
  const effect = {
    ...{ before: { perDay: 12.4, days: 3 }, after: { perDay: 3.1, days: 4 } },
    ...{ ratio: 0.25, low: 0.16, high: 0.39 },
  };
  draw({ treatments: [{ ...given, end: NOW - DAY, ended: true, effect }] });
  expect(screen.getByText(/Dead a day 12 before, 3\.1 after: 0\.25 times \(0\.16 to 0\.39\)/)).toBeTruthy();
  expect(screen.getByText(/an outbreak may end by itself, too/)).toBeTruthy();
});

test('samples wait by their container; what came back stands beside them', () => {
  const sample = (name: string, result: string | null) => ({
    ...{ sample: name, at: NOW - DAY, handedTo: 'the laboratory', organs: 'gills', animals: 5, result },
  });
  draw({ samples: [sample('G1', null), sample('G2', 'amoebae')] });
  const samples = within(screen.getByRole('region', { name: 'Samples' }));
  expect(samples.getByText('1 without a result yet.')).toBeTruthy();
  expect(samples.getByText('waiting')).toBeTruthy();
  expect(samples.getByText('amoebae')).toBeTruthy();
});

test('a quarantine says what must hold before they are let go, and until when', () => {
  draw({
    ...{ why: 'quarantine', until: NOW + 5 * DAY, signs: [], suspected: '' },
    samples: [{ sample: 'Q1', at: NOW, handedTo: 'lab', organs: '', animals: null, result: null }],
    treatments: [given],
  });
  expect(screen.getByRole('heading', { name: 'Quarantine of R1' })).toBeTruthy();
  const list = within(screen.getByRole('list', { name: 'Before they are let go' }));
  const lines = list.getAllByRole('listitem').map((l) => l.textContent);
  expect(lines).toEqual([
    '· its time is over: until 19 Apr',
    '· 1 sample has not come back',
    '✓ no more die than is usual',
    '· oxytetracycline still goes on',
  ]);
  expect(screen.getByText(/Held apart until it is known/)).toBeTruthy();
});

test('a case of two tanks asks of each by name; one that is empty is not treated', () => {
  draw({ tanks: [tank('R1'), tank('R2', { number: 0 })] });
  expect(screen.getByRole('heading', { name: 'Case of R1, R2' })).toBeTruthy();
  expect(screen.getByRole('region', { name: 'Triage R2' }).textContent).toContain('Look in this order, R2');
  expect(within(screen.getByRole('region', { name: 'Treatments' })).getAllByRole('button')).toHaveLength(1);
});

test('closed it says what it was; nothing of it is acted on any more', () => {
  draw({ closedAt: NOW - DAY, outcome: 'over', diagnosis: 'amoebic gill disease' });
  expect(screen.getByText('12 Apr to 13 Apr, over: they are well')).toBeTruthy();
  expect(screen.getByText('It was amoebic gill disease.')).toBeTruthy();
  expect(screen.queryByRole('region', { name: /^Triage/ })).toBeNull();
  expect(screen.queryByRole('button')).toBeNull();
  expect(screen.queryByText(/own net, own boots/)).toBeNull();
});

test('its story is told in words, the latest first', () => {
  const line = (id: string, what: string, intent: Record<string, unknown>) => ({
    id,
    at: NOW,
    by: 'Vet',
    what,
    intent,
  });
  draw({
    lines: [
      line('3', 'diagnosis', { text: 'amoebae', by: 'the vet' }),
      line('2', 'sample', { sample: 'G1', organs: 'gills', handedTo: 'the laboratory' }),
      line('1', 'opened', { signs: ['gills'], suspected: 'gill disease' }),
    ],
  });
  const told = [...screen.getByRole('region', { name: 'Story' }).querySelectorAll('li .block')].map(
    (l) => l.textContent,
  );
  expect(told).toEqual([
    'Diagnosis, amoebae, says the vet',
    'Sample sent, G1, gills, to the laboratory',
    'Opened, gills pale or swollen, gill disease',
  ]);
});
