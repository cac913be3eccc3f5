'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import type { Cross } from '@/core/genetics/planFigures';
import { grouped, figures as inFigures } from '@/core/quantities/format';
import { isoDay } from '@/core/time/localDay';
import { BroodTabs } from '@/modules/brood/screens/BroodTabs';
import { SpeciesNav } from '@/modules/brood/screens/SpeciesNav';
import type { BroodFish } from '@/modules/brood/views/brood';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Checkbox';
import { SelectField } from '@/ui/SelectField';
import { BeforePlan, type ReadySpecies } from './BeforePlan';
import { Mates } from './Mates';
import { type Best, type Objective, PlanCosts } from './PlanCosts';
import { PlanGrid } from './PlanGrid';
import {
  byLot,
  figuresOf,
  type Kinship,
  moveCross,
  NEAR,
  planSays,
  shareOf,
  toggleCross,
  usualLimit,
} from './planState';
import { TakeToDay } from './TakeToDay';

type Work = 'kinship' | 'plan' | null;

/** Who with whom: kinship of those ripe now, the best plan within the limits, and what any other costs. */
export function PlanScreen({
  species,
  females: ripeFemales,
  males: ripeMales,
  days,
  list = [],
  here = [],
  ready = [],
}: {
  species: { id: string; name: string };
  females: BroodFish[];
  males: BroodFish[];
  /** Open spawning days of the species, to take the plan to. */
  days: { id: number; name: string }[];
  /** Species with brood fish here. */
  list?: readonly { id: string; name: string }[];
  /** All brood fish of the species, and other species that could be planned: for when there is nothing to plan. */
  here?: readonly BroodFish[];
  ready?: readonly ReadySpecies[];
}) {
  const { locale, timeZone, now } = useSession();
  const router = useRouter();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const females = useMemo(() => ripeFemales.filter((f) => !left.has(f.id)), [ripeFemales, left]);
  const males = useMemo(() => ripeMales.filter((m) => !left.has(m.id)), [ripeMales, left]);
  const [whole, setWhole] = useState<Kinship | null>(null);
  const [malesPerFemale, setMalesPerFemale] = useState('2');
  const [mostFemales, setMostFemales] = useState(() => String(usualLimit(ripeFemales.length, ripeMales.length, 2)));
  const [objective, setObjective] = useState<Objective>('inbreeding');
  const [avoid, setAvoid] = useState<string[]>([]);
  const [across, setAcross] = useState(false);
  const strains = new Set([...ripeFemales, ...ripeMales].map((x) => x.strain).filter(Boolean));
  const [crosses, setCrosses] = useState<Cross[]>([]);
  const [best, setBest] = useState<Best | null>(null);
  const [work, setWork] = useState<Work>(null);
  const [error, setError] = useState<string | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const stop = useRef<AbortController | null>(null);

  const ask = useCallback(async (what: Exclude<Work, null>, path: string, body: unknown) => {
    stop.current?.abort();
    const mine = new AbortController();
    stop.current = mine;
    setWork(what);
    setError(null);
    try {
      const r = await fetch(path, { method: 'POST', body: JSON.stringify(body), signal: mine.signal });
      const answer = await r.json();
      if (r.ok) return answer as Record<string, unknown>;
      setError(answer.error ?? answer.refused?.message ?? 'It cannot be worked.');
    } catch (e) {
      if ((e as Error).name !== 'AbortError') setError('No connection. Nothing is lost: try again.');
    } finally {
      if (stop.current === mine) setWork(null);
    }
    return null;
  }, []);

  // Kinship of all that are ripe is worked once; leaving one out needs no new one.
  const ids = useMemo(() => [...ripeFemales, ...ripeMales].map((x) => x.id), [ripeFemales, ripeMales]);
  useEffect(() => {
    if (ripeFemales.length === 0 || ripeMales.length === 0) return;
    void ask('kinship', '/api/kinship', { species: species.id, among: ids }).then((a) => {
      if (!a) return;
      const order = a.order as string[];
      setWhole({
        matrix: a.kinship as number[][],
        completeness: order.map((id) => (a.completeness as Record<string, number>)[id]!),
        inbreeding: order.map((id) => (a.inbreeding as Record<string, number>)[id]!),
        pedigree: Number(a.pedigree),
      });
    });
    return () => stop.current?.abort();
  }, [ids, species.id, ask, ripeFemales, ripeMales]);

  const kinship = useMemo((): Kinship | null => {
    if (!whole) return null;
    const at = [...females, ...males].map((x) => ids.indexOf(x.id));
    return {
      ...whole,
      matrix: at.map((a) => at.map((b) => whole.matrix[a]![b]!)),
      completeness: at.map((a) => whole.completeness[a]!),
      inbreeding: at.map((a) => whole.inbreeding[a]!),
    };
  }, [whole, females, males, ids]);

  const wanted = wholeOf(malesPerFemale, locale).value;
  const limit = wholeOf(mostFemales, locale).value;
  const seek = async () => {
    if (!kinship || !wanted) return;
    const tags = [...females, ...males].map((x) => x.tag);
    const known = shareOf(females);
    const a = await ask('plan', '/api/calc', {
      id: 'genetics.matingPlan',
      input: {
        females: females.map((f, i) => ({
          id: f.tag,
          eggs: known[i],
          ...(f.strain && !across ? { stock: f.strain } : {}),
        })),
        males: males.map((m) => ({
          id: m.tag,
          ...(limit ? { maxFemales: limit } : {}),
          ...(m.strain && !across ? { stock: m.strain } : {}),
        })),
        malesPerFemale: wanted,
        kinship: { order: tags, matrix: kinship.matrix },
        avoid: avoid.map((x) => x.split('|')).filter(([f, m]) => tags.includes(f!) && tags.includes(m!)),
        objective,
      },
    });
    if (!a) return;
    const o = a.output as {
      crosses: { female: string; male: string }[];
      meanOffspringF: number;
      groupCoancestry: number;
      gap: number;
    };
    const found = o.crosses.map((c) => ({
      female: females.findIndex((f) => f.tag === c.female),
      male: males.findIndex((m) => m.tag === c.male),
    }));
    // Hundreds of crosses are drawn in slices, so that whoever types meanwhile is not held up.
    startTransition(() => {
      setCrosses(found);
      setBest({
        crosses: found,
        meanOffspringF: o.meanOffspringF,
        groupCoancestry: o.groupCoancestry,
        gap: o.gap,
        objective,
      });
    });
  };
  const leave = (id: number) => {
    setLeft(new Set([...left, id]));
    setCrosses([]);
    setBest(null);
    setAt(null);
  };
  const figures = kinship && figuresOf(females, males, kinship, crosses);
  const lot = kinship && byLot(females, males, kinship, across);
  const says = kinship && figures ? planSays(females, males, kinship, crosses, figures) : [];
  const row = at === null ? null : females[at];
  if (ripeFemales.length === 0 || ripeMales.length === 0)
    return (
      <div className="px-6 py-4 max-sm:px-3">
        <BroodTabs here="plan" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/plan" />
        <BeforePlan
          species={species}
          near={{ females: ripeFemales.length, males: ripeMales.length }}
          here={here}
          ready={ready}
          now={now}
          timeZone={timeZone}
        />
      </div>
    );
  return (
    <div className="grid min-h-full grid-cols-[minmax(0,1fr)_360px] max-lg:grid-cols-1">
      <section className="min-w-0 px-6 py-4 max-sm:px-3" aria-label="Mating plan">
        <BroodTabs here="plan" species={species.id} />
        <SpeciesNav list={list} here={species.id} path="/brood/plan" />
        <form
          className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2"
          onSubmit={(e) => {
            e.preventDefault();
            void seek();
          }}
        >
          <NumberInput
            label="Males a female"
            value={malesPerFemale}
            onChange={setMalesPerFemale}
            className="w-[7.5rem]"
          />
          <NumberInput
            label="Most females a male"
            value={mostFemales}
            onChange={setMostFemales}
            className="w-[9.5rem]"
          />
          <SelectField
            label="Wanted"
            value={objective}
            onChange={setObjective}
            options={[
              { value: 'inbreeding', label: 'least inbred offspring' },
              { value: 'meanKinship', label: 'most kept for later generations' },
            ]}
          />
          {strains.size > 1 && (
            <Tick
              checked={across}
              onChange={(on) => {
                setAcross(on);
                setCrosses([]);
                setBest(null);
              }}
            >
              cross strains too
            </Tick>
          )}
          {work === 'plan' ? (
            // Another element than the button below: a click that stops must not become one that begins anew.
            <Button key="stop" onClick={() => stop.current?.abort()}>
              Stop
            </Button>
          ) : (
            <Button kind="main" key="find" type="submit" disabled={!kinship || !wanted || work !== null}>
              Find the best plan
            </Button>
          )}
          <span className="quiet pb-2 text-small" role="status">
            {work === 'plan' && <span className="late">seeking; the page goes on meanwhile</span>}
            {work === 'kinship' && <span className="late">working kinship</span>}
          </span>
        </form>
        {error && (
          <p role="alert" className="mb-3 border-l-[3px] border-hand bg-hand-wash px-3 py-2">
            {error}
          </p>
        )}
        {kinship && (
          <PlanGrid
            females={females}
            males={males}
            kinship={kinship}
            crosses={crosses}
            avoid={avoid}
            across={across}
            selected={at}
            onSelect={setAt}
            onMove={(x, male) => setCrosses(moveCross(crosses, x, male))}
          />
        )}
        <p className="quiet mt-2 text-small">
          The shade of a square is the inbreeding of its offspring, {inFigures(100 * NEAR, 3)} % that of half sibs;
          hatched squares are barred, dotted ones are of animals whose ancestors are little known: they may be nearer.
          Drag a cross along its row, or choose a female for her males.{' '}
          {whole && `Pedigree of ${grouped(whole.pedigree)} animals.`}
        </p>
      </section>
      <aside
        className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-t max-lg:border-l-0 max-sm:px-3"
        aria-label="What the plan costs"
      >
        {figures && lot !== null ? (
          <>
            <PlanCosts figures={figures} lot={lot} best={best} />
            <ul className="mt-3 flex flex-col gap-2">
              {says.map((s) => (
                <li
                  key={s.text}
                  className={`border-l-[3px] px-3 py-1 text-body ${s.bad ? 'border-hand bg-hand-wash' : 'border-careful'}`}
                >
                  {s.text}
                </li>
              ))}
            </ul>
            <TakeToDay
              species={species}
              days={days}
              today={isoDay(now, timeZone)}
              crosses={females.flatMap((f, i) => {
                const his = crosses.filter((c) => c.female === i).map((c) => males[c.male]!.id);
                return his.length > 0 ? [{ female: f.id, males: his }] : [];
              })}
              onDone={(id) => router.push(`/spawning/${id}`)}
            />
          </>
        ) : (
          <p className="quiet">
            {kinship
              ? 'No crosses yet: find the best plan, or choose a female and give her males.'
              : work === 'kinship'
                ? 'Kinship is being worked from the whole pedigree.'
                : ''}
          </p>
        )}
        {row && kinship && (
          <Mates
            female={row}
            index={at!}
            females={females}
            males={males}
            kinship={kinship}
            crosses={crosses}
            avoid={avoid}
            across={across}
            onToggle={(male) => setCrosses(toggleCross(crosses, { female: at!, male }))}
            onAvoid={(key, male) => {
              const barred = !avoid.includes(key);
              setAvoid(barred ? [...avoid, key] : avoid.filter((x) => x !== key));
              if (barred) setCrosses(crosses.filter((c) => c.female !== at || c.male !== male));
            }}
            onLeave={() => leave(row.id)}
          />
        )}
        {left.size > 0 && (
          <p className="mt-3 text-body">
            Left out:{' '}
            {[...ripeFemales, ...ripeMales]
              .filter((x) => left.has(x.id))
              .map((x) => x.tag)
              .join(', ')}
            .{' '}
            <Button
              kind="link"
              onClick={() => {
                setLeft(new Set());
                setCrosses([]);
                setBest(null);
              }}
            >
              Take them in again
            </Button>
          </p>
        )}
      </aside>
    </div>
  );
}
