import { decimals, grouped, plain } from '@/core/quantities/format';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { fullness, type TankFull } from './fullness';
import { overHaul } from './input';

/** Loads so far above what a carrier bears are a slip of a digit. */
const SLIP = 5;

const kg = (value: number, digits: number) => `${plain(Number(value.toPrecision(digits)))} kg`;
/** What a carrier would hold against what it bears. */
function overSays(t: TankFull): string {
  const holds =
    t.massKg !== null && t.mostKg !== null
      ? `would hold ${kg(t.massKg, 3)}, and carries ${kg(t.mostKg, 2)}`
      : `would hold ${grouped(t.number)}${t.mostNumber === null ? '' : `, and bears ${grouped(t.mostNumber)}`}`;
  return `${t.name} ${holds} by ${t.limitWord}${t.lasts === null ? '' : ` (lasts ${decimals(t.lasts, 0)} h)`}`;
}

/** Asks about carriers that hold more than they bear for that way; a slip of a digit is refused. */
export function askFull(c: Context, haul: Parameters<typeof fullness>[0], path: string): void {
  const over = fullness(haul).filter((t) => t.share !== null && t.share > 1);
  const worst = over.reduce<TankFull | undefined>((a, t) => (a && a.share! >= t.share! ? a : t), undefined);
  if (!worst) return;
  if (worst.share! > SLIP)
    throw new ActRefused(
      'overStop',
      `${overSays(worst)}.`,
      path,
      'A digit too many? Check number, mean mass, volume and hours.',
    );
  ask(c, overHaul, {
    message: `${over.map(overSays).join('; ')}.`,
    path,
    todo: 'Fewer, shorter, colder, more oxygen, or another trip.',
    choices: [{ value: 'meant', label: 'It was hauled so before, and they arrived well', why: 'watched all the way' }],
  });
}
