import { type Protocol, type ProtocolBath, type ProtocolStep, protocol } from '@/core/spawning/protocol';

/** A step as it is edited. */
export type StepTyped = {
  id: string;
  says: string;
  after: string;
  from: string;
  to: string;
  caution: string;
  what: string;
  unit: string;
  /** Bounds of the figure: kept as they are while words are edited. */
  bounds?: Pick<NonNullable<ProtocolStep['measure']>, 'stopBelow' | 'low' | 'high'>;
};
export type MaterialTyped = Omit<Protocol['materials'][number], 'amount'> & { amount: string };
/** The bath as it is edited; without a step there is none. */
export type BathTyped = {
  step: string;
  of: string;
  basis: ProtocolBath['basis'];
  mgPerL: string;
  low: string;
  high: string;
  batches: string;
};

export const bathTyped = (b: ProtocolBath | undefined): BathTyped =>
  b === undefined
    ? { step: '', of: '', basis: 'activeSubstance', mgPerL: '', low: '', high: '', batches: '1' }
    : { ...b, mgPerL: String(b.mgPerL), low: String(b.low), high: String(b.high), batches: String(b.batches) };

export const stepTyped = (s: ProtocolStep): StepTyped => ({
  id: s.id,
  says: s.says,
  after: s.after ?? '',
  from: s.fromMinutes === undefined ? '' : String(s.fromMinutes),
  to: s.toMinutes === undefined ? '' : String(s.toMinutes),
  caution: s.caution ?? '',
  what: s.measure?.what ?? '',
  unit: s.measure?.unit ?? '',
  ...(s.measure ? { bounds: boundsOf(s.measure) } : {}),
});

const boundsOf = ({ what: _, unit: __, ...bounds }: NonNullable<ProtocolStep['measure']>) => bounds;

export const emptyStep = (): StepTyped => ({
  id: '',
  says: '',
  after: '',
  from: '',
  to: '',
  caution: '',
  what: '',
  unit: '',
});

/** An id made of words, of small letters, digits and hyphens; not one of those taken. */
export function idOfWords(words: string, taken: readonly string[]): string {
  const base =
    words
      .toLowerCase()
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'step';
  let id = base;
  for (let n = 2; taken.includes(id); n++) id = `${base}-${n}`;
  return id;
}

const number = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.trim().replace(',', '.'));

/**
 * The protocol that is typed, or what is wrong with it in words. Steps keep their ids, so that bowls under way keep
 * their stamps; new ones get one of their words.
 */
export function readProtocol(
  base: Omit<Protocol, 'steps' | 'materials' | 'bath'>,
  steps: readonly StepTyped[],
  materials: readonly MaterialTyped[],
  bath: BathTyped,
): { protocol: Protocol } | { error: string } {
  const filled = steps.filter((s) => s.says.trim() || s.from || s.to);
  const ids: string[] = [];
  const content = {
    ...base,
    steps: filled.map((s) => {
      const id = s.id || idOfWords(s.says, [...ids, ...steps.map((x) => x.id)]);
      ids.push(id);
      return {
        id,
        says: s.says,
        ...(s.after ? { after: s.after } : {}),
        ...(number(s.from) === undefined ? {} : { fromMinutes: number(s.from) }),
        ...(number(s.to) === undefined ? {} : { toMinutes: number(s.to) }),
        ...(s.what.trim() ? { measure: { ...s.bounds, what: s.what.trim(), unit: s.unit.trim() } } : {}),
        ...(s.caution.trim() ? { caution: s.caution.trim() } : {}),
      };
    }),
    materials: materials
      .filter((m) => m.what.trim() || m.amount)
      .map((m) => ({ ...m, what: m.what.trim(), amount: number(m.amount), unit: m.unit.trim(), per: m.per })),
    ...(bath.step === ''
      ? {}
      : {
          bath: {
            step: bath.step,
            of: bath.of,
            basis: bath.basis,
            mgPerL: number(bath.mgPerL),
            low: number(bath.low),
            high: number(bath.high),
            batches: number(bath.batches),
          },
        }),
  };
  const parsed = protocol.safeParse(content);
  if (parsed.success) return { protocol: parsed.data };
  const [where, index, field] = parsed.error.issues[0]!.path;
  const { message } = parsed.error.issues[0]!;
  if (where === 'steps' && typeof index === 'number')
    return {
      error: `step ${index + 1}${fieldWords[String(field)] ? `, ${fieldWords[String(field)]}` : ''}: ${message}`,
    };
  if (where === 'materials' && typeof index === 'number') return { error: `material ${index + 1}: ${message}` };
  if (where === 'bath') return { error: `bath, ${bathWords[String(index)] ?? String(index)}: ${message}` };
  return { error: `${String(where ?? '')} ${message}`.trim() };
}

const fieldWords: Record<string, string> = {
  says: 'what is done',
  after: 'counted from',
  fromMinutes: 'from',
  toMinutes: 'to',
};

const bathWords: Record<string, string> = {
  step: 'the step that goes in',
  of: 'of what',
  mgPerL: 'strength',
  low: 'not below',
  high: 'not above',
  batches: 'batches',
};
