'use client';

import { formsOf, ofDayView } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useShown } from '@/client/inputs';
import { Worked } from '@/client/Working';
import { milt } from '@/core/induction/milt';
import { figures, grouped } from '@/core/quantities/format';
import { motilities } from '@/core/spawning/acts';
import { crossKinds, crossKindWords } from '@/core/spawning/plan';
import { protocolKindWords } from '@/core/spawning/protocol';
import { valueNamed } from '@/core/species/species';
import { cross } from '@/modules/spawning/acts/cross/act';
import type { InputOf } from '@/server/act/define';
import { Ticks } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import type { DayView } from '../../views/day';
import { Turns, useTurns } from './Turns';

/** Eggs and milt into one bowl: whose, how, and by which protocols it is worked. */
export function CrossForm({
  view,
  bowl,
  first,
  onDone,
}: {
  view: Pick<DayView, 'id' | 'females' | 'males' | 'protocols' | 'plan' | 'perDryG' | 'book'>;
  bowl: string;
  /** The female whose eggs it begins with. */
  first?: number;
  onDone?: () => void;
}) {
  const unit = useShown();
  const original = useOriginal<Crossing>();
  const planned = view.plan.crosses.find((c) => c.female === first)?.males ?? [];
  const f = useActForm(cross, {
    about: { day: view.id },
    begin: {
      bowl,
      females: eggsOf(view, (x) => (x.fish.id === first ? x.eggsLeftG : undefined)),
      males: planned,
      how: view.plan.how,
      protocols: view.plan.protocols,
    },
    from: (o) => ({ ...o, females: eggsOf(view, (x) => o.females?.find((y) => y.fish === x.fish.id)?.massG) }),
    needs: { bowl: 'a name for the bowl', females: 'eggs', males: 'a male' },
    adjust: (input) => ({
      ...input,
      females: input.females?.filter((x) => x.massG != null) ?? null,
      // In the order of the day's list, whichever was ticked first.
      protocols: view.protocols.flatMap((p) => (input.protocols?.includes(p.id) ? p.id : [])),
      ...(inTurn ? { turns: turns.read } : original?.turns ? { turns: null } : {}),
    }),
    says: (_, sent) => `Bowl ${sent.value('bowl')}: its steps stand in the middle.`,
    done: onDone,
  });
  const females = f.lines('females', { massG: 'small' });
  const sires = f.chosen('males');
  const how = f.value('how')!;
  const turns: ReturnType<typeof useTurns> = useTurns(sires.list, original?.turns);
  const inTurn: boolean = how === 'sequential' && sires.list.length > 1;
  const massG = females.each.reduce((s, x) => s + (x.value('massG') ?? 0), 0);
  return (
    <Form of={f} label="Eggs and milt together" needs={[massG === 0 && 'eggs', inTurn && turns.wanting]}>
      <TextField label="Bowl" {...f.field('bowl')} className="max-w-[8rem]" />
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Eggs, {unit('mass', true)}</legend>
        {females.each.length === 0 && <p className="quiet">No eggs were stripped yet.</p>}
        {females.each.map((x) => {
          const hers = view.females.find((y) => y.fish.id === x.value('fish'))!;
          const mass = x.measure('massG');
          return (
            <label key={x.key} className="mb-1 flex items-center gap-2">
              <span className="w-[6rem] truncate font-bold">{hers.fish.tag}</span>
              <Input
                className="max-w-[7rem]"
                inputMode="decimal"
                autoComplete="off"
                value={mass.value}
                onChange={(e) => mass.onChange(e.target.value)}
              />
              <span className="text-small text-soft">
                {figures(hers.eggsLeftG, 4)} g left{hers.strips.some((s) => s.apart) ? ', held apart' : ''}
              </span>
            </label>
          );
        })}
        {females.error && <span className="text-small text-loss">{females.error}</span>}
      </fieldset>
      <Ticks
        label="Milt of"
        {...sires}
        empty="No male is on this day yet."
        options={view.males.map((m) => ({
          value: m.fish.id,
          label: (
            <>
              {m.fish.tag}
              {m.milts.length === 0 ? <span className="text-soft"> (no milt yet)</span> : null}
              {planned.includes(m.fish.id) ? <span className="text-deep"> planned</span> : null}
              {m.overused ? (
                <span className="text-hand"> fathered {Math.round(100 * m.fathered)} % of this season</span>
              ) : null}
            </>
          ),
        }))}
      />
      <MiltWanted view={view} massG={massG} males={sires.list} />
      {sires.list.length === 1 && (
        <p className="text-small text-careful">One male only: his fertility may be low. Two or three are usual.</p>
      )}
      <Choice
        label="How"
        {...f.field('how')}
        options={crossKinds.map((x) => ({ value: x, label: crossKindWords[x].split(':')[0]! }))}
      />
      <p className="quiet text-small">{crossKindWords[how].split(': ')[1]}.</p>
      {inTurn && (
        <Turns
          turns={turns}
          tagOf={(fish) => view.males.find((m) => m.fish.id === fish)?.fish.tag ?? '?'}
          error={f.act.errorOn('turns')}
        />
      )}
      <Ticks
        label="Worked by"
        below
        {...f.chosen('protocols')}
        options={view.protocols
          .filter((p) => p.kind !== 'taking')
          .map((p) => ({
            value: p.id,
            label: (
              <span title={p.fits}>
                {protocolKindWords[p.kind]}: {p.name}
              </span>
            ),
          }))}
      />
    </Form>
  );
}

