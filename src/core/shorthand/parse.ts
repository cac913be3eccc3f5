import { nearest } from './find';
import { readers } from './readers';
import { formOf, forms, type ReaderOptions, type Reading, type Snapshot } from './reading';

const verbs = forms.map((f) => f.verb);

const shortVerbs: Record<string, string> = {
  p: 'pick',
  d: 'dead',
  t: 'temp',
  c: 'count',
  w: 'weigh',
  m: 'move',
  f: 'feed',
  n: 'note',
};

/** Reads one line. Pure and quick: it runs at every key press. */
export function readLine(line: string, snapshot: Snapshot, options: ReaderOptions): Reading {
  const text = line.trim();
  if (text === '') return { kind: 'empty' };
  const [first, ...rest] = text.split(/\s+/) as [string, ...string[]];
  const word = first.toLowerCase();
  const verb = shortVerbs[word] ?? word;
  if (!verbs.includes(verb)) {
    const begun = verbs.filter((v) => v.startsWith(word));
    if (begun.length > 0 && rest.length === 0)
      return { kind: 'incomplete', hint: begun.map((v) => formOf(v)).join('   ') };
    return {
      kind: 'wrong',
      code: 'unknownVerb',
      message: `“${first}” is not a word of the log line`,
      nearest: nearest(word, verbs).map(formOf),
    };
  }
  return readers[verb]!(rest, { snapshot, options, verb });
}
