import { screen, waitFor } from '@testing-library/react';
import { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { tableOf } from '@/core/lookup';
import { loadCalculation, registry } from '@/core/registry';
import { choose } from '../../../../tests/support/choose';
import { type session, show } from '../../../../tests/support/screen';
import { CalculatorsScreen } from './CalculatorsScreen';
import { type Shape, wordsIn } from './shape';

const list = registry.map((c) => ({ id: c.id, title: c.title, group: c.id.split('.')[0]! }));

/** The server's side, by the same core. */
beforeEach(() => {
  globalThis.fetch = (async (url: string, init: RequestInit) => {
    const body = JSON.parse(String(init.body));
    const { id, input } = body;
    const c = (await loadCalculation(id))!;
    if (url.endsWith('/table')) {
      const made = tableOf(c, body);
      return { ok: !('error' in made), json: async () => made };
    }
    try {
      const output = run(c, input);
      const { title, source, validWhen, cautions } = c;
      const working = c.working(c.input.parse(input) as never, output as never);
      return { ok: true, json: async () => ({ output, working, title, source, validWhen, cautions: cautions ?? [] }) };
    } catch (e) {
      if (!(e instanceof CalculationError)) throw e;
      return { ok: false, json: async () => ({ error: e.message, path: e.path }) };
    }
  }) as never;
});

async function open(id: string, as: Partial<typeof session> = {}) {
  const c = (await loadCalculation(id))!;
  const drawn = show(
    <CalculatorsScreen
      list={list}
      open={{
        id,
        title: c.title,
        asks: c.asks,
        example: c.example,
        source: c.source,
        shape: z.toJSONSchema(c.input, { io: 'input' }) as Shape,
        answers: wordsIn(z.toJSONSchema(c.output, { unrepresentable: 'any' })),
      }}
    />,
    as,
  );
  await screen.findByTestId('calculator-output');
  return drawn;
}
const output = (key: string) => document.querySelector(`[data-output="${key}"]`)?.textContent;

test('a calculation opens with an example, its answer and its working', async () => {
  await open('growth.condition');
  expect(output('k')).toBeTruthy();
  expect(screen.getByRole('complementary', { name: 'Working' }).textContent).toMatch(/10/);
  expect(screen.getByRole('link', { current: 'page' }).getAttribute('href')).toBe('/calculators?calc=growth.condition');
});

test('changed figures give another answer; a unit of one’s own may be typed', async () => {
  const { user } = await open('growth.condition');
  const mass = screen.getByLabelText(/^mass/);
  const length = screen.getByLabelText(/^length/);
  await user.clear(mass);
  await user.type(mass, '100');
  await user.clear(length);
  await user.type(length, '20 cm');
  // Fulton: 10^5 x 100 / 200^3.
  await waitFor(() => expect(output('k')).toMatch(/1\.25/));
  await user.clear(mass);
  await user.type(mass, '1 lb');
  await waitFor(() => expect(output('k')).toMatch(/5\.66/));
});

test('figures are read as the reader writes them', async () => {
  const { user } = await open('growth.condition', { locale: 'de-DE' });
  const mass = screen.getByLabelText(/^mass/);
  await user.clear(mass);
  await user.type(mass, '1.200,5');
  const length = screen.getByLabelText(/^length/);
  await user.clear(length);
  await user.type(length, '200');
  await waitFor(() => expect(output('k')).toMatch(/15[.,]006/));
});

test('what cannot be read is said at its field, and no older answer stands below it', async () => {
  const { user } = await open('growth.condition');
  const mass = screen.getByLabelText(/^mass/);
  await user.clear(mass);
  await user.type(mass, 'heavy');
  expect((await screen.findByRole('alert')).textContent).toContain('massG');
  expect([mass.getAttribute('aria-invalid'), screen.queryByTestId('calculator-output')]).toEqual(['true', null]);
  expect((mass as HTMLInputElement).value).toBe('heavy');
  await user.clear(mass);
  await user.type(mass, '90');
  await screen.findByTestId('calculator-output');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('rows of a list: one more is like the last, the only one stays', async () => {
  const { user } = await open('count.byWeight');
  const before = screen.getAllByLabelText(/^count/).length;
  await user.click(screen.getByRole('button', { name: 'another' }));
  expect(screen.getAllByLabelText(/^count/)).toHaveLength(before + 1);
  for (let i = 0; i < before; i++) await user.click(screen.getAllByRole('button', { name: 'remove' })[0]!);
  expect(screen.getByRole('button', { name: 'remove' })).toHaveProperty('disabled', true);
});

test.each(registry.map((c) => c.id))('%s is usable: its example fills the fields and gives an answer', async (id) => {
  await open(id);
  expect(screen.queryByRole('alert')).toBeNull();
  expect(screen.getByTestId('calculator-output').textContent!.length).toBeGreaterThan(0);
});

test('without a connection the figures stay and that is said', async () => {
  const { user } = await open('growth.condition');
  globalThis.fetch = (async () => {
    throw new TypeError('network gone');
  }) as never;
  await user.type(screen.getByLabelText(/^mass/), '0');
  expect((await screen.findByRole('alert')).textContent).toContain('No connection');
});

test('what the example leaves out can be given, and left out again', async () => {
  const { user } = await open('water.oxygenSaturation');
  const fresh = output('mgPerL');
  await user.click(screen.getByRole('button', { name: 'salinity' }));
  await user.clear(screen.getByLabelText(/^salinity/));
  await user.type(screen.getByLabelText(/^salinity/), '30');
  await waitFor(() => expect(output('mgPerL')).not.toBe(fresh));
  await user.click(screen.getByRole('button', { name: 'leave out salinity' }));
  await waitFor(() => expect(output('mgPerL')).toBe(fresh));
});

test('of several forms another is chosen and begins whole; few words are chosen, not typed', async () => {
  const { user } = await open('development.rate');
  await choose(user, screen.getByLabelText('kind'), 'degree days');
  expect(screen.getByLabelText('sum')).toBeTruthy();
  expect(screen.queryByLabelText('alpha')).toBeNull();
  await user.clear(screen.getByLabelText('sum'));
  await user.type(screen.getByLabelText('sum'), '450');
  await waitFor(() => expect(output('days')).toBeTruthy());
});

test('a mating plan may be asked for other ends, with pairs that must not be', async () => {
  const { user } = await open('genetics.matingPlan');
  await user.click(screen.getByRole('button', { name: 'objective' }));
  await choose(user, screen.getByLabelText('objective'), 'mean kinship');
  await waitFor(() => expect(screen.getByText(/^least .*group coancestry/, { selector: 'aside *' })).toBeTruthy());
  await user.click(screen.getByRole('button', { name: 'avoid' }));
  expect(screen.getByRole('button', { name: 'leave out avoid' })).toBeTruthy();
});

test('a list of like things is a table, a matrix too', async () => {
  const { unmount } = await open('genetics.matingPlan');
  const rows = [...document.querySelectorAll('[data-testid="calculator-output"] tbody tr')];
  expect(rows.map((r) => [...r.children].map((c) => c.textContent))).toEqual([
    ['x', 'v', '1', '0'],
    ['u', 'y', '1', expect.stringMatching(/^0\.125/)],
  ]);
  unmount();
  await open('genetics.kinship');
  const matrix = document.querySelector('[data-testid="calculator-output"] table')!;
  expect(matrix.querySelectorAll('tr')).toHaveLength(5);
  expect(matrix.querySelector('thead')).toBeNull();
});

test('as a table over one of its figures; a span typed wrong is told at its field', async () => {
  const { user } = await open('eggs.trough', { units: 'us' });
  await user.click(screen.getByText('As a table'));
  const table = await screen.findByTestId('lookup');
  await choose(user, screen.getByLabelText('Over'), 'counts[0]');
  for (const [label, text] of [
    ['from', '50'],
    ['to', '90'],
    ['lines', '5'],
  ] as const) {
    await user.clear(screen.getByLabelText(label));
    await user.type(screen.getByLabelText(label), text);
  }
  await waitFor(() =>
    expect([...table.querySelectorAll('tbody tr td:first-child')].map((x) => x.textContent)).toEqual([
      '50',
      '60',
      '70',
      '80',
      '90',
    ]),
  );
  // A US reader has the eggs of an ounce beside those of a litre.
  expect(table.textContent).toMatch(/a fl oz/);
  await user.clear(screen.getByLabelText('lines'));
  await user.type(screen.getByLabelText('lines'), '900');
  expect(await screen.findByText(/takes up to 60/)).toBeTruthy();
});

test('a number in a litre is read as that, not as litres', async () => {
  await open('eggs.volumetric');
  expect(screen.getByTestId('calculator-output').textContent).toMatch(/eggs per L20.500 eggs/);
});
