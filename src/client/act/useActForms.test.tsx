import { act, screen } from '@testing-library/react';
import '../../../tests/support/drawn';
import { forms } from '@/modules/forms';
import { render } from '../../../tests/support/drawn';
import { ActFormsProvider, FormsMissing, useActForms, useFormsMissing } from './useActForms';

const Shown = () => (
  <>
    <p>{useActForms()?.length ?? 'none yet'}</p>
    {useFormsMissing() && <FormsMissing />}
  </>
);

test('forms whose fetching failed are said to be missing, and fetched again until they come', async () => {
  let tried = 0;
  const load = async () => {
    tried += 1;
    if (tried === 1) throw new TypeError('network gone');
    return forms;
  };
  render(
    <ActFormsProvider load={load}>
      <Shown />
    </ActFormsProvider>,
  );
  expect(screen.getByText('none yet')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Load the page again' })).toBeNull();
  const again = (await screen.findByRole('button', { name: 'Load the page again' })) as HTMLButtonElement;
  // Without a connection the browser would put its own page of errors in the place of this one.
  const onLine = jest.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  act(() => void window.dispatchEvent(new Event('offline')));
  expect(again.disabled).toBe(true);
  onLine.mockReturnValue(true);
  act(() => void window.dispatchEvent(new Event('online')));
  expect(again.disabled).toBe(false);
  await screen.findByText(String(forms.length), {}, { timeout: 10_000 });
  expect(tried).toBe(2);
  expect(screen.queryByRole('alert')).toBeNull();
});
