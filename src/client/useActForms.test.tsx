/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import { forms } from '@/modules/forms';
import { ActFormsProvider, useActForms } from './useActForms';

const Shown = () => <p>{useActForms()?.length ?? 'none yet'}</p>;

test('forms whose fetching failed, the connection gone, are fetched again until they come', async () => {
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
  await screen.findByText(String(forms.length), {}, { timeout: 10_000 });
  expect(tried).toBe(2);
});
