/** Half a 95 % interval of a normal error, in its standard deviations. */
export const Z95 = 1.959963984540054;
