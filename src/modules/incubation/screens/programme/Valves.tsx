'use client';

import { useState } from 'react';
import { MeasureInput, measureOf, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Worked } from '@/client/Working';
import { attempt, run } from '@/core/calculation';
import { decimals, figures } from '@/core/quantities/format';
import { fromBase } from '@/core/quantities/measure';
import { ice, mix } from '@/core/water/mixing';

/** Closer than a valve is set. */
const SAME = 0.05;

/** What is opened for the set point of a day ahead: hot and cold water mixed, or ice where it comes too warm. */
export function Valves({ wanted, cold, flowLPerMin }: { wanted: number; cold: number; flowLPerMin: number }) {
  const { locale } = useSession();
  const unit = useShown();
  const [hot, setHot] = useState('');
  const [tank, setTank] = useState('');
  const h = measureOf(hot, 'temperature', unit('temperature'), locale);
  const t = measureOf(tank, 'volume', unit('volume'), locale);
  const degrees = (c: number) =>
    `${decimals(fromBase(c, 'temperature', unit('temperature')), 1)} ${unit('temperature')}`;
  const flow = (l: number) => `${figures(fromBase(l, 'flow', unit('flow')), 2)} ${unit('flow')}`;
  return (
    <section aria-label="Valves" className="text-body" data-testid="valves">
      <h3 className="font-bold">By tomorrow, {degrees(wanted)}</h3>
      {Math.abs(wanted - cold) < SAME ? (
        <p className="text-deep">The water comes so by itself: neither hot nor ice.</p>
      ) : wanted > cold ? (
        <>
          <MeasureInput
            label="Hot water"
            dimension="temperature"
            value={hot}
            onChange={setHot}
            error={h.error}
            hint={`mixed into what comes at ${degrees(cold)}`}
          />
          {h.value !== null && (
            <Mixed input={{ coldCelsius: cold, hotCelsius: h.value, wantedCelsius: wanted, flowLPerMin }} flow={flow} />
          )}
        </>
      ) : (
        <>
          <p className="text-careful">It comes at {degrees(cold)}: mixing cannot chill. A chiller can, or ice:</p>
          <MeasureInput label="Tank" dimension="volume" value={tank} onChange={setTank} error={t.error} />
          {t.value !== null && t.value > 0 && (
            <Iced
              input={{
                volumeL: t.value / 1000,
                fromCelsius: cold,
                toCelsius: Math.max(0, wanted),
                inflowLPerHour: 60 * flowLPerMin,
              }}
            />
          )}
        </>
      )}
    </section>
  );
}

function Mixed({ input, flow }: { input: Parameters<typeof mix.compute>[0]; flow: (l: number) => string }) {
  const { ok: o, wrong } = attempt(() => run(mix, input));
  if (wrong)
    return (
      <p className="text-loss">
        {wrong.path === 'hotCelsius' ? 'The hot water' : 'What is wanted'} {wrong.says}.
      </p>
    );
  return (
    <p>
      <Worked request={{ id: 'water.mix', input }}>
        <b>{flow(o.hotLPerMin)}</b> hot
      </Worked>
      , <b>{flow(o.coldLPerMin)}</b> cold
    </p>
  );
}

function Iced({ input }: { input: Parameters<typeof ice.compute>[0] }) {
  const o = run(ice, input);
  return (
    <p>
      <Worked request={{ id: 'transport.ice', input }}>
        <b>{figures(o.iceKg, 2)} kg</b> at once
      </Worked>
      , then <b>{figures(o.perHourKg, 2)} kg</b> an hour at this flow
      {o.warnings && <span className="block text-careful">{o.warnings.join('; ')}</span>}
    </p>
  );
}
