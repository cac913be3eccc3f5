import { screen, waitFor, within } from '@testing-library/react';
import { figures } from '@/core/quantities/format';
import { provenances } from '@/core/species/provenances';
import { shippedThresholds } from '@/core/thresholds';
import { speciesOf } from '@/reference/shipped';
import { choose } from '../../../../tests/support/choose';
import { NOW, onlySent, refused, server, show } from '../../../../tests/support/screen';
import type { ReferenceView } from '../views/reference';
import { daysAt, steadyOf } from './daysAt';
import { ReferenceScreen } from './ReferenceScreen';
import { ThresholdForm } from './ThresholdEditor';
import { ThresholdsPage } from './ThresholdsPage';
import { ValueForm } from './ValueEditor';
import { valueAt } from './valueForm';

const char = speciesOf('arctic-char');

describe('the form', () => {
  test('a clock shows its days at steady temperatures while it is typed, and sends the whole model', async () => {
    let done = 0;
    const { user } = show(<ValueForm species={char} path="milestones.hatched" onDone={() => done++} />);
    const steady = () =>
      within(screen.getByTestId('steady'))
        .getAllByRole('row')
        .map((r) =>
          within(r)
            .queryAllByRole('cell')
            .map((c) => c.textContent),
        )
        .at(-1)!;
    const at = steadyOf(char.milestones);
    const inForce = valueAt(char, 'milestones.hatched').value.model as Parameters<typeof daysAt>[0];
    expect(steady()).toEqual(['as typed', ...at.map((t) => daysAt(inForce, t))]);
    await choose(user, screen.getByLabelText('Model'), 'degreeDays');
    expect(steady()).toEqual(['as typed', '', '', '', '']);
    await user.type(screen.getByLabelText('Sum, degree-days'), '440');
    await user.type(screen.getByLabelText('Base, °C'), '0');
    for (const end of [/^Fitted from/, /^to, °C/]) await user.clear(screen.getByLabelText(end));
    expect(steady()).toEqual(['as typed', ...at.map((t) => figures(440 / t, 3))]);
    await user.clear(screen.getByLabelText(/^Spread between/));
    await user.type(screen.getByLabelText(/^Spread between/), '7.5');
    const send = screen.getByRole('button', { name: 'Put in force' }) as HTMLButtonElement;
    expect(send.disabled).toBe(true);
    await user.type(screen.getByLabelText('Source'), 'own counts 2031');
    await user.type(screen.getByLabelText('Why'), 'three seasons of ours');
    await user.click(send);
    await waitFor(() => expect(done).toBe(1));
    expect(await onlySent()).toMatchObject({
      type: 'species.setValue',
      payload: {
        species: 'arctic-char',
        path: 'milestones.hatched',
        value: { model: { kind: 'degreeDays', sum: 440, base: 0 }, cv: 0.075 },
        source: 'own counts 2031',
        why: 'three seasons of ours',
      },
    });
  });

  test('unseen loss is typed in percent a day with its ±, kept as share and standard deviation', async () => {
    const stage = char.drift[0]!.stage;
    const { user } = show(<ValueForm species={char} path={`drift.${stage}`} />, { locale: 'de-DE' });
    await user.clear(screen.getByLabelText('Lost, % a day'));
    await user.type(screen.getByLabelText('Lost, % a day'), '0,3');
    await user.clear(screen.getByLabelText('±, % a day'));
    await user.type(screen.getByLabelText('±, % a day'), '0,196');
    await user.type(screen.getByLabelText('Source'), 'verify');
    await user.type(screen.getByLabelText('Why'), 'x');
    await user.click(screen.getByRole('button', { name: 'Put in force' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect((await onlySent()).payload.value).toEqual({ perDay: 0.003, sd: 0.001 });
  });

  test('what the book refuses stands in the form, with all that was typed', async () => {
    const { user } = show(<ValueForm species={char} path="handsOff.eggs-1" />);
    server.replies.push(refused('handsOff.0.from: too low', 'value'));
    await user.clear(screen.getByLabelText(/^From/));
    await user.type(screen.getByLabelText(/^From/), '-20');
    await user.type(screen.getByLabelText('Source'), 'verify');
    await user.type(screen.getByLabelText('Why'), 'a try');
    await user.click(screen.getByRole('button', { name: 'Put in force' }));
    expect(await screen.findByText(/too low/)).toBeTruthy();
    expect((screen.getByLabelText(/^From/) as HTMLInputElement).value).toBe('-20');
  });
});

describe('the page', () => {
  const book: ReferenceView = {
    species: [
      { ...char, kept: true },
      { ...speciesOf('sterlet'), kept: false },
    ],
    unverified: [
      { species: char.name, speciesId: char.id, path: 'milestones.hatched', what: 'days to hatch', hint: 'Vael 1999' },
    ],
    unfit: [],
    total: 90,
  };
  const page = (over: Partial<Parameters<typeof ReferenceScreen>[0]> = {}) =>
    show(
      <ReferenceScreen
        book={book}
        open={char}
        history={[]}
        ownDrift={[]}
        mayEdit
        now={NOW}
        timeZone="Europe/Vienna"
        {...over}
      />,
    );

  test('without a species it counts what nobody has verified, by publication, of the species kept here', () => {
    const other = { ...book.unverified[0]!, species: 'Sterlet', speciesId: 'sterlet' };
    const unnamed = { ...book.unverified[0]!, path: 'values.x', hint: 'a guess' };
    page({ open: null, book: { ...book, unverified: [...book.unverified, other, unnamed] } });
    expect(screen.getByRole('link', { name: '3 of 90 values nobody has verified' })).toBeTruthy();
    expect(screen.getByRole('row', { name: /Vael 1999/ }).textContent).toBe(`Vael 19991${char.name}`);
    expect(screen.getByRole('row', { name: new RegExp(`^${char.name}`) }).textContent).toBe(
      `${char.name}1${char.name}`,
    );
    expect(screen.getByRole('link', { name: 'All 3' }).getAttribute('href')).toBe('/reference?all=1');
  });

  test('a publication that was looked up verifies all that rests on it', async () => {
    server.replies.push({ body: { result: { values: 1 }, entries: [] } });
    const { user } = page({ open: null, shown: { work: 'Vael 1999' } });
    expect(screen.getByRole('row', { name: /days to hatch/ })).toBeTruthy();
    await user.type(screen.getByLabelText('How it was checked'), 'table 2');
    await user.click(screen.getByRole('button', { name: 'Mark it as checked' }));
    expect(await onlySent()).toMatchObject({
      type: 'species.markChecked',
      payload: {
        values: [{ species: 'arctic-char', path: 'milestones.hatched' }],
        source: 'Vael 1999',
        why: 'table 2',
      },
    });
  });

  test('how eggs whitened here stands beside Reference, and is put in force by one tap', async () => {
    const early = { ...char.deaths!.early, share: 0.08214 };
    const own = { lots: 4, shape: { ...char.deaths!, early } };
    const { user, unmount } = page({ ownDeaths: own });
    const row = screen.getByText(/With 4 lots that hatched here: early 8\.21/);
    await user.click(within(row).getByRole('button', { name: 'Put in force' }));
    expect(await onlySent()).toMatchObject({
      type: 'species.setValue',
      payload: { path: 'deaths.shape', value: { early: { share: 0.0821, at: early.at } } },
    });
    unmount();
    page({ ownDeaths: { lots: 4, shape: char.deaths! } });
    expect(screen.getByText(/that hatched here/).textContent).toContain('in force');
  });

  test('a manager can edit every value, another person none', () => {
    const { unmount } = page();
    expect(screen.getAllByText('edit')).toHaveLength(provenances(char).length);
    unmount();
    page({ mayEdit: false });
    expect(screen.queryByText('edit')).toBeNull();
    expect(screen.getAllByText(/verify/).length).toBeGreaterThan(0);
  });

  test('the history says in words what was changed, by whom and why', () => {
    page({
      history: [
        {
          path: 'milestones.hatched',
          value: { model: { kind: 'degreeDays', sum: 440, base: 0 }, cv: 0.06 },
          source: 'own counts',
          why: 'three seasons',
          by: 'Manager',
          at: NOW - 86_400_000,
        },
      ],
    });
    const line = screen.getByText(/three seasons/).closest('li')!.textContent;
    expect(line).toContain('13 Apr, Manager: Days to');
    expect(line).toContain('440 degree-days above 0 °C, spread 6 %; own counts');
  });

  test('opened, the editor names the value; closed by itself once it is in force', async () => {
    const { user } = page();
    await user.click(screen.getByRole('button', { name: /^edit Days to eyed/ }));
    const dialog = await screen.findByRole('dialog');
    expect(within(dialog).getByText('Arctic char')).toBeTruthy();
    await user.type(within(dialog).getByLabelText('Source'), 'verify');
    await user.type(within(dialog).getByLabelText('Why'), 'again');
    await user.click(within(dialog).getByRole('button', { name: 'Put in force' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
});

describe('a threshold', () => {
  const row = {
    id: 'releaseStep' as const,
    ...shippedThresholds.releaseStep,
    shipped: 3,
    source: 'verify',
  };

  test('a US reader sets a step in °F; what is kept is in °C, and left alone it is exactly what it was', async () => {
    const { user } = show(<ThresholdForm row={row} />, { units: 'us' });
    const value = screen.getByLabelText('Value, °F');
    expect(value).toHaveProperty('value', '5.4');
    await user.type(screen.getByLabelText('Source'), 'own');
    await user.type(screen.getByLabelText('Why'), 'hardy');
    await user.click(screen.getByRole('button', { name: 'Put in force' }));
    expect(await onlySent()).toMatchObject({ type: 'threshold.set', payload: { id: 'releaseStep', value: 3 } });
  });

  test('what it cannot be is said while it is typed, and cannot be sent', async () => {
    const { user } = show(<ThresholdForm row={{ ...row, id: 'swumUpShare', ...shippedThresholds.swumUpShare }} />);
    const value = screen.getByLabelText('Value, of the larvae');
    await user.clear(value);
    await user.type(value, '70');
    expect(screen.getByText(/is a share: from 0 to 1/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Put in force' })).toHaveProperty('disabled', true);
  });

  test('the page has each with its value; one set here says what it ships as', () => {
    show(
      <ThresholdsPage
        rows={[{ ...row, value: 4, source: 'own trials' }]}
        history={[{ path: 'releaseStep', value: 4, source: 'own trials', why: 'hardy', by: 'Ines', at: NOW }]}
        mayEdit={false}
        us={false}
        now={NOW}
        timeZone="Europe/Vienna"
      />,
    );
    expect(screen.getByRole('row', { name: /go to a water further off/ }).textContent).toMatch(
      /4 °Cships as 3 °Cown trials$/,
    );
    expect(screen.getByText(/Ines/).textContent).toContain('4 °C; own trials: “hardy”');
    expect(screen.queryByText('edit')).toBeNull();
  });
});
