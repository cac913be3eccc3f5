'use client';

import { formsOf } from '@/client/act/actForms';
import { COUNTS } from '@/client/form/counts';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput, NumberInput } from '@/client/inputs';
import { grouped, percent } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { harvestCone } from './act';
import { harvestLine } from './shorthand';

/** A harvest, counted by samples. @param vessel absent in a correction: it stays the one that was recorded */
export function HarvestForm({ vessel, done }: { vessel?: { id: number; name: string }; done?: () => void }) {
  const f = useActForm(harvestCone, {
    about: vessel ? { vessel: vessel.id } : {},
    draftFor: vessel ? `harvest ${vessel.id}` : undefined,
    as: { counts: COUNTS, sampleMl: 'small' },
    clears: ['counts', 'totalVolumeL', 'sampleMl', 'shells'],
    says: (r) =>
      r && r.number > 0
        ? `${grouped(Number(r.number.toPrecision(3)))} nauplii, ${grouped(Number(r.low.toPrecision(3)))} to ${grouped(Number(r.high.toPrecision(3)))}; ${grouped(Number(r.perGram.toPrecision(3)))} of a gram.${shellsSay(r.shells)}`
        : 'Recorded.',
    done,
  });
  const poured = f.value('pouredAway') === true;
  const counts = f.value('counts') ?? [];
  const [ml, litres] = [f.value('sampleMl'), f.value('totalVolumeL')];
  const mean = counts.length > 0 ? counts.reduce((s, n) => s + n, 0) / counts.length : null;
  return (
    <Form
      of={f}
      label={poured ? 'Record that it was poured away' : 'Record the harvest'}
      needs={
        poured
          ? []
          : [!litres && 'the volume of the harvest', !ml && 'the volume of a sample', counts.length === 0 && 'a count']
      }
    >
      {!poured && (
        <>
          <MeasureInput label="Rinsed harvest, volume" {...f.measure('totalVolumeL')} />
          <MeasureInput label="Each sample" {...f.measure('sampleMl')} />
          <TextField
            label="Nauplii in each sample"
            {...f.typed('counts')}
            placeholder="212 198 205"
            hint={
              mean !== null && ml && litres
                ? `about ${grouped(Number(((mean / ml) * litres * 1000).toPrecision(3)))} in all`
                : 'Stir, take three, count each; a drop of iodine holds them still'
            }
          />
        </>
      )}
      {!poured && (
        <>
          <NumberInput
            label="Empty shells in the same samples"
            {...f.field('shells')}
            hint="They cannot be digested and block the gut; empty: not looked at"
          />
          <Tick {...f.field('chilled')}>kept cold, below 10 °C, until it is fed</Tick>
        </>
      )}
      <Tick {...f.field('pouredAway')}>it was poured away</Tick>
    </Form>
  );
}

/** What many shells among the harvest mean. */
const shellsSay = (share: number | null) =>
  share === null
    ? ''
    : share > thresholds.shellShare.value
      ? ` ${percent(share)} shells: settle it again, draw off only the orange layer.`
      : ` ${percent(share)} shells.`;

export const forms = formsOf(harvestCone, { shorthand: harvestLine, corrects: { harvest: () => <HarvestForm /> } });
