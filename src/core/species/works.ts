/** A work as hints name it: "Crisp 1981", "Beacham and Murray 1990", "Zarski et al. 2012". */
const WORK = /\p{Lu}[\p{L}’'-]+(?: et al\.| and \p{Lu}[\p{L}’'-]+)? (?:1[89]|20)\d{2}(?!\d)/gu;

/** The publications that a hint names, in its order: checking one of them checks every value that rests on it. */
export const worksIn = (hint: string): string[] => [...new Set(hint.match(WORK) ?? [])];
