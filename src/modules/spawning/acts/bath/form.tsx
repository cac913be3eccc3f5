'use client';

import { formsOf, ofDayView } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput, NumberInput } from '@/client/inputs';
import { Worked } from '@/client/Working';
import { attempt, type CalculationError, run } from '@/core/calculation';
import { bath, dilution } from '@/core/doses/doses';
import { figures, plain } from '@/core/quantities/format';
import { mixBath } from '@/modules/spawning/acts/bath/act';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { DayView } from '../../views/day';

/** A bath mixed: how much of the product, of what it is so much, how many batches it may have. */
export function BathForm({
  view,
  protocol: first,
  onDone,
}: {
  view: Pick<DayView, 'id' | 'protocols'>;
  protocol?: string;
  onDone?: () => void;
}) {
  const withBath = view.protocols.filter((p) => p.bath);
  const begin = withBath.find((p) => p.id === first) ?? withBath[0];
  const f = useActForm(mixBath, {
    about: { day: view.id },
    begin: {
      protocol: begin?.id,
      targetMgPerL: begin?.bath?.mgPerL,
      way: 'product',
      // The share of the product is never filled in: it is read from the drum in hand.
      batchesMost: begin?.bath?.batches ?? 1,
    },
    needs: {
      volumeL: 'the volume of the bath',
      targetMgPerL: 'its strength',
      activeShare: 'how much of it the product holds',
      stockMgPerL: 'the strength of the stock',
      productLot: 'the lot on the drum',
      batchesMost: 'how many batches it may have',
    },
    says: () => 'The bath stands. Batches that go in are counted.',
    done: onDone,
  });
  const protocol = view.protocols.find((p) => p.id === f.value('protocol'));
  const b = protocol?.bath;
  if (!b) return <p className="quiet">No protocol of this day has a bath.</p>;
  const chosen = f.field('protocol');
  const byProduct = f.value('way') === 'product';
  const [litres, mgPerL, share, kgPerL, stockMg] = [
    f.value('volumeL'),
    f.value('targetMgPerL'),
    f.value('activeShare'),
    f.value('densityKgPerL'),
    f.value('stockMgPerL'),
  ];
  const input =
    !litres || !mgPerL
      ? null
      : byProduct
        ? share && {
            volumeL: litres,
            targetMgPerL: mgPerL,
            activeShare: share,
            basis: b.basis,
            ...(kgPerL ? { densityKgPerL: kgPerL } : {}),
          }
        : stockMg && { stockConcentration: stockMg, targetConcentration: mgPerL, targetVolumeL: litres };
  return (
    <Form of={f} label="Mixed">
      {withBath.length > 1 && !f.correcting && (
        <SelectField
          label="For"
          {...chosen}
          onChange={(id) => {
            chosen.onChange(id);
            const next = view.protocols.find((p) => p.id === id)?.bath;
            if (!next) return;
            f.fill('targetMgPerL', next.mgPerL);
            f.fill('batchesMost', next.batches);
          }}
          options={withBath.map((p) => ({ value: p.id, label: p.name }))}
        />
      )}
      <p className="quiet text-small">
        {protocol.name}: {plain(b.low)} to {plain(b.high)} mg/L of <b>{b.of}</b>. {protocol.fits}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput label="Volume of the bath" {...f.measure('volumeL')} />
        <TextField label={`mg/L of ${b.of}`} inputMode="decimal" {...f.field('targetMgPerL')} />
      </div>
      <Choice
        label="Made from"
        {...f.field('way')}
        options={[
          { value: 'product', label: 'the product' },
          { value: 'stock', label: 'a stock solution' },
        ]}
      />
      <div className="grid grid-cols-2 gap-3">
        {byProduct ? (
          <>
            <TextField
              label={`${b.of} in the product, %`}
              inputMode="decimal"
              {...f.field('activeShare')}
              hint="As on the label, not the share of the compound"
            />
            <TextField
              label="Product, kg/L"
              inputMode="decimal"
              {...f.field('densityKgPerL')}
              hint="To measure it by volume"
            />
          </>
        ) : (
          <TextField label={`Stock, mg/L of ${b.of}`} inputMode="decimal" {...f.field('stockMgPerL')} />
        )}
        <TextField label="Lot on the drum" {...f.field('productLot')} />
        <TextField label="pH of the bath" inputMode="decimal" {...f.field('pH')} />
        <NumberInput label="Batches it may have" {...f.field('batchesMost')} />
      </div>
      {input && <Amount byProduct={byProduct} input={input} litres={litres!} />}
      <Caution>
        Gloves and eyes. Label, local law and veterinarian decide; what may be poured where is asked first. Buffered, pH
        6.5 to 7.5; eggs rinsed of milt and fluid before; never on unfertilised eggs, larvae, or eggs near hatch. Its
        colour is only a hint.
      </Caution>
    </Form>
  );
}

/** What the sums of a bath may refuse, by the form's own words for their fields. */
const AMOUNT_FIELDS: Record<string, string> = {
  volumeL: 'The volume of the bath',
  targetVolumeL: 'The volume of the bath',
  targetMgPerL: 'The strength',
  targetConcentration: 'The strength',
  activeShare: 'The share of the product',
  densityKgPerL: 'The density',
  stockConcentration: 'The stock',
};

const notMixed = (wrong: CalculationError) => `${AMOUNT_FIELDS[wrong.path] ?? 'This'} ${wrong.says}.`;

function Amount({ byProduct, input, litres }: { byProduct: boolean; input: Record<string, unknown>; litres: number }) {
  if (byProduct) {
    const { ok: o, wrong } = attempt(() => run(bath, input));
    if (wrong) return <p className="text-loss">{notMixed(wrong)}</p>;
    return (
      <p className="border-t border-rule pt-2" data-testid="bath-amount">
        <Worked request={{ id: 'dose.bath', input }}>
          <span className="text-figure leading-none font-bold">
            {o.productMl === undefined ? `${figures(o.productG, 3)} g` : `${figures(o.productMl, 3)} mL`}
          </span>
        </Worked>{' '}
        <span className="text-soft">
          {o.productMl === undefined ? '' : `= ${figures(o.productG, 3)} g `}of product in {figures(litres, 3)} L
        </span>
      </p>
    );
  }
  const { ok: o, wrong } = attempt(() => run(dilution, input));
  if (wrong) return <p className="text-loss">{notMixed(wrong)}</p>;
  return (
    <p className="border-t border-rule pt-2" data-testid="bath-amount">
      <Worked request={{ id: 'dose.dilution', input }}>
        <span className="text-figure leading-none font-bold">{figures(o.stockVolumeL * 1000, 3)} mL</span>
      </Worked>{' '}
      <span className="text-soft">of stock and {figures(o.waterL, 3)} L of water</span>
    </p>
  );
}

export const forms = formsOf(mixBath, { corrects: { bath: ofDayView((view) => <BathForm view={view} />) } });
