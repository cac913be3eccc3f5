'use client';
import type { Cross } from '@/core/genetics/planFigures';
import { figures as inFigures } from '@/core/quantities/format';
import { Table } from '@/ui/Table';
import { afterGenerations, type figuresOf, NEAR } from './planState';

export type Best = {
  crosses: Cross[];
  meanOffspringF: number;
  groupCoancestry: number;
  gap: number;
  objective: Objective;
};
export type Objective = 'inbreeding' | 'meanKinship';

export const percent = (x: number) => `${inFigures(100 * x, 3)} %`;

/** The plan against the best possible and against lots drawn. */
export function PlanCosts({
  figures,
  lot,
  best,
}: {
  figures: NonNullable<ReturnType<typeof figuresOf>>;
  lot: number;
  best: Best | null;
}) {
  const most = Math.max(figures.meanOffspringF, lot, best?.meanOffspringF ?? 0, 1e-9);
  const bars = [
    { word: 'this plan', value: figures.meanOffspringF, fill: 'var(--deep)' },
    ...(best
      ? [
          {
            word: best.objective === 'inbreeding' ? 'best possible' : 'plan found',
            value: best.meanOffspringF,
            fill: 'var(--strong)',
          },
        ]
      : []),
    { word: 'drawn by lot', value: lot, fill: 'var(--strong)' },
  ];
  return (
    <div data-testid="plan-costs" data-mean={figures.meanOffspringF}>
      <p className="text-soft">mean inbreeding of the offspring</p>
      <p className="mb-2 text-figure leading-none font-bold">{percent(figures.meanOffspringF)}</p>
      <dl className="grid grid-cols-[6.5rem_minmax(0,1fr)_4.5rem] items-center gap-x-2 gap-y-1">
        {bars.map((b) => (
          <div key={b.word} className="contents">
            <dt className="text-small text-soft">{b.word}</dt>
            <dd aria-hidden="true" className="h-[9px] bg-rule">
              <span className="block h-full" style={{ width: `${(100 * b.value) / most}%`, background: b.fill }} />
            </dd>
            <dd className="text-right">{percent(b.value)}</dd>
          </div>
        ))}
      </dl>
      {best && (
        <p className="quiet mt-1 text-small">
          {best.gap <= 1e-9
            ? best.objective === 'inbreeding'
              ? 'Proven: no plan within these limits has less.'
              : 'Proven: no plan within these limits keeps more.'
            : `The plan found is within ${inFigures(100 * best.gap, 2)} % of the best possible mean kinship.`}
        </p>
      )}
      <Table className="mt-3">
        <tbody>
          <tr>
            <td>highest of a cross</td>
            <td className={`num ${figures.maxOffspringF >= NEAR ? 'font-bold text-hand' : 'font-bold'}`}>
              {percent(figures.maxOffspringF)}
            </td>
          </tr>
          <tr>
            <td>mean kinship kept</td>
            <td className="num font-bold">{inFigures(figures.groupCoancestry, 3)}</td>
          </tr>
          <tr>
            <td>effective size</td>
            <td className="num font-bold">{inFigures(figures.effectiveSize, 3)}</td>
          </tr>
          <tr>
            <td>inbreeding gained in a generation</td>
            <td className="num font-bold">{percent(figures.inbreedingPerGeneration)}</td>
          </tr>
          <tr>
            <td className="text-soft">were it so for five generations</td>
            <td className="num text-soft">{percent(afterGenerations(figures.inbreedingPerGeneration, 5))}</td>
          </tr>
        </tbody>
      </Table>
    </div>
  );
}
