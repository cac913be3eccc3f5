import { createTransformer } from '@swc/jest';

/**
 * TypeScript for the tests. They run in a context of their own, in which each look at a global name goes the long way
 * (one `Math.imul` costs as much as a hundred do outside): the names that reckoning leans on are looked up once a file.
 * `Date` and the timers are not among them: tests set other ones.
 */
const NAMES = ['Math', 'Number', 'Object', 'Array', 'Map', 'Set', 'String', 'JSON', 'Float64Array', 'Uint32Array'];

const used = (name, source) =>
  new RegExp(`\\b${name}\\.|new ${name}\\b|\\b${name}\\(`).test(source) &&
  !new RegExp(`^import [^;]*\\b${name}\\b|^(export )?(const|let|class|function|enum) ${name}\\b`, 'm').test(source);

/** On the first line: the lines of the source stay what they are. */
const withNames = (source) => {
  const names = NAMES.filter((name) => used(name, source));
  return names.length === 0 ? source : `const { ${names.join(', ')} } = globalThis; ${source}`;
};

const options = {
  module: { type: 'es6' },
  jsc: {
    target: 'es2022',
    parser: { syntax: 'typescript', tsx: true },
    transform: { react: { runtime: 'automatic' } },
  },
};
const swc = createTransformer(options);

export default {
  ...swc,
  process: (source, path, how) => swc.process(withNames(source), path, how),
  processAsync: (source, path, how) => swc.processAsync(withNames(source), path, how),
  getCacheKey: (source, path, how) => swc.getCacheKey(withNames(source), path, how),
};
