import { screen, waitFor, within } from '@testing-library/react';
import type { UserEvent } from '@testing-library/user-event';

// What the test browser lacks, and lists that open below their field ask for.
if (typeof Element !== 'undefined') {
  // On the page's own window too: events are made by its kinds.
  (document.defaultView as typeof globalThis).PointerEvent ??= globalThis.PointerEvent ??= class extends MouseEvent {
    readonly pointerId: number;
    constructor(type: string, init: PointerEventInit = {}) {
      super(type, init);
      this.pointerId = init.pointerId ?? 0;
    }
  } as unknown as typeof PointerEvent;
  Element.prototype.hasPointerCapture ??= () => false;
  Element.prototype.setPointerCapture ??= () => {};
  Element.prototype.releasePointerCapture ??= () => {};
  Element.prototype.scrollIntoView ??= () => {};
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  } as unknown as typeof ResizeObserver;
}

/** The options of a field, shown for as long as they are looked at. */
export async function optionsOf(user: UserEvent, field: HTMLElement): Promise<string[]> {
  await user.click(field);
  const list = within(await screen.findByRole('listbox')).queryAllByRole('option');
  const words = list.map((o) => o.textContent ?? '');
  await user.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('listbox')).toBeNull());
  return words;
}

/** Opens the list of a field and takes the option of this value or these words. */
export async function choose(user: UserEvent, field: HTMLElement, option: string): Promise<void> {
  await user.click(field);
  const list = within(await screen.findByRole('listbox')).getAllByRole('option');
  const found = list.find((o) => o.dataset.option === option) ?? list.find((o) => o.textContent === option);
  if (!found) throw new Error(`no option “${option}” among ${list.map((o) => o.textContent).join(', ')}`);
  await user.click(found);
  await waitFor(() => expect(screen.queryByRole('listbox')).toBeNull());
}
