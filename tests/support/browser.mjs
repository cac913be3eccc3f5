import { JSDOM } from 'jsdom';

/**
 * A browser's globals for the tests of screens, once a process: what a page finds on `window` it finds here, beside
 * what Node has. Node keeps its own clock (tests set it), its own console and its own program.
 */
const { window } = new JSDOM('<!doctype html><html><head></head><body></body></html>', {
  url: 'http://localhost/',
  pretendToBeVisual: true,
});
const NODES_OWN = new Set([
  'console',
  'performance',
  'setTimeout',
  'clearTimeout',
  'setInterval',
  'clearInterval',
  'queueMicrotask',
  'crypto',
  'TextEncoder',
  'TextDecoder',
  'structuredClone',
  'fetch',
  'Request',
  'Response',
  'URL',
  'URLSearchParams',
  'globalThis',
  'self',
  'window',
]);
/** What the language itself brings stays Node's: `instanceof Array` must hold for both. */
const ofTheLanguage = new Set(
  Object.getOwnPropertyNames(globalThis).filter((n) =>
    /^(Array|Object|Function|.*Error|Map|Set|Weak.*|Promise|Symbol|Proxy|Reflect|JSON|Math|Intl|Date|RegExp|String|Number|Boolean|BigInt.*|.*Array|.*ArrayBuffer|DataView|Atomics|WebAssembly|FinalizationRegistry|Iterator|eval|parse.*|is(Finite|NaN)|(en|de)codeURI.*|escape|unescape|undefined|NaN|Infinity)$/.test(
      n,
    ),
  ),
);
ofTheLanguage.delete('DOMException');

const names = new Set();
for (let of = window; of && of !== Object.prototype; of = Object.getPrototypeOf(of))
  for (const name of Object.getOwnPropertyNames(of)) names.add(name);
for (const name of names) {
  if (NODES_OWN.has(name) || ofTheLanguage.has(name) || name === 'constructor' || name.startsWith('_')) continue;
  const value = window[name];
  const isMethod = typeof value === 'function' && !/^[A-Z]/.test(name);
  if (typeof value === 'function' && !isMethod)
    Object.defineProperty(globalThis, name, { value, configurable: true, writable: true });
  else if (isMethod)
    Object.defineProperty(globalThis, name, { value: value.bind(window), configurable: true, writable: true });
  else
    Object.defineProperty(globalThis, name, {
      get: () => window[name],
      set: (to) => {
        window[name] = to;
      },
      configurable: true,
    });
}
globalThis.window = globalThis;
globalThis.self = globalThis;

// Cleaned up by tests/support/drawn.ts: the library would see to it in the first file only.
process.env.RTL_SKIP_AUTO_CLEANUP = 'true';
// React keeps account of each component for the performance panel of a browser, where the console can: half of a test.
console.timeStamp = undefined;
console.createTask = undefined;
// It also keeps, for its own warnings, the call stack of each of the first ten thousand elements of every second. To it,
// they are all drawn already.
const { default: React } = await import('react');
Object.defineProperty(
  React.__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE,
  'recentlyCreatedOwnerStacks',
  {
    get: () => 10_000,
    set: () => {},
  },
);
