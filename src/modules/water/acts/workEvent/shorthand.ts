import { nearest, same } from '@/core/shorthand/find';
import type { Ctx, Reading, Shorthand, Wrong } from '@/core/shorthand/reading';
import { type WorkState, workEvents } from '@/core/water/circuits/works';
import { lineOf } from '@/server/act/line';
import { noticeWork } from './act';

/** A work by its name, of one word or several, or by its beginning where that is enough; and what is said behind it. */
function workNamed(words: readonly string[], c: Ctx): { id: number; name: string; rest: string[] } | Wrong {
  const works = c.snapshot.works ?? [];
  for (let n = words.length; n > 0; n--) {
    const name = words.slice(0, n).join(' ');
    const found = works.find((w) => same(w.name, name));
    if (found) return { ...found, rest: words.slice(n) };
  }
  const first = words[0]!.toLowerCase();
  const begun = works.filter((w) => w.name.toLowerCase().startsWith(first));
  if (begun.length === 1) return { ...begun[0]!, rest: words.slice(1) };
  return {
    kind: 'wrong',
    code: 'unknownUnit',
    message:
      begun.length > 1
        ? `“${words[0]}” could be ${begun.map((w) => w.name).join(', ')}`
        : works.length === 0
          ? 'No works of the water are put up yet'
          : `There is no work “${words.join(' ')}”`,
    nearest: nearest(
      words[0]!,
      works.map((w) => w.name),
    ),
  };
}

const line = (verb: string, what: WorkState, also: string[], example: string, says: string): Shorthand => ({
  verb,
  also,
  form: `${verb} ${example}`,
  says,
  free: true,
  read(words, c): Reading {
    if (words.length === 0) return { kind: 'incomplete', hint: `${verb} ${example}` };
    const work = workNamed(words, c);
    if ('code' in work || 'hint' in work) return work;
    const said = work.rest.join(' ').replace(/^[,:]\s*/, '');
    return lineOf(noticeWork, { work: work.id, what, said }, [
      `${work.name} ${workEvents[what]}, now${said ? `: ${said}` : ''}`,
    ]);
  },
});

/** What is seen and heard of the works: `stop blower belt`, `silent hall pump`, `runs blower`. */
export const workLines: readonly Shorthand[] = [
  line('stop', 'stopped', ['stopped'], 'Blower belt is off', 'a pump, a blower, any of the works has stopped'),
  line('trip', 'tripped', ['tripped'], 'Circuit A', 'an electric circuit tripped'),
  line('blocked', 'blocked', ['block'], 'River intake leaves', 'an intake or filter is blocked'),
  line('silent', 'silent', ['quiet'], 'Blower', 'the sound of a work is gone'),
  line('low', 'low', [], 'Head box', 'the level at a work is low'),
  line('runs', 'runs', ['run'], 'Blower', 'a work runs again'),
];
