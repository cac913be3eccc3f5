'use client';

import { formsOf } from '@/client/act/actForms';
import { COUNTS } from '@/client/form/counts';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput, NumberInput } from '@/client/inputs';
import { preyNumber } from '@/core/liveFood/preyNumber';
import { figures, percent } from '@/core/quantities/format';
import { TextField } from '@/ui/fields';
import { countCulture } from './act';

/** A culture counted, and what is taken out. @param vessel absent in a correction */
export function CultureCountForm({
  vessel,
  eggs = true,
  mayTake,
  done,
}: {
  vessel?: { id: number; name: string; volumeL: number };
  /** Whether those with eggs can be told. */
  eggs?: boolean;
  /** Share that may be taken today as it was counted before. */
  mayTake?: number;
  done?: () => void;
}) {
  const f = useActForm(countCulture, {
    about: vessel ? { vessel: vessel.id } : {},
    draftFor: vessel ? `count ${vessel.id}` : undefined,
    as: { counts: COUNTS, sampleMl: 'small' },
    needs: { sampleMl: 'the volume of a sample', counts: 'a count' },
    clears: ['counts', 'carrying', 'eggsOf', 'takenL'],
    says: (r) =>
      r
        ? `${figures(r.perMl, 3)} in a millilitre, ${figures(r.low, 3)} to ${figures(r.high, 3)}.${r.taken > 0 ? ` ${preyNumber(r.taken)} taken.` : ''}`
        : 'Recorded.',
    done,
  });
  const counts = f.value('counts') ?? [];
  const ml = f.value('sampleMl');
  const perMl = counts.length > 0 && ml ? counts.reduce((s, n) => s + n, 0) / counts.length / ml : null;
  return (
    <Form of={f} label="Record the count">
      <MeasureInput label="Each sample" {...f.measure('sampleMl')} />
      <TextField
        label="In each sample"
        {...f.typed('counts')}
        placeholder="78 84 80"
        hint={
          perMl === null
            ? 'Stir, take three, a drop of iodine holds them still'
            : `${figures(perMl, 3)} in a millilitre`
        }
      />
      {eggs && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="With eggs" {...f.field('carrying')} />
          <NumberInput label="out of" {...f.field('eggsOf')} />
        </div>
      )}
      <MeasureInput
        label="Taken out"
        {...f.measure('takenL')}
        hint={
          mayTake === undefined || !vessel
            ? undefined
            : mayTake > 0
              ? `It grows ${percent(mayTake)} again in a day: ${figures(mayTake * vessel.volumeL, 2)} L${perMl === null ? '' : `, ${preyNumber(perMl * mayTake * vessel.volumeL * 1000)}`}`
              : 'By the counts so far nothing should be taken now'
        }
      />
    </Form>
  );
}

export const forms = formsOf(countCulture, { corrects: { culture: () => <CultureCountForm /> } });
