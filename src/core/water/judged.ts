import { decimals, figures } from '../quantities/format';
import { thresholds } from '../thresholds';
import { unionisedFraction } from './ammonia';
import { type HandKind, handKinds } from './handKinds';
import { oxygenSaturation } from './oxygen';
import { bicarbonateFor, exchangeSays } from './remedy';

export type WaterFigure = { kind: HandKind; value: number };

/** What the animals in it bear, and what else is known of the water. */
export type WaterAbout = {
  oxygen?: { low?: number };
  pH?: { low?: number; high?: number };
  salinity?: { low?: number; high?: number };
  light?: { low?: number; high?: number };
  celsius: number | null;
  lastPH?: number | null;
  /** Its volume over its flow, minutes. */
  turnoverMinutes?: number | null;
};

export type WaterJudged = { kind: HandKind; value: number; is: 'good' | 'off' | 'unknown'; says: string; todo: string };

const GOOD = { is: 'good', todo: '' } as const;

/**
 * Readings of one tank against what its animals bear: what is off, and what to do, the gentlest that helps first. Of
 * ammonia it is the un-ionised part that counts: it needs pH and temperature. Nothing is said to be good of what no limit
 * is known for.
 */
export function judgeWater(figuresRead: readonly WaterFigure[], about: WaterAbout): WaterJudged[] {
  const of = (kind: HandKind) => figuresRead.find((f) => f.kind === kind)?.value ?? null;
  const pH = of('pH') ?? about.lastPH ?? null;
  const exchange = (value: number, most: number) => exchangeSays(value, most, about.turnoverMinutes ?? null);
  return figuresRead.map(({ kind, value }): WaterJudged => {
    const said = (rest: Omit<WaterJudged, 'kind' | 'value' | 'says'>, more = ''): WaterJudged => {
      const k = handKinds[kind];
      return {
        kind,
        value,
        ...rest,
        says: `${k.word} ${decimals(value, k.places)}${k.unit ? ` ${k.unit}` : ''}${more}`,
      };
    };
    const unknown = (todo = '') => said({ is: 'unknown', todo });
    switch (kind) {
      case 'oxygen': {
        const low = about.oxygen?.low;
        const share =
          about.celsius === null
            ? ''
            : `, ${Math.round((100 * value) / oxygenSaturation(Math.min(40, Math.max(0, about.celsius))))} % of what it can hold`;
        if (low === undefined) return said({ is: 'unknown', todo: '' }, share);
        return value < low
          ? said(
              {
                is: 'off',
                todo: `below ${figures(low, 2)} mg/L: more water or air now, feed nothing, look at the inflow`,
              },
              share,
            )
          : said(GOOD, share);
      }
      case 'pH':
        return outside(value, about.pH, said, {
          low: 'look at carbon dioxide and alkalinity; alkali goes into the reserve tank, never onto fry',
          high: 'look for algae or lime; ammonia is more poisonous at it',
        });
      case 'light':
        return outside(value, about.light, said, {
          low: 'larvae that hunt by sight need to see: lamps on, covers off, slowly',
          high: 'cloth or covers over it: eggs and sac fry are kept dim, others hide and jump',
        });
      case 'salinity':
        return outside(value, about.salinity, said, {
          low: 'salt goes in dissolved, slowly',
          high: 'exchange with fresh water, slowly',
        });
      case 'ammonia': {
        if (pH === null || about.celsius === null)
          return unknown('how poisonous it is depends on pH and temperature: read them too');
        const toxic = value * unionisedFraction(about.celsius, pH);
        const part = `, ${decimals(toxic, 4)} of it un-ionised`;
        return toxic > thresholds.unionisedMost.value
          ? said(
              {
                is: 'off',
                todo: `above ${figures(thresholds.unionisedMost.value, 2)} mg/L un-ionised: feed nothing, ${exchange(toxic, thresholds.unionisedMost.value)}, with water of no higher pH`,
              },
              part,
            )
          : said(GOOD, part);
      }
      case 'nitrite':
        return most(
          value,
          thresholds.nitriteMost.value,
          said,
          `feed less, ${exchange(value, thresholds.nitriteMost.value)}; salt holds it off where they bear it`,
        );
      case 'nitrate':
        return most(value, thresholds.nitrateMost.value, said, exchange(value, thresholds.nitrateMost.value));
      case 'carbonDioxide':
        return most(value, thresholds.carbonDioxideMost.value, said, 'drive it out: air, cascade, spray');
      case 'chlorine':
        return most(
          value,
          thresholds.chlorineLimit.value,
          said,
          'neutralise at once (water.dechlorination), and find where it comes from',
        );
      case 'alkalinity':
        return value < thresholds.alkalinityLeast.value
          ? said({
              is: 'off',
              todo: `below ${figures(thresholds.alkalinityLeast.value, 2)}: pH may fall fast in recirculated water; ${Math.ceil(bicarbonateFor(value, thresholds.alkalinityLeast.value))} mg of sodium bicarbonate a litre into the reserve, over a day, never onto fry`,
            })
          : said(GOOD);
      default:
        return unknown();
    }
  });
}

type Say = (rest: Omit<WaterJudged, 'kind' | 'value' | 'says'>, more?: string) => WaterJudged;

function outside(
  value: number,
  limit: { low?: number; high?: number } | undefined,
  said: Say,
  todo: { low: string; high: string },
): WaterJudged {
  if (!limit) return said({ is: 'unknown', todo: '' });
  if (limit.low !== undefined && value < limit.low)
    return said({ is: 'off', todo: `below ${figures(limit.low, 3)}: ${todo.low}` });
  if (limit.high !== undefined && value > limit.high)
    return said({ is: 'off', todo: `above ${figures(limit.high, 3)}: ${todo.high}` });
  return said(GOOD);
}

const most = (value: number, high: number, said: Say, todo: string): WaterJudged =>
  value > high ? said({ is: 'off', todo: `above ${figures(high, 2)}: ${todo}` }) : said(GOOD);
