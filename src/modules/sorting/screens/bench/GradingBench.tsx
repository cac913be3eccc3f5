'use client';

import { useMemo, useState } from 'react';
import type { PlaceOption } from '@/client/holding';
import { measureOf, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { fitLengths } from '@/core/grading/fit';
import { decimals, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { Button } from '@/ui/Button';
import { DialogButton } from '@/ui/Dialog';
import { TextField } from '@/ui/fields';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { GradeForm } from '../../acts/grade/form';
import { GradePlanForm } from '../../acts/gradePlan/form';
import { LengthsForm } from '../../acts/lengths/form';
import type { Bench } from '../../views/grading';
import { Aside } from './Aside';
import { BowlClock } from './BowlClock';
import { type Aim, barsFor, classesOf, tanksFor } from './bench';
import { ClassTable } from './ClassTable';
import { Distribution } from './Distribution';

const aims: readonly { id: Exclude<Aim, object>; word: string }[] = [
  { id: 'even', word: 'Even classes' },
  { id: 'eaten', word: 'Least eaten within the tanks’ limits' },
  { id: 'two', word: 'Two classes' },
];

/** Lengths of one tank with bars to drag: what each class would be, where it goes, and what is eaten until then. */
export function GradingBench({ bench }: { bench: Bench }) {
  const { now, timeZone, role } = useSession();
  const [classes, setClasses] = useState(bench.plan?.classes.length ?? 3);
  const [units, setUnits] = useState<(number | null)[]>(
    () => bench.plan?.classes.map((c) => c.unit) ?? tanksFor(bench, 3),
  );
  const [bars, setBars] = useState<number[]>(() =>
    bench.plan && bench.plan.barsMm.length > 0
      ? bench.plan.barsMm
      : barsFor(bench, bench.values.gapeRatio === null ? 'even' : 'eaten', 3, tanksFor(bench, 3), now).bars,
  );
  const [said, setSaid] = useState<string | null>(null);
  const fit = useMemo(() => fitLengths(bench.lengthsMm), [bench.lengthsMm]);
  const of = classesOf(bench, bars, units, now);
  const aim = (a: Aim, n = classes) => {
    const many = a === 'two' ? 2 : typeof a === 'object' ? a.atMm.length + 1 : Math.max(n, 2);
    const to = many === classes ? units : tanksFor(bench, many);
    const found = barsFor(bench, a, many, to, now);
    setClasses(many);
    setUnits(to);
    setBars(found.bars);
    setSaid(found.within ? null : 'no set of bars keeps every class within its tank: this one leaves that aside');
  };
  const { row } = bench;
  const plan = {
    barsMm: [...bars].sort((a, b) => a - b),
    classes: of.map((c) => ({ grade: c.grade, unit: c.tank?.id ?? null, share: Number(c.share.toPrecision(4)) })),
  };
  const places: PlaceOption[] = bench.tanks.map((t) => ({
    id: t.id,
    name: t.name,
    room: t.room,
    kind: '',
    holds: t.holds,
  }));
  const may = role === 'manager' || role === 'culturist';
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_236px] gap-x-8 gap-y-4 max-lg:grid-cols-1">
      <div className="min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <h2 className="text-lead">{row.unit}</h2>
          <span className="text-soft">
            {row.speciesName}{' '}
            <Link className="link" href={`/lots/${row.lotId}`}>
              {row.lot}
            </Link>
          </span>
          <Doubtful number={row.number} sd={row.sd} size="plain" />
          {row.sample && (
            <span className="text-soft">
              {row.sample.n} lengths of {dayMonth(row.sample.at, timeZone, now)}, spread{' '}
              {decimals(100 * row.sample.cv, 0)} %
            </span>
          )}
          {may && (
            <DialogButton word="Measure anew" title={`${row.unit}: lengths`}>
              {(done) => <LengthsForm h={row} aroundMm={row.sample?.meanMm} done={done} />}
            </DialogButton>
          )}
        </div>
        <Distribution bench={bench} fit={fit} bars={bars} classes={of} onBars={setBars} />
        <ClassTable
          classes={of}
          tanks={bench.tanks}
          own={row.unitId}
          onUnit={(k, id) => setUnits(units.map((u, i) => (i === k ? id : u)))}
        />
        <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 max-sm:gap-y-4">
          {aims
            .filter((a) => a.id !== 'eaten' || bench.values.gapeRatio !== null)
            .map((a) => (
              <Button key={a.id} kind="link" onClick={() => aim(a.id)}>
                {a.word}
              </Button>
            ))}
          {classes < 4 && (
            <Button kind="link" onClick={() => aim('even', classes + 1)}>
              one class more
            </Button>
          )}
          <DialogButton word="Sizes I want" title={`${row.unit}: sizes that are wanted`}>
            {(done) => (
              <WantedSizes
                onSet={(atMm) => {
                  aim({ atMm });
                  done();
                }}
              />
            )}
          </DialogButton>
          {said && <span className="text-small text-careful">{said}</span>}
        </div>
        {may && (
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <DialogButton word="Grade so" title={`${row.unit}: grade`} kind="main">
              {(done) => <GradeForm h={row} places={places} plan={plan} done={done} />}
            </DialogButton>
            <DialogButton
              word={bench.plan ? 'Plan anew' : 'Plan it'}
              title={`${row.unit}: plan the grading`}
              kind="plain"
            >
              {(done) => <GradePlanForm h={row} plan={plan} done={done} />}
            </DialogButton>
            <span className="text-small text-careful">{whatLacks(of, row.unitId)}</span>
          </div>
        )}
        {may && (
          <div className="mt-3">
            <BowlClock of={{ ...bench.values, meanG: row.meanG }} />
          </div>
        )}
        <p className="mt-2 text-small text-soft">
          Soft edge: what a bar lets pass of the wide and keeps of the narrow
          {bench.learned
            ? `, as ${bench.learned.bars} ${bench.learned.bars === 1 ? 'bar' : 'bars'} here did`
            : ', by Reference: measure the classes after a grading and it is learned'}
          . Bodies are {decimals(100 * bench.values.widthPerLength, 1)} % of their length wide
          {bench.learned && ` ±${decimals(196 * bench.learned.widthSd, 1)}`}. {fitWords(fit.components, grouped)}
        </p>
      </div>
      <Aside bench={bench} bars={bars} classes={of} />
    </div>
  );
}