type Crossing = InputOf<typeof cross>;

/** A line for each female that has eggs, or had some in this bowl, with what of them goes in. */
const eggsOf = (
  view: Pick<DayView, 'females'>,
  massOf: (female: DayView['females'][number]) => number | undefined,
): Crossing['females'] =>
  view.females.flatMap((x) => {
    const massG = massOf(x);
    if (x.eggsLeftG <= 0 && massG === undefined) return [];
    return [{ fish: x.fish.id, ...(massG ? { massG } : {}) } as Crossing['females'][number]];
  });

/** The milt that the chosen eggs want of the chosen males, by density and by how it moved today. */
function MiltWanted({
  view,
  massG,
  males,
}: {
  view: Pick<DayView, 'males' | 'perDryG' | 'book'>;
  massG: number;
  males: readonly number[];
}) {
  const perEgg = valueNamed(view.book, 'sperm per egg');
  const density = valueNamed(view.book, 'sperm in milt');
  const his = view.males.filter((m) => males.includes(m.fish.id));
  const seen = his.map((m) => ({ m, last: m.milts.findLast((x) => !x.apart) })).filter((x) => x.last !== undefined);
  if (!perEgg || !density || !view.perDryG || massG <= 0 || seen.length === 0) return null;
  const share = (id: string | null): number | null => motilities.find((x) => x.id === id)?.share ?? null;
  const moving = seen.map((x) => share(x.last!.motility)).filter((s): s is number => s !== null && s > 0);
  if (moving.length === 0)
    return <p className="text-small text-careful">Look at the milt first: whether it moves says how much is needed.</p>;
  const volumes = seen.map((x) => x.last!.volumeMl);
  const there = volumes.every((v) => v !== null) ? volumes.reduce<number>((s, v) => s + v!, 0) : undefined;
  const input = {
    eggs: Math.round(massG * view.perDryG.mean),
    spermPerEgg: perEgg.value,
    spermPerMlBillion: density.value,
    motileShare: moving.reduce((s, x) => s + x, 0) / moving.length,
    ...(there === undefined ? {} : { miltMl: there }),
  };
  const o = milt.compute(milt.input.parse(input));
  return (
    <p className={`text-body ${o.enough === false ? 'text-hand' : ''}`} data-testid="milt-wanted">
      <Worked request={{ id: 'milt.needed', input }}>
        <b>{figures(o.miltNeededMl, 2)} mL</b>
      </Worked>{' '}
      of milt for about {grouped(Number(input.eggs.toPrecision(2)))} eggs
      {there !== undefined &&
        (o.enough
          ? `; there are ${figures(there, 3)} mL`
          : `; there are only ${figures(there, 3)} mL: take another male`)}
      <span className="text-soft"> (density and sperm an egg as in Reference; count yours)</span>
    </p>
  );
}

export const forms = formsOf(cross, { corrects: { cross: ofDayView((view) => <CrossForm view={view} bowl="" />) } });
