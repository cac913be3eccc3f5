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
 * anew, empty; what was typed and what was pressed last is kept for `EarlyHands`. Must stand alone: only its text is sent.
 */
function listen(): void {
  const typed: Early['typed'] = new Map();
  const onInput = (e: Event) => {
    const field = e.target;
    if (field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement) typed.set(field, field.value);
  };
  const onSubmit = (e: Event) => e.preventDefault();
  const onClick = (e: Event) => {
    early.pressed = e.target instanceof Element ? e.target.closest('button') : null;
  };
  const early: Early = {
    typed,
    pressed: null,
    stop: () => {
      document.removeEventListener('input', onInput, true);
      document.removeEventListener('submit', onSubmit, true);
      document.removeEventListener('click', onClick, true);
    },
  };
  document.addEventListener('input', onInput, true);
  document.addEventListener('submit', onSubmit, true);
  document.addEventListener('click', onClick, true);
  (window as Window & { early?: Early }).early = early;
}

/** The text of `listen`, called. */
export const earlyScript = `(${listen.toString()})()`;
