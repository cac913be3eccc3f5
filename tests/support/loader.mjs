import { existsSync, readFileSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { resolve as absolute, dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { transformSync } from '@swc/core';

/**
 * TypeScript for the tests, in plain Node: how an import is found, and what is made of its source. All test files of a
 * process share the modules of `src`, as the application does; only what registers hooks for the tests of a file
 * (`tests/support`) is loaded anew for each.
 */
const ROOT = absolute(dirname(fileURLToPath(import.meta.url)), '../..');
const SUPPORT = join(ROOT, 'tests', 'support');

const STANDS_FOR = {
  // The marker of server code throws outside Next's own resolution.
  'server-only': join(SUPPORT, 'empty.ts'),
  'next/navigation': join(SUPPORT, 'navigation.ts'),
  'nuqs/adapters/next/app': join(SUPPORT, 'address.tsx'),
  // One file instead of two thousand.
  'lucide-react': join(ROOT, 'node_modules/lucide-react/dist/cjs/lucide-react.js'),
};
/** What stands for a package is the same for the test and for the code that it tests. */
const SHARED = new Set(Object.values(STANDS_FOR));

const isFile = (path) => existsSync(path) && statSync(path).isFile();
const withEnding = (path) =>
  [path, `${path}.ts`, `${path}.tsx`, `${path}.mjs`, join(path, 'index.ts'), join(path, 'index.tsx')].find(isFile);

/** Path of a file of ours that is meant, or null for what Node finds by itself. */
function ours(specifier, parent) {
  if (specifier in STANDS_FOR) return STANDS_FOR[specifier];
  if (specifier.startsWith('@/')) return withEnding(join(ROOT, 'src', specifier.slice(2))) ?? null;
  if (!/^\.{0,2}\//.test(specifier) || !parent?.startsWith('file:')) return null;
  const from = fileURLToPath(parent);
  if (from.includes('/node_modules/')) return null;
  return withEnding(absolute(dirname(from), specifier)) ?? null;
}

export async function resolve(specifier, context, next) {
  const path = ours(specifier, context.parentURL);
  if (path) {
    const url = pathToFileURL(path);
    const file = context.parentURL && new URL(context.parentURL).search;
    if (file && path.startsWith(SUPPORT) && !SHARED.has(path)) url.search = file;
    return { url: url.href, shortCircuit: true };
  }
  try {
    return await next(specifier, context);
  } catch (e) {
    // Packages of the older kind, which say nothing of how their inner files are found.
    if (e.code !== 'ERR_MODULE_NOT_FOUND' || !context.parentURL?.startsWith('file:')) throw e;
    return { url: pathToFileURL(createRequire(context.parentURL).resolve(specifier)).href, shortCircuit: true };
  }
}

export async function load(url, context, next) {
  const path = url.startsWith('file:') ? fileURLToPath(url) : '';
  if (!/\.tsx?$/.test(path) || path.includes('/node_modules/')) return next(url, context);
  const { code } = transformSync(readFileSync(path, 'utf8'), {
    filename: path,
    sourceMaps: 'inline',
    inlineSourcesContent: false,
    module: { type: 'es6' },
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: path.endsWith('x') },
      transform: { react: { runtime: 'automatic' } },
    },
  });
  return { format: 'module', source: code, shortCircuit: true };
}
