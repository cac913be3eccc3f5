import { defineQuestion } from './act/question';

/** Hands should stay off: an emergency, or meant, with the reason in the note. */
export const sensitive = defineQuestion('sensitive', 'emergency', 'meant');
/** Eyes were not seen in nearly all: somebody has looked. */
export const eyes = defineQuestion('eyes', 'seen');
/** So soon? They were looked at, and it is so. */
export const early = defineQuestion('early', 'seen');
/** To another water: how they got over. */
export const tempered = defineQuestion('tempered', 'tempered', 'emergency');
/** More than the unit is set to hold. */
export const overload = defineQuestion('overload', 'yes');
/** Brood fish stand there. */
export const withBrood = defineQuestion('withBrood', 'yes');
/** More than the books hold: the difference comes from unexplained. */
export const shortfall = defineQuestion('shortfall', 'yes');
/** Larvae leave where they were started before it was declared that they eat. */
export const notTaken = defineQuestion('notTaken', 'meant');
/** Another species stands in that pond. */
export const beside = defineQuestion('beside', 'meant');
/** Two strains are crossed. */
export const acrossStrains = defineQuestion('acrossStrains', 'meant');
/** A tag that a fish of another species bears. */
export const otherKind = defineQuestion('otherKind', 'another');
/** Fish of this origin are not to end so. */
export const path = defineQuestion('path', 'meant');
/** Beyond the quota of the season. */
export const quota = defineQuestion('quota', 'meant');
/** A count and the books differ beyond chance: which stands. */
export const answer = defineQuestion('answer', 'combine', 'replace', 'note');
/** They are within the withdrawal of a treatment. */
export const withdrawal = defineQuestion('withdrawal', 'vet');
/** Work that needs a certificate, which is not on file. */
export const uncertified = defineQuestion('uncertified', 'other');
/** Not all that must hold before fish leave quarantine does. */
export const letGo = defineQuestion('letGo', 'vet');
/** A case is open there, or where they come from. */
export const suspect = defineQuestion('suspect', 'meant');
/** Somebody said that they are not fed just now. */
export const held = defineQuestion('held', 'yes');
/** What moves animals into a unit may be asked of it. */
export const loadQuestions = [overload, withBrood, beside] as const;
export const ruleQuestions = [path, quota] as const;
