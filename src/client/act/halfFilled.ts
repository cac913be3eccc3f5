/** Forms of this page in which something was typed that is not recorded yet. */
const forms = new Set<symbol>();

export const isHalfFilled = () => forms.size > 0;

/** Marks a form as touched, or as done with. */
export function mark(form: symbol, touched: boolean): void {
  if (touched) forms.add(form);
  else forms.delete(form);
}

/** Whoever leaves all of it behind, said so. */
export const forgetAll = () => forms.clear();
