import { Worked } from '@/client/Working';
import { minutesWords } from '@/core/incubation/danger';
import { decimals, degrees } from '@/core/quantities/format';
import { sensorKinds } from '@/core/readings/sensorKinds';
import { thresholds } from '@/core/thresholds';
import { clock } from '@/core/time/localDay';
import type { RoomView } from '../../views/room';

/** What a room's water may do to those in it: chlorine if the neutraliser stops, gas by warming; and what was measured. */
export function SupplyLine({
  room,
  timeZone,
  us,
}: {
  room: Pick<RoomView, 'supply' | 'read'>;
  timeZone: string;
  us: boolean;
}) {
  const { neutraliser, gas } = room.supply;
  if (!neutraliser && !gas && room.read.length === 0) return null;
  const limit = { chlorine: thresholds.chlorineLimit.value, gas: thresholds.gasLimit.value };
  const measured = (kind: 'chlorine' | 'gas') => room.read.filter((r) => r.kind === kind);
  const reading = (kind: 'chlorine' | 'gas') =>
    measured(kind).map((r) => (
      <span key={r.id} className={r.value! > limit[kind] ? 'font-semibold text-hand' : ''}>
        {' '}
        {r.name} {decimals(r.value!, kind === 'chlorine' ? 3 : 0)} {sensorKinds[kind].unit} at {clock(r.at!, timeZone)}
        {r.value! > limit[kind] && (kind === 'gas' ? ': degas it' : ': shut the inflow, look at the neutraliser')}.
      </span>
    ));
  return (
    <p className="mb-2 text-small text-soft" data-testid="supply">
      {neutraliser?.input && neutraliser.minutes !== null && (
        <span className={neutraliser.minutes < thresholds.valveBelow.value ? 'text-careful' : ''}>
          Town water: if the neutraliser stops, chlorine harms after{' '}
          <Worked request={{ id: 'water.dechlorination', input: neutraliser.input }}>
            <b>{minutesWords(neutraliser.minutes)}</b>
          </Worked>
          {neutraliser.minutes < thresholds.valveBelow.value && '; a valve must shut by itself'}.
        </span>
      )}
      {neutraliser?.missing && <span>Town water: {neutraliser.missing}, to know the neutraliser’s reserve.</span>}
      {neutraliser && measured('chlorine').length === 0 && (
        <span> Residual chlorine was not measured since yesterday.</span>
      )}
      {reading('chlorine')}
      {gas && gas.percent > limit.gas && measured('gas').length === 0 && (
        <span className="text-careful">
          {' '}
          Warmed from {degrees(gas.input.fromCelsius, us)} to {degrees(gas.input.toCelsius, us)}: up to{' '}
          <Worked request={{ id: 'water.gasPressure', input: gas.input }}>
            <b>{Math.round(gas.percent)} %</b>
          </Worked>{' '}
          total gas where no tower or spray lets it out; measure it.
        </span>
      )}
      {reading('gas')}
    </p>
  );
}
