import { act, screen } from '@testing-library/react';
import '../../../tests/support/drawn';
import { useState } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { EarlyHands } from './EarlyHands';
import { earlyScript } from './script';

const sent: string[] = [];

function Page() {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  return (
    <>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          sent.push(`${name}/${note}`);
        }}
      >
        <input aria-label="Name" value={name} onChange={(e) => setName(e.target.value)} />
        <textarea aria-label="Note" value={note} onChange={(e) => setNote(e.target.value)} />
        <button type="submit" disabled={name === ''}>
          Begin
        </button>
        <button type="button" onClick={() => sent.push('other')}>
          Other
        </button>
      </form>
      <EarlyHands />
    </>
  );
}

const DRAWN =
  '<form><input aria-label="Name" value=""/><textarea aria-label="Note"></textarea>' +
  '<button type="submit" disabled="">Begin</button><button type="button">Other</button></form>';

/** The page as the server drew it, its program still on the way. */
function drawnOnly(): HTMLElement {
  sent.length = 0;
  document.body.innerHTML = `<div>${DRAWN}</div>`;
  // As the document runs it.
  new Function(earlyScript)();
  return document.body.firstElementChild as HTMLElement;
}
function type(label: string, value: string) {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  field.value = value;
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
async function arrive(at: HTMLElement) {
  await act(async () => {
    hydrateRoot(at, <Page />);
  });
  await act(() => new Promise((ok) => setTimeout(ok, 20)));
}

test('what was typed before the program came stands in its fields, and what was pressed is pressed with it', async () => {
  const at = drawnOnly();
  type('Name', 'Ombrel');
  type('Note', 'two lines');
  // Drawn disabled, as its field was empty: a browser lets nothing through; Other is what was pressed.
  screen.getByText('Other').click();
  expect(sent).toEqual([]);
  await arrive(at);
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Ombrel');
  expect(sent).toEqual(['other']);
  screen.getByText<HTMLButtonElement>('Begin').click();
  expect(sent).toEqual(['other', 'Ombrel/two lines']);
});

test('a form that is sent too early is not sent the browser’s own way, which would empty the page', async () => {
  const at = drawnOnly();
  const native = new Event('submit', { bubbles: true, cancelable: true });
  at.querySelector('form')!.dispatchEvent(native);
  expect(native.defaultPrevented).toBe(true);
  await arrive(at);
  expect(sent).toEqual([]);
});

test('the last press counts once, and what is pressed later counts as ever', async () => {
  const at = drawnOnly();
  screen.getByText('Other').click();
  screen.getByText('Other').click();
  await arrive(at);
  expect(sent).toEqual(['other']);
  screen.getByText('Other').click();
  expect(sent).toEqual(['other', 'other']);
});

test('a program that is there by half hears nothing: what it would hear now it would hear again', async () => {
  const at = drawnOnly();
  const heard: string[] = [];
  const hear = (e: Event) => heard.push(e.type);
  for (const kind of ['input', 'click', 'submit']) document.addEventListener(kind, hear, true);
  type('Name', 'Ombrel');
  screen.getByText('Other').click();
  at.querySelector('form')!.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));
  expect(heard).toEqual([]);
  await arrive(at);
  expect(sent).toEqual(['other']);
  expect(heard).toContain('click');
  for (const kind of ['input', 'click', 'submit']) document.removeEventListener(kind, hear, true);
});
