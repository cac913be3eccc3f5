/** Where animals come from and go to outside of the units, as lists say it. */
export const accountWords: Record<string, string> = {
  taken: 'eggs taken',
  arrived: 'arrived',
  opening: 'opening stock',
  picked: 'picked',
  dead: 'dead',
  culled: 'culled',
  sampled: 'sampled',
  sold: 'sold or sent',
  released: 'released',
  escaped: 'escaped',
  unexplained: 'unexplained',
};
