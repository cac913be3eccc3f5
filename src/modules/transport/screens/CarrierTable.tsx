import { useSession } from '@/client/session';
import { decimals, degrees, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock } from '@/core/time/localDay';
import { carriers } from '@/core/transport/haul';
import { keepings } from '@/core/transport/warming';
import { Table } from '@/ui/Table';
import type { HaulView } from '../views/hauls';

/** What each carrier of a haul holds and bears, how it arrives, and how it was read last. */
export function CarrierTable({ of: h }: { of: HaulView }) {
  const { timeZone, units } = useSession();
  const us = units === 'us';
  const kg = (value: number) => massOfAll(1000 * value, us, value < 10 ? 1 : 0);
  const warms = h.full.some((t) => t.celsiusThen !== null);
  return (
    <section aria-label="Its tanks" className="mt-4">
      <h2 className="border-b-2 border-deep/40 pb-0.5">In what they travel</h2>
      <div className="overflow-x-auto">
        <Table className="cards">
          <thead>
            <tr>
              <th />
              <th className="num">holds</th>
              <th className="num">bears</th>
              <th />
              {warms && <th className="num">arrives at</th>}
              <th className="num">oxygen for the way</th>
              <th>last read</th>
            </tr>
          </thead>
          <tbody>
            {h.full.map((t, i) => {
              const read = h.tanksNow.find((x) => x.name === t.name);
              const { kind, count } = h.tanks[i]!;
              return (
                <tr key={t.name} data-tank={t.name} className={read?.todo ? 'bg-hand-wash' : ''}>
                  <td data-first>
                    <b>{t.name}</b>
                    {kind !== 'tank' && (
                      <span className="block text-small text-soft">
                        {grouped(count)} {carriers[kind]}
                        {t.each !== null && `, ${grouped(t.each)} in each`}
                      </span>
                    )}
                  </td>
                  <td className="num" data-head="holds">
                    {t.number === 0 ? '' : t.massKg === null || kind === 'moist' ? grouped(t.number) : kg(t.massKg)}
                  </td>
                  <td className="num" data-head="bears">
                    {t.mostKg !== null ? kg(t.mostKg) : t.mostNumber !== null ? grouped(t.mostNumber) : ''}
                  </td>
                  <td className={t.share !== null && t.share > 1 ? 'font-semibold text-hand' : 'text-soft'}>
                    {t.share !== null
                      ? `${Math.round(100 * t.share)} %, by ${t.limitWord}`
                      : t.number === 0
                        ? 'empty'
                        : kind === 'moist'
                          ? 'say how many a box bears'
                          : 'weigh them: how full it is cannot be told'}
                    {t.lasts !== null && t.number > 0 && (
                      <span className="block text-small">lasts {decimals(t.lasts, 0)} h</span>
                    )}
                  </td>
                  {warms && (
                    <td className="num" data-head="arrives at">
                      {t.celsiusThen !== null && degrees(t.celsiusThen, us)}
                      {t.iceKg !== null && t.iceKg >= ICE_WORTH && (
                        <span className="block text-small text-soft">or {kg(t.iceKg)} of ice</span>
                      )}
                    </td>
                  )}
                  <td className="num" data-head="oxygen for the way">
                    {t.oxygenL === null ? '' : `${grouped(Math.ceil(t.oxygenL / 10) * 10)} L`}
                  </td>
                  <td data-head={read?.last ? 'last read' : undefined}>
                    {read?.last && (
                      <>
                        {clock(read.last.at, timeZone)}
                        {read.last.oxygen !== null && ` ${decimals(read.last.oxygen, 1)} mg/L`}
                        {read.last.celsius !== null && ` ${degrees(read.last.celsius, us)}`}
                      </>
                    )}
                    {read?.todo && <b className="block text-hand">{read.todo}</b>}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </div>
      <p className="mt-1">
        {[
          h.bottles !== null &&
            h.bottles > 0 &&
            `${h.bottles} ${h.bottles === 1 ? 'bottle' : 'bottles'} of oxygen, and one to spare`,
          h.way.airCelsius !== null && `air of ${degrees(h.way.airCelsius, us)} on the way, ${keepings[h.way.keeps]}`,
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      <p className="quiet mt-1 text-small">
        Tanks by water, oxygen let in, carbon dioxide, ammonia, and the rule of loading by size and warmth of Reference;
        bags must last twice the way. Ice goes in bags, not onto fish. Fish just netted use up to twice as much.
      </p>
    </section>
  );
}

/** Less ice than this is none, kg. */
const ICE_WORTH = 0.05;
