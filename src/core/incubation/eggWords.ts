/** What may be done to eggs in their unit, beside picking. */
export const handlings = {
  shocked: { name: 'shocked', says: 'poured or siphoned hard, so that infertile eggs turn white' },
  poured: { name: 'poured over', says: 'from one vessel to another, or spread anew' },
  cleaned: { name: 'cleaned', says: 'rinsed; screens and shells taken out' },
  rolled: { name: 'flow set', says: 'of a jar, by eye: all roll gently, none go over the lip' },
  water: { name: 'water changed', says: 'lowered and refilled gently, at the same temperature' },
  flow: { name: 'flow lost', says: 'they stood without water moving' },
} as const;

/** What a figure of a dose is a figure of. */
export const basisWords = {
  productMass: 'product by mass',
  productVolume: 'product by volume',
  activeSubstance: 'active substance',
  availableIodine: 'available iodine',
} as const;
