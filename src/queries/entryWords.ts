import { wordOf } from '@/core/books/kinds';
import { catchMeans } from '@/core/brood/batch';
import { deformityName } from '@/core/brood/deformities';
import { fateOf, killMethods } from '@/core/brood/fates';
import { basisWords, handlings } from '@/core/incubation/eggWords';
import { findingWords, type ReadyFinding } from '@/core/induction/latency';
import { decimals, figures, plain } from '@/core/quantities/format';
import { massEach, massOfAll } from '@/core/quantities/mass';
import { fromBase } from '@/core/quantities/measure';
import { motilities } from '@/core/spawning/acts';

export type Moved = { account: string; delta: number; unit: string; lot: string; stage: string };

const spaced = (n: number) => String(Math.abs(n)).replace(/\B(?=(\d{3})+(?!\d))/g, '\u2005');

/**
 * What an entry did, in one line of plain words.
 * @param us masses and temperatures in US customary units  @param unit name of the unit that the entry is of, for what
 *   moved nothing
 */
export function entryWords(
  kind: string,
  intent: Record<string, unknown>,
  moved: readonly Moved[],
  us = false,
  unit?: string,
): string {
  const held = moved.filter((m) => m.account === 'holding');
  const out = held.filter((m) => m.delta < 0);
  // What an entry found in a holding that it takes from (more came out than the books held) did not come in.
  const takenFrom = new Set(out.map((m) => `${m.unit} ${m.lot} ${m.stage}`));
  const into = held.filter((m) => m.delta > 0 && !takenFrom.has(`${m.unit} ${m.lot} ${m.stage}`));
  const world = moved.filter((m) => m.account !== 'holding' && m.account !== 'unexplained' && m.delta > 0);
  const unexplained = moved.filter((m) => m.account === 'unexplained').reduce((s, m) => s + m.delta, 0);
  const odd = unexplained === 0 ? '' : `; ${spaced(unexplained)} ${unexplained > 0 ? 'to' : 'from'} unexplained`;
  const total = (list: readonly Moved[]) => spaced(list.reduce((s, m) => s + m.delta, 0));
  switch (kind) {
    case 'take':
      return [
        ...held.filter((m) => m.delta > 0).map((m) => `${spaced(m.delta)} into ${m.unit}, ${m.lot}`),
        ...(intent.removed ? [`${spaced(Number(intent.removed))} of them dead, taken out before the count`] : []),
      ].join('; ');
    case 'opening':
    case 'arrival':
      return into.map((m) => `${spaced(m.delta)} into ${m.unit}, ${m.lot}`).join(', ');
    case 'check':
      return `${intent.check}: ${intent.successes} of ${intent.trials}`;
    case 'deformity':
      return `${intent.deformed} of ${intent.looked} deformed${Object.entries(
        (intent.kinds ?? {}) as Record<string, number>,
      )
        .filter(([, n]) => n > 0)
        .map(([id, n], i) => `${i === 0 ? ': ' : ', '}${deformityName(id)} ${n}`)
        .join('')}`;
    case 'sampleBack':
      return `${spaced(Number(intent.number))} put back${intent.dead ? `, ${spaced(Number(intent.dead))} died of it` : ''}${intent.purpose ? `, ${intent.purpose}` : ''}`;
    case 'feed':
      return `${us ? massOfAll(Number(intent.massG), true, 2) : `${plain(Number(intent.massG))} g`}${intent.feed ? `, ${intent.feed}` : ''}`;
    case 'temperature':
      return us
        ? `${decimals(fromBase(Number(intent.celsius), 'temperature', 'F'), 1)} °F`
        : `${plain(Number(Number(intent.celsius).toFixed(2)))} °C`;
    case 'reading':
      return `${intent.sensorName}: ${plain(Number(intent.value))} ${intent.unitName}`.trim();
    case 'import':
      return `${intent.fileName || 'file'}: ${intent.rows} readings, ${intent.added} new`;
    case 'correction':
      return `takes back “${wordOf(String(intent.kind))}”: ${intent.reason}`;
    case 'weighing':
    case 'count': {
      const batches = intent.batches as { massG: number; count: number }[] | undefined;
      const each = batches
        ? `${massEach(batches.reduce((s, b) => s + b.massG, 0) / batches.reduce((s, b) => s + b.count, 0), us)}${us ? '' : ' each'}`
        : '';
      const measured = intent.measured as { number?: number } | undefined;
      const mode =
        { combine: ', combined with the books', replace: ', the count stands', note: ', noted only' }[
          intent.mode as 'combine'
        ] ?? '';
      return `${[measured?.number !== undefined ? spaced(measured.number) : '', each].filter(Boolean).join(', ')}${mode}${odd}`;
    }
    case 'fishArrival':
      return [
        `${intent.batchName}: ${[
          intent.females && `${intent.females} females`,
          intent.males && `${intent.males} males`,
          intent.unknown && `${intent.unknown} not sexed`,
        ]
          .filter(Boolean)
          .join(', ')}`,
        catchMeans.find((m) => m.id === intent.means)?.name,
        intent.place,
        intent.dead && `${intent.dead} dead`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'fishSort':
      return [
        `${intent.batchName}: ${intent.number} ${intent.sex === 'unknown' ? 'not sexed' : `${intent.sex}${Number(intent.number) === 1 ? '' : 's'}`}`,
        fateOf(String(intent.fate))?.name,
        killMethods.find((m) => m.id === intent.method)?.name,
        intent.sufficed !== undefined &&
          Number(intent.sufficed) < Number(intent.number) &&
          `the first application sufficed for ${intent.sufficed}`,
        intent.mark && `mark ${intent.mark}`,
        intent.cause,
      ]
        .filter(Boolean)
        .join(', ');
    case 'fishImport':
      return `${intent.fileName || 'list'}: ${intent.count} fish`;
    case 'fishLook':
      return [
        intent.massG && massOfAll(Number(intent.massG), us, 3),
        intent.lengthMm &&
          (us ? `${decimals(Number(intent.lengthMm) / 25.4, 1)} in` : `${plain(Number(intent.lengthMm))} mm`),
        intent.saw,
        intent.condition,
      ]
        .filter(Boolean)
        .join(', ');
    case 'fishMove':
      return `${(intent.fish as unknown[]).length} fish`;
    case 'fate':
      return [
        fateOf(String(intent.fate))?.name,
        killMethods.find((m) => m.id === intent.method)?.name,
        intent.firstSufficed === false && 'the first application did not suffice',
        intent.mark && `mark ${intent.mark}`,
        intent.cause,
      ]
        .filter(Boolean)
        .join(', ');
    case 'inject':
      return `part ${intent.part} of ${intent.of}: ${figures(Number(intent.amount), 3)} ${intent.doseUnit === 'ug' ? 'µg' : intent.doseUnit}, ${figures(Number(intent.volumeMl), 3)} mL in ${intent.sites} ${intent.sites === 1 ? 'site' : 'sites'}, lot ${intent.hormoneLot}, checked by ${intent.checkedBy}`;
    case 'ready':
      return findingWords[intent.found as ReadyFinding];
    case 'strip':
      return `${us ? massOfAll(Number(intent.massG), true, 3) : `${plain(Number(intent.massG))} g`} of eggs${intent.apart ? `, held apart: ${intent.why}` : ''}`;
    case 'milt':
      return [
        intent.volumeMl && `${plain(Number(intent.volumeMl))} mL`,
        motilities.find((m) => m.id === intent.motility)?.name,
        intent.apart && `held apart: ${intent.why}`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'nest':
      return `nest ${intent.bowl}: 1 × ${(intent.males as unknown[]).length}`;
    case 'bath':
      return `${intent.name}: ${figures(Number(intent.volumeL), 3)} L at ${figures(Number(intent.targetMgPerL), 3)} mg/L of ${intent.of}${
        intent.stockL != null
          ? `, ${figures(Number(intent.stockL), 3)} L of stock`
          : `, ${intent.productMl != null ? `${figures(Number(intent.productMl), 3)} mL` : `${figures(Number(intent.productG), 3)} g`} of product`
      }, lot ${intent.productLot}`;
    case 'cross':
      return `bowl ${intent.bowl}, ${intent.how}: ${(intent.females as unknown[]).length} × ${(intent.males as unknown[]).length}`;
    case 'step':
      return `${intent.bowl === undefined ? '' : `bowl ${intent.bowl}: `}${intent.says ?? intent.step}${intent.skipped ? `, left out: ${intent.why}` : ''}`;
    case 'handled':
      return `${handlings[intent.what as keyof typeof handlings]?.name ?? intent.what}${intent.minutes ? `, ${intent.minutes} min` : ''}${intent.flowLPerMin ? `, ${us ? `${figures(fromBase(Number(intent.flowLPerMin), 'flow', 'gpm'), 3)} gpm` : `${figures(Number(intent.flowLPerMin), 3)} L/min`}` : ''}`;
    case 'doubtful':
      return `${spaced(Number(intent.number))} pale eggs left for a second look`;
    case 'routine':
      return `${intent.taskName}, ${intent.roomName}`;
    case 'hatchSeen':
      return { first: 'the first have hatched', half: 'half have hatched', done: 'all that will have hatched' }[
        intent.seen as 'first'
      ];
    case 'eggBath':
      return `${intent.product}, ${figures(Number(intent.targetMgPerL), 3)} mg/L (${basisWords[intent.basis as keyof typeof basisWords]}) for ${intent.minutes} min, ordered by ${intent.orderedBy}`;
    case 'note':
      return '';
    case 'pick':
    case 'dead':
      return `${intent.measured ? 'about ' : ''}${spaced(Number(intent.number ?? 0))}${out[0] || unit ? ` from ${out[0]?.unit ?? unit}` : ''}${intent.cause ? `, ${intent.cause}` : ''}${odd}`;
    case 'eggShipment': {
      const age = intent.age as { degreeDays: number | null } | undefined;
      return `${total(world)} from ${[...new Set(world.map((m) => m.unit))].join(', ')} to ${intent.receiver}, ${intent.boxes} ${intent.boxes === 1 ? 'box' : 'boxes'}${age?.degreeDays == null ? '' : `, ${Math.round(age.degreeDays)} °C·d old`}${odd}`;
    }
    case 'hatch':
      return `${spaced(into.reduce((n, m) => n + m.delta, 0))} from ${[...new Set(out.map((m) => m.unit))].join(', ')}${intent.unhatched ? `, ${spaced(Number(intent.unhatched))} did not hatch` : ''}${odd}`;
    default:
      if (world.length > 0 && into.length === 0)
        return `${total(world)} from ${[...new Set(world.map((m) => m.unit))].join(', ')}${intent.siteName ? ` to ${intent.siteName}` : ''}${intent.cause ? `, ${intent.cause}` : ''}${odd}`;
      if (into.length > 0 && out.length > 0) {
        const from = [...new Set(out.map((m) => m.unit))].join(', ');
        const to = [...new Set(into.map((m) => `${m.unit}${into.length > 1 ? ` (${spaced(m.delta)})` : ''}`))].join(
          ', ',
        );
        // Dead that were taken out on the way stand behind what was moved.
        const dead = world.length > 0 ? `, ${total(world)} dead` : '';
        return `${total(into)} from ${from}${kind === 'hatch' || kind === 'stage' ? '' : ` to ${to}`}${dead}${odd}`;
      }
      return odd.slice(2);
  }
}
