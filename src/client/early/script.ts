/** What was done on a page before its program was there. */
export type Early = {
  /** What was typed, by its field: the field itself is emptied when the page's program takes it over. */
  typed: Map<HTMLInputElement | HTMLTextAreaElement, string>;
  pressed: HTMLElement | null;
  stop: () => void;
};

/**
 * Runs in the document itself, before anything else of the page: on a slow line a person types and presses while the
 * program that would hear it is still on its way. Nothing of it is sent the browser's own way, which would draw the page
 * anew, empty; nothing reaches a program that is there by half and would hear one thing and not the other. What was
 * typed and what was pressed last is kept for `EarlyHands`. Must stand alone: only its text is sent.
 */
function listen(): void {
  const typed: Early['typed'] = new Map();
  const onInput = (e: Event) => {
    const field = e.target;
    const text =
      field instanceof HTMLTextAreaElement ||
      (field instanceof HTMLInputElement && !['checkbox', 'radio', 'file'].includes(field.type));
    if (!text) return;
    e.stopImmediatePropagation();
    typed.set(field, field.value);
  };
  const onSubmit = (e: Event) => {
    e.preventDefault();
    e.stopImmediatePropagation();
  };
  const onClick = (e: Event) => {
    const button = e.target instanceof Element ? e.target.closest('button') : null;
    if (!button) return;
    e.preventDefault();
    e.stopImmediatePropagation();
    early.pressed = button;
  };
  const early: Early = {
    typed,
    pressed: null,
    stop: () => {
      window.removeEventListener('input', onInput, true);
      window.removeEventListener('change', onInput, true);
      window.removeEventListener('submit', onSubmit, true);
      window.removeEventListener('click', onClick, true);
    },
  };
  // On the window: before anybody who listens at the document.
  window.addEventListener('input', onInput, true);
  window.addEventListener('change', onInput, true);
  window.addEventListener('submit', onSubmit, true);
  window.addEventListener('click', onClick, true);
  (window as Window & { early?: Early }).early = early;
}

/** The text of `listen`, called. */
export const earlyScript = `(${listen.toString()})()`;
