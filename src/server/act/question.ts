/**
 * A question that stands between an act and its record: asked where the figures call for it, answered beside the input.
 * `answers` are the values that it takes; what each is called is said where it is asked, for it may name figures.
 */
export type Question<Id extends string = string, A extends string = string> = {
  readonly id: Id;
  readonly answers: readonly A[];
};

export function defineQuestion<const Id extends string, const A extends string>(
  id: Id,
  ...answers: readonly A[]
): Question<Id, A> {
  return { id, answers };
}

export type Choice<A extends string = string> = { value: A; label: string; why?: string };

/** One question as it is put to a person: `of` says whether the answer goes beside the input or into it. */
export type Ask = {
  id: string;
  of: 'answers' | 'input';
  message: string;
  /** Field path in the input that it is about. */
  path: string;
  todo: string;
  choices: readonly Choice[];
};

/** Answers to questions, by question. */
export type Answers = Readonly<Record<string, string>>;