/** Most bars that a grader is set to here. */
const MOST_BARS = 3;

/** Lengths at which the classes part, typed one after the other. */
function WantedSizes({ onSet }: { onSet: (atMm: number[]) => void }) {
  const { locale } = useSession();
  const shown = useShown()('length', true);
  const [text, setText] = useState('');
  const read = text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((t) => measureOf(t, 'length', shown, locale).value);
  const at = [...new Set(read.flatMap((v) => v ?? []))].sort((a, b) => a - b);
  const wrong = read.some((v) => v === null || v <= 0)
    ? 'cannot be read as lengths'
    : at.length > MOST_BARS
      ? `at most ${MOST_BARS} lengths: four classes`
      : null;
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (at.length > 0 && !wrong) onSet(at);
      }}
    >
      <TextField
        label={`Classes part at, ${shown}`}
        value={text}
        onChange={setText}
        error={wrong}
        hint="smaller than the first are one class, longer than the last another: 24 32"
      />
      <Button kind="main" type="submit" className="self-start" disabled={at.length === 0 || wrong !== null}>
        Set the bars
      </Button>
    </form>
  );
}

/** Groups among them, in words. */
function fitWords(components: readonly { share: number; meanMm: number }[], say: (n: number) => string): string {
  if (components.length === 1) return 'They are one group.';
  return `They are ${components.length} groups: ${components
    .map((c) => `${Math.round(100 * c.share)} % about ${say(Math.round(c.meanMm))} mm`)
    .join(', ')}.`;
}

/** What stands in the way of this cut. */
function whatLacks(classes: readonly ReturnType<typeof classesOf>[number][], own: number): string {
  const without = classes.filter((c) => !c.tank && c.number >= 1).map((c) => c.grade);
  const full = classes
    .filter((c) => c.tight && c.tight.share >= 1)
    .map((c) => `${c.tank!.name} is too small for ${c.grade}`);
  const taken = classes
    .filter((c) => c.tank && c.tank.id !== own && c.tank.number > 0)
    .map((c) => `${c.tank!.name} holds ${c.tank!.holds}`);
  return [
    ...(without.length > 0
      ? [`a spare tank is missing for ${without.join(' and ')}: empty one, or fewer classes`]
      : []),
    ...full,
    ...taken,
  ].join('; ');
}
