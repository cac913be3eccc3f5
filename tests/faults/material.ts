import { z } from 'zod';
import type { Chance } from '@/core/chance';
import type { Act } from '@/server/act/define';

/** The seed of this run: said in what is printed, and set by `MORULA_SEED` to repeat it. */
export const seed = Number(process.env.MORULA_SEED ?? Date.now() % 1e9);
/** Short as in every test run, or long by `MORULA_FAULTS=long`. */
export const times = (short: number, long: number) => (process.env.MORULA_FAULTS === 'long' ? long : short);
export const say = (text: string) => process.stdout.write(`faults: ${text}\n`);

type Schema = { [key: string]: unknown };

const TEXTS = [
  '',
  'J1',
  'R2',
  'fry',
  'egg',
  'AC-31-01',
  'a'.repeat(4000),
  '\ud800',
  "'; DROP TABLE entry; --",
  '=1+1',
  'Łosoś 🐟',
  '\u0000',
  '1e309',
  '-1',
];
const NUMBERS = [0, 1, 2, 3, 5, 34, -1, 0.5, 1e-9, 1e6, 1e15, -1e15, 2 ** 53, 1e308, 99_999_288];

/** Values as people, tablets and programs might send them for a field: mostly of its kind, now and then of another. */
export class Material {
  constructor(
    private readonly chance: Chance,
    private readonly now: () => number,
  ) {}

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.chance.next() * list.length)]!;
  }

  payload(act: Act): unknown {
    return this.of(z.toJSONSchema(act.input, { io: 'input', unrepresentable: 'any' }) as Schema, '', 0);
  }

  private of(s: Schema, key: string, depth: number): unknown {
    // One field in fifty is of a wrong kind altogether.
    if (depth > 0 && this.chance.next() < 0.02)
      return this.pick<unknown>([null, [], {}, 'x', -1, true, [[[]]], undefined]);
    const forms = (s.anyOf ?? s.oneOf) as Schema[] | undefined;
    if (forms) return this.of(this.pick(forms), key, depth);
    if (s.const !== undefined) return s.const;
    if (Array.isArray(s.enum)) return this.chance.next() < 0.95 ? this.pick(s.enum) : 'nothing of the list';
    switch (s.type) {
      case 'object': {
        const required = new Set((s.required as string[] | undefined) ?? []);
        return Object.fromEntries(
          Object.entries((s.properties as Record<string, Schema> | undefined) ?? {})
            .filter(([k]) => this.chance.next() < (required.has(k) ? 0.995 : 0.3))
            .map(([k, v]) => [k, this.of(v, k, depth + 1)]),
        );
      }
      case 'array': {
        const n = Math.floor(this.chance.next() * 3) + (this.chance.next() < 0.02 ? 50 : 0);
        return depth > 6 ? [] : Array.from({ length: n }, () => this.of((s.items as Schema) ?? {}, key, depth + 1));
      }
      case 'integer':
      case 'number':
        return this.number(key);
      case 'boolean':
        return this.chance.next() < 0.5;
      case 'string':
        return this.chance.next() < 0.9
          ? this.pick(['J1', 'R2', 'fry', 'egg', 'arctic-char', 'F31', '7'])
          : this.pick(TEXTS);
      default:
        return this.pick<unknown>([1, 'x', null, { a: 1 }]);
    }
  }

  private number(key: string): number {
    if (key === 'at') return this.now() - Math.round(this.chance.next() * 5 * 86_400_000);
    if (/^from$|^to$|^until$|At$|On$|^day$/.test(key) && this.chance.next() < 0.7)
      return this.now() + Math.round((this.chance.next() - 0.9) * 90 * 86_400_000);
    // Ids and counts of a small hatchery are small.
    return this.chance.next() < 0.95 ? 1 + Math.floor(this.chance.next() * 12) : this.pick(NUMBERS);
  }
}
