/** Units of a room in their rows, as they are dragged about. */
export type Arranged = { key: string; battery: string; units: { id: number; name: string; kind: string }[] }[];

/** Takes a unit out of its row and puts it into another (or the same) before what stands at `place`. */
export function moveUnit(rows: Arranged, unit: number, to: { row: string; place: number }): Arranged {
  const from = rows.find((r) => r.units.some((u) => u.id === unit));
  const taken = from?.units.find((u) => u.id === unit);
  if (!from || !taken) return rows;
  // Within one row what stood before it moves up by one when it is taken out.
  const before = from.units.findIndex((u) => u.id === unit);
  const place = from.key === to.row && before < to.place ? to.place - 1 : to.place;
  return rows.map((r) => {
    const left = r.units.filter((u) => u.id !== unit);
    return { ...r, units: r.key === to.row ? [...left.slice(0, place), taken, ...left.slice(place)] : left };
  });
}

/** As the command wants it: every unit with its place, rows without units left out. */
export const placesOf = (rows: Arranged) =>
  rows
    .filter((r) => r.units.length > 0)
    .flatMap((r, y) => r.units.map((u, x) => ({ id: u.id, x, y, battery: r.battery })));
