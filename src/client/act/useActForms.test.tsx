/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import { forms } from '@/modules/forms';
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
  await screen.findByRole('button', { name: 'Load the page again' });
  await screen.findByText(String(forms.length), {}, { timeout: 10_000 });
  expect(tried).toBe(2);
  expect(screen.queryByRole('alert')).toBeNull();
});
