'use client';

import { Timer } from 'lucide-react';
import { useState } from 'react';
import { CalculationError, run } from '@/core/calculation';
import { degrees, degreesApart, figures, plain } from '@/core/quantities/format';
import { fromBase } from '@/core/quantities/measure';
import { celsiusApart, degreesOf, readerUnit } from '@/core/quantities/reader';
import { thresholds } from '@/core/thresholds';
import { temper } from '@/core/water/mixing';
import { Button } from '@/ui/Button';
import { Caution } from '@/ui/caution';
import { Table } from '@/ui/Table';
import { minutesAndSeconds, useTicking } from '@/ui/ticking';
import { DecimalInput, decimalOf, MeasureInput, measureOf, numberText, useShown } from './inputs';
import { useSession } from './session';
import { Worked } from './Working';

/** From one water to another: the steps, how much water is exchanged at each, and the clock that calls them. */
export function Tempering({
  from,
  to,
  most,
  aDay = null,
}: {
  from: number;
  to: number;
  /** What the species bears at once, °C. */
  most: number;
  /** The change a day that a programme keeps to, °C. */
  aDay?: number | null;
}) {
  const { locale, units } = useSession();
  const us = units === 'us';
  const unit = useShown();
  const [step, setStep] = useState(numberText(degreesOf(most, us), locale));
  const [minutes, setMinutes] = useState(numberText(thresholds.temperMinutes.value, locale));
  const [vessel, setVessel] = useState('');
  const [begun, setBegun] = useState<number | null>(null);
  const now = useTicking(1000, begun !== null);
  const [s, m] = [decimalOf(step, locale), decimalOf(minutes, locale)];
  const litres = measureOf(vessel, 'volume', unit('volume'), locale);
  const input = {
    fromCelsius: from,
    toCelsius: to,
    maxStepCelsius: celsiusApart(s.value ?? 0, us),
    minutesPerStep: m.value ?? 0,
    speciesStepCelsius: most,
    ...(litres.value ? { volumeL: litres.value / 1000 } : {}),
  };
  let o: ReturnType<typeof temper.compute> | null = null;
  let wrong: string | null = null;
  try {
    o = input.maxStepCelsius > 0 && input.minutesPerStep > 0 ? run(temper, input) : null;
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    wrong = e.says;
  }
  const passed = begun === null ? -1 : (now - begun) / 60_000;
  const at = o?.steps.findLastIndex((x) => x.minute <= passed) ?? -1;
  const next = o?.steps[at + 1];
  return (
    <section aria-label="Tempering" className="border-l-[3px] border-careful pl-3 text-body" data-testid="tempering">
      <p className="mb-1 font-semibold text-careful">
        {degrees(from, us)} to {degrees(to, us)}: temper them, they bear {degreesApart(most, us)} at once
      </p>
      {aDay !== null && Math.abs(to - from) > 2 * aDay && (
        <p className="mb-1 font-semibold text-hand">
          That is far more than the {degreesApart(aDay, us)} a day of a programme: bring the waters together first, if
          it can wait.
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput
          label={`Step, ${readerUnit('temperature', us)}`}
          value={step}
          onChange={setStep}
          error={s.error ?? wrong}
        />
        <DecimalInput label="Minutes a step" value={minutes} onChange={setMinutes} error={m.error} />
      </div>
      <MeasureInput
        label="Water in the vessel"
        dimension="volume"
        value={vessel}
        onChange={setVessel}
        error={litres.error}
      />
      {o && (
        <>
          <Table className="my-1">
            <tbody>
              {o.steps.map((x, k) => (
                <tr key={x.minute} className={k === at ? 'bg-deep-wash font-semibold' : k < at ? 'text-soft' : ''}>
                  <td className="num">{plain(x.minute)} min</td>
                  <td>
                    exchange {Math.round(100 * x.exchangeShare)} %
                    {x.exchangeL !== undefined &&
                      `, ${figures(fromBase(x.exchangeL * 1000, 'volume', unit('volume')), 2)} ${unit('volume')}`}
                  </td>
                  <td className="num">{degrees(x.celsius, us)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          <p className={begun === null ? 'text-soft' : 'font-semibold text-deep'} role="timer">
            {begun === null
              ? `${Math.round(o.totalMinutes)} minutes in all`
              : next
                ? `next exchange in ${minutesAndSeconds((next.minute - passed) * 60)}`
                : passed < o.totalMinutes
                  ? `into the new water in ${minutesAndSeconds((o.totalMinutes - passed) * 60)}`
                  : 'tempered: they may go over'}
          </p>
          <div className="my-1 flex items-center justify-between gap-3">
            <Button onClick={() => setBegun(begun === null ? Date.now() : null)}>
              <Timer size={17} aria-hidden /> {begun === null ? 'Start the clock' : 'Stop the clock'}
            </Button>
            <Worked request={{ id: 'transport.temper', input }}>working</Worked>
          </div>
        </>
      )}
      <Caution>
        Air and shade while they wait; watch them between the steps and stop where they gasp, roll or whiten. Warmed
        water is degassed first.
      </Caution>
    </section>
  );
}
