'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofDayView } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import {
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  useShown,
  wholeOf,
} from '@/client/inputs';
import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { useEventFields } from '@/client/when';
import { attempt, type CalculationError, run } from '@/core/calculation';
import { bath, dilution } from '@/core/doses/doses';
import { figures, plain } from '@/core/quantities/format';
import { mixBath } from '@/modules/spawning/acts/bath/act';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { DayView } from '../../views/day';

type Mixed = {
  protocol: string;
  volumeL: number;
  targetMgPerL: number;
  way: 'product' | 'stock';
  activeShare: number;
  densityKgPerL: number;
  stockMgPerL: number;
  productLot: string;
  pH: number;
  batchesMost: number;
};

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
  const { locale } = useSession();
  const unit = useShown();
  const original = useOriginal<Mixed>();
  const act = useAct(mixBath, onDone);
  const event = useEventFields();
  const withBath = view.protocols.filter((p) => p.bath);
  const [id, setId] = useState(original?.protocol ?? first ?? withBath[0]?.id ?? '');
  const protocol = view.protocols.find((p) => p.id === id);
  const b = protocol?.bath;
  const text = (v: number | undefined) => (v === undefined ? '' : numberText(v, locale));
  const [volume, setVolume] = useState(
    original?.volumeL ? measureText(original.volumeL * 1000, 'volume', unit('volume'), locale) : '',
  );
  const [target, setTarget] = useState(text(original?.targetMgPerL ?? b?.mgPerL));
  const [way, setWay] = useState<'product' | 'stock'>(original?.way ?? 'product');
  // Never filled in: it is read from the drum in hand.
  const [active, setActive] = useState(
    original?.activeShare === undefined ? '' : numberText(100 * original.activeShare, locale, 4),
  );
  const [density, setDensity] = useState(text(original?.densityKgPerL));
  const [stock, setStock] = useState(text(original?.stockMgPerL));
  const [lot, setLot] = useState(original?.productLot ?? '');
  const [pH, setPH] = useState(text(original?.pH));
  const [most, setMost] = useState(String(original?.batchesMost ?? b?.batches ?? 1));
  if (!b) return <p className="quiet">No protocol of this day has a bath.</p>;
  const volumeL = measureOf(volume, 'volume', unit('volume'), locale);
  const mgPerL = decimalOf(target, locale);
  const share = decimalOf(active, locale);
  const kgPerL = decimalOf(density, locale);
  const stockMg = decimalOf(stock, locale);
  const acid = decimalOf(pH, locale);
  const batches = wholeOf(most, locale);
  const litres = volumeL.value === null ? null : volumeL.value / 1000;
  const byProduct = way === 'product';
  const input =
    litres && mgPerL.value
      ? byProduct
        ? share.value
          ? {
              volumeL: litres,
              targetMgPerL: mgPerL.value,
              activeShare: share.value / 100,
              basis: b.basis,
              ...(kgPerL.value ? { densityKgPerL: kgPerL.value } : {}),
            }
          : null
        : stockMg.value
          ? { stockConcentration: stockMg.value, targetConcentration: mgPerL.value, targetVolumeL: litres }
          : null
      : null;
  const gone = original ? null : undefined;
  return (
    <ActForm
      act={act}
      event={event}
      label="Mixed"
      needs={[
        !litres && 'the volume of the bath',
        !mgPerL.value && 'its strength',
        byProduct && !share.value && `how much ${b.of} the product holds`,
        !byProduct && !stockMg.value && 'the strength of the stock',
        !lot.trim() && 'the lot on the drum',
        !batches.value && 'how many batches it may have',
        (share.error || kgPerL.error || stockMg.error || acid.error) && 'figures that can be read',
      ]}
      onSend={() =>
        void act.submit(
          {
            day: view.id,
            protocol: id,
            volumeL: litres,
            targetMgPerL: mgPerL.value,
            way,
            activeShare: byProduct && share.value !== null ? share.value / 100 : gone,
            densityKgPerL: byProduct ? (kgPerL.value ?? gone) : gone,
            stockMgPerL: byProduct ? gone : (stockMg.value ?? gone),
            productLot: lot,
            pH: acid.value ?? gone,
            batchesMost: batches.value,
            ...event.payload,
          },
          () => 'The bath stands. Batches that go in are counted.',
        )
      }
    >
      {withBath.length > 1 && !original && (
        <SelectField
          label="For"
          value={id}
          onChange={(v) => {
            setId(v);
            const next = view.protocols.find((p) => p.id === v)?.bath;
            if (next) {
              setTarget(text(next.mgPerL));
              setMost(String(next.batches));
            }
          }}
          options={withBath.map((p) => ({ value: p.id, label: p.name }))}
        />
      )}
      <p className="quiet text-small">
        {protocol.name}: {plain(b.low)} to {plain(b.high)} mg/L of <b>{b.of}</b>. {protocol.fits}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput
          label="Volume of the bath"
          dimension="volume"
          value={volume}
          onChange={setVolume}
          error={act.errorOn('volumeL')}
        />
        <TextField
          label={`mg/L of ${b.of}`}
          inputMode="decimal"
          value={target}
          onChange={setTarget}
          error={mgPerL.error ?? act.errorOn('targetMgPerL')}
        />
      </div>
      <Choice
        label="Made from"
        value={way}
        onChange={setWay}
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
              value={active}
              onChange={setActive}
              error={share.error ?? act.errorOn('activeShare')}
              hint="As on the label, not the share of the compound"
            />
            <TextField
              label="Product, kg/L"
              inputMode="decimal"
              value={density}
              onChange={setDensity}
              error={kgPerL.error ?? act.errorOn('densityKgPerL')}
              hint="To measure it by volume"
            />
          </>
        ) : (
          <TextField
            label={`Stock, mg/L of ${b.of}`}
            inputMode="decimal"
            value={stock}
            onChange={setStock}
            error={stockMg.error ?? act.errorOn('stockMgPerL')}
          />
        )}
        <TextField label="Lot on the drum" value={lot} onChange={setLot} error={act.errorOn('productLot')} />
        <TextField
          label="pH of the bath"
          inputMode="decimal"
          value={pH}
          onChange={setPH}
          error={acid.error ?? act.errorOn('pH')}
        />
        <NumberInput
          label="Batches it may have"
          value={most}
          onChange={setMost}
          error={batches.error ?? act.errorOn('batchesMost')}
        />
      </div>
      {input && <Amount byProduct={byProduct} input={input} litres={litres!} />}
      <Caution>
        Gloves and eyes. Label, local law and veterinarian decide; what may be poured where is asked first. Buffered, pH
        6.5 to 7.5; eggs rinsed of milt and fluid before; never on unfertilised eggs, larvae, or eggs near hatch. Its
        colour is only a hint.
      </Caution>
    </ActForm>
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
