'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { type FateRules, quotaName } from '@/core/brood/fateRules';
import { type FateId, fates } from '@/core/brood/fates';
import type { FishSource } from '@/core/brood/parseFish';
import { saveFateRules } from '@/modules/brood/acts/fateRules/act';
import { Tick } from '@/ui/Checkbox';
import { Input } from '@/ui/Input';
import { Table } from '@/ui/Table';

const origins: { id: FishSource; word: string }[] = [
  { id: 'wild', word: 'wild fish' },
  { id: 'captive', word: 'captive fish' },
  { id: 'bought', word: 'bought fish' },
];
const kinds = [
  { what: 'held' as const, sex: 'female' as const },
  { what: 'held' as const, sex: 'male' as const },
  ...fates.filter((f) => !f.stays && f.id !== 'died').map((f) => ({ what: f.id, sex: 'any' as const })),
];
const key = (k: { what: string; sex: string }) => `${k.what} ${k.sex}`;

/** What may become of the adults of a species this season, and how many: said when somebody goes beyond it. */
export function FateRulesForm({
  species,
  season,
  rules,
}: {
  species: { id: string; name: string };
  season: string;
  rules: FateRules;
}) {
  const { locale } = useSession();
  const others = rules.quotas.filter((q) => !kinds.some((k) => k.what === q.what && k.sex === q.sex));
  const typing = useTyped(() => ({
    numbers: Object.fromEntries(
      kinds.map((k) => {
        const q = rules.quotas.find((x) => x.what === k.what && x.sex === k.sex);
        return [
          key(k),
          { least: q?.least == null ? '' : String(q.least), most: q?.most == null ? '' : String(q.most) },
        ];
      }),
    ),
    paths: rules.paths,
  }));
  const { numbers, paths } = typing.value;
  const { put } = typing;
  const read = (t: string) => wholeOf(t, locale);
  const wrong = Object.values(numbers).some((n) => read(n.least).error || read(n.most).error);
  const toggle = (origin: FishSource, fate: FateId, on: boolean) => {
    const open = paths[origin] ?? fates.map((f) => f.id);
    const next = on ? [...open, fate] : open.filter((f) => f !== fate);
    const { [origin]: _, ...rest } = paths;
    // All of them open is no rule; none of them would bar even a return.
    put({ paths: next.length === fates.length || next.length === 0 ? rest : { ...paths, [origin]: next } });
  };
  const f = useActForm(saveFateRules, {
    typing,
    about: { species: species.id, season },
    adjust: (input) => ({
      ...input,
      rules: {
        quotas: [
          ...kinds.flatMap((k) => {
            const n = numbers[key(k)]!;
            const [least, most] = [read(n.least).value, read(n.most).value];
            return least === null && most === null ? [] : [{ ...k, least, most }];
          }),
          ...others,
        ],
        paths,
      },
    }),
    says: () => 'In force. Going beyond it is asked about.',
  });
  return (
    <Form of={f} label={`In force for ${season}`} needs={[wrong && 'whole numbers']}>
      <Table>
        <thead>
          <tr>
            <th />
            <th>at least</th>
            <th>at most</th>
          </tr>
        </thead>
        <tbody>
          {kinds.map((k) => {
            const name = quotaName({ ...k, least: null, most: null });
            return (
              <tr key={key(k)}>
                <td>{name}</td>
                {(['least', 'most'] as const).map((end) => (
                  <td key={end}>
                    <Input
                      className="max-w-[5rem]"
                      inputMode="numeric"
                      aria-label={`${name}, at ${end}`}
                      value={numbers[key(k)]![end]}
                      onChange={(e) =>
                        put({ numbers: { ...numbers, [key(k)]: { ...numbers[key(k)]!, [end]: e.target.value } } })
                      }
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </Table>
      {f.act.errorOn('rules') && <p className="text-loss">{f.act.errorOn('rules')}</p>}
      {origins.map((o) => (
        <fieldset key={o.id} className="field">
          <legend className="label mb-1 text-small text-soft">Ends open to {o.word}</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {fates
              .filter((f) => f.id !== 'died')
              .map((f) => (
                <Tick
                  key={f.id}
                  checked={paths[o.id]?.includes(f.id) ?? true}
                  onChange={(on) => toggle(o.id, f.id, on)}
                >
                  {f.name}
                </Tick>
              ))}
          </div>
        </fieldset>
      ))}
      <p className="quiet text-small">
        Permits and local law decide; this page only reminds. An earlier season’s rules go on until they are changed.
      </p>
    </Form>
  );
}
