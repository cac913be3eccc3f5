/** The grade of lots that are kept apart as parents of tomorrow. */
export const BROOD_GRADE = 'brood';
export const isBroodGrade = (grade: string): boolean => grade === BROOD_GRADE || grade.startsWith(`${BROOD_GRADE} `);

/** A class sorted out of a lot: what comes of future brood stays future brood. */
export const gradeFrom = (parent: string, name: string): string =>
  (isBroodGrade(parent) ? `${BROOD_GRADE} ${name}` : name).slice(0, 20);
