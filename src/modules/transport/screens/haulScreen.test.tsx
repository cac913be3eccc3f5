import { screen, within } from '@testing-library/react';
import { haulTank, haulWay } from '@/core/transport/haul';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { HaulView } from '../views/hauls';
import { HaulScreen } from './HaulScreen';

const HOUR = 3_600_000;
const haul = (over: Partial<HaulView> = {}): HaulView => ({
  id: 1,
  truck: 'Blue truck',
  leaveAt: NOW + 26 * HOUR,
  hours: 2.5,
  celsius: 8,
  tanks: [haulTank.parse({ name: 'front', volumeL: 1500, oxygenLPerMin: 8 })],
  way: haulWay.parse({}),
  bottles: null,
  givenUp: false,
  state: 'planned',
  loads: [
    {
      unit: 32,
      lotId: 4,
      stage: 'fingerling',
      number: 9200,
      site: 5,
      tank: 'front',
      meanG: 3.7,
      unitName: 'W2',
      lot: 'AC-29-04 L',
      siteName: 'Lower Ombrel',
      stands: 18_480,
      released: [],
      loaded: null,
    },
  ],
  full: [
    {
      name: 'front',
      number: 9200,
      each: null,
      mostNumber: null,
      lasts: null,
      celsiusThen: null,
      iceKg: null,
      massKg: 34,
      meanG: 3.7,
      mostKg: 127,
      limitWord: 'the loading rule',
      share: 34 / 127,
      oxygenL: 151,
    },
  ],
  notes: [],
  ticked: ['spares'],
  tanksNow: [],
  dueAt: NOW + 28.5 * HOUR,
  ...over,
});
const draw = (over: Partial<HaulView> = {}, as: object = {}) =>
  show(<HaulScreen of={haul(over)} acts={[]} sites={[]} lots={[]} released={[]} />, as);
const tank = () => document.querySelector('[data-tank="front"]')!.textContent!;

test('a planned haul says who goes along, how full each tank is and by which limit', () => {
  draw();
  expect(screen.getByRole('status').textContent).toContain('leaves 15 Apr 09:42');
  expect(screen.getByRole('heading', { name: /9.200 go along, 2\.5 h at 8\.0 °C/ })).toBeTruthy();
  expect(tank()).toContain('27 %, by the loading rule');
  // What it takes of gas is rounded up, never down.
  expect(tank()).toContain('160 L');
});

test('a tank that is too full stands out; one never weighed is told as such and not as empty', () => {
  const [front] = haul().full;
  const { rerender } = draw({ full: [{ ...front!, massKg: 150, share: 150 / 127 }] });
  expect(screen.getByText(/118 %, by the loading rule/).className).toContain('text-hand');
  rerender(
    <HaulScreen
      of={haul({ full: [{ ...front!, massKg: null, meanG: null, share: null, oxygenL: null }] })}
      acts={[]}
      sites={[]}
      lots={[]}
      released={[]}
    />,
  );
  expect(tank()).toContain('weigh them');
});

test('it leaves by one press more, at a time; what is refused is said there', async () => {
  const { user } = draw();
  await user.click(screen.getByRole('button', { name: 'It leaves' }));
  const dialog = await screen.findByRole('dialog', { name: 'It leaves' });
  server.replies.push(refused('front is fuller than it carries.'));
  await user.click(within(dialog).getByRole('button', { name: /leaves|Record/ }));
  expect(await within(dialog).findByText(/fuller than it carries/)).toBeTruthy();
  expect(await onlySent()).toMatchObject({ type: 'haul.note', payload: { haul: 1, what: 'left' } });
});

test('under way, each tank shows its last reading and what to do about it', () => {
  draw({
    state: 'underWay',
    tanksNow: [
      {
        name: 'front',
        last: { at: NOW, tank: 'front', oxygen: 5.4, celsius: 8.6 },
        shortAt: NOW + HOUR,
        todo: 'more oxygen now: short at 08:42',
      },
    ],
    notes: [
      {
        id: 1,
        what: 'read',
        at: NOW,
        tank: 'front',
        oxygen: 5.4,
        celsius: 8.6,
        said: '',
        signature: '',
        weighed: null,
      },
    ],
  });
  expect(tank()).toContain('07:42 5.4 mg/L 8.6 °C');
  expect(tank()).toContain('more oxygen now');
  expect(screen.getByRole('status').textContent).toContain('expected 15 Apr 12:12');
  expect(screen.getByRole('button', { name: 'It has arrived' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Change it' })).toBeNull();
});

test('whoever reads in Fahrenheit and pounds gets them; a reader presses nothing', () => {
  draw({}, { units: 'us', role: 'reader' });
  expect(screen.getByRole('heading', { name: /at 46\.4 °F/ })).toBeTruthy();
  expect(tank()).toContain('75 lb');
  expect(screen.queryByRole('button', { name: 'It leaves' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Tick' })).toBeNull();
});

test('bags tell how many go into each and how long they last; what was weighed in stands beside what was planned', () => {
  const [front] = haul().full;
  draw({
    tanks: [haulTank.parse({ name: 'front', kind: 'bag', count: 20, volumeL: 8, gasL: 16 })],
    full: [{ ...front!, each: 460, lasts: 30.4, celsiusThen: 11.2, iceKg: 4.2, limitWord: 'carbon dioxide' }],
    way: haulWay.parse({ airCelsius: 24, keeps: 'foam' }),
    bottles: 1,
    loads: [{ ...haul().loads[0]!, loaded: { number: 9320, sd: 60, meanG: 3.7, batches: [], bucketsG: [] } }],
  });
  expect(tank()).toContain('20 bags under oxygen, 460 in each');
  expect(tank()).toContain('lasts 30 h');
  expect(tank()).toContain('11.2 °C');
  expect(tank()).toContain('4.2 kg of ice');
  expect(screen.getByText(/1 bottle of oxygen, and one to spare; air of 24\.0 °C on the way, foam box/)).toBeTruthy();
  expect(document.querySelector('[data-load="W2"]')!.textContent).toMatch(/9.320±120/);
});

test('boxes of crabs are counted: without a number that one bears it says so', () => {
  const [front] = haul().full;
  draw({
    tanks: [haulTank.parse({ name: 'front', kind: 'moist', count: 10 })],
    full: [{ ...front!, each: 92, mostKg: null, share: null, oxygenL: null, lasts: 24 }],
  });
  expect(tank()).toContain('say how many a box bears');
  expect(tank()).toContain('10 boxes, moist, 92 in each');
});

test('who took them over signed on the screen: the name and the hand stand in the list', () => {
  draw({
    state: 'delivered',
    notes: [
      {
        id: 2,
        what: 'delivered',
        at: NOW,
        tank: '',
        oxygen: null,
        celsius: null,
        said: 'Mira Tand',
        signature: 'M10 50 L40 20',
        weighed: null,
      },
    ],
  });
  expect(screen.getByRole('img', { name: 'Signature of Mira Tand' }).querySelector('path')!.getAttribute('d')).toBe(
    'M10 50 L40 20',
  );
});
