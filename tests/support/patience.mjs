import { bind } from 'jest-each';

/** The runner waits for a test as long as it takes; here one that hangs fails, and is named. */
const PATIENCE_MS = 120_000;
// Tests set their own clock.
const { setTimeout, clearTimeout } = globalThis;

const within =
  (what, ms = PATIENCE_MS) =>
  async (...args) => {
    let timer;
    const late = new Promise((_, fail) => {
      timer = setTimeout(() => fail(new Error(`not done after ${ms / 1000} s`)), ms);
    });
    try {
      return await Promise.race([what(...args), late]);
    } finally {
      clearTimeout(timer);
    }
  };
const patient = (register) => {
  const registered = (name, what, ms) => register(name, within(what, ms));
  registered.each = bind(registered);
  return registered;
};

const { test, beforeAll, beforeEach, afterEach, afterAll } = globalThis;
globalThis.test = globalThis.it = Object.assign(patient(test), {
  only: patient(test.only),
  skip: patient(test.skip),
});
globalThis.beforeAll = (what, ms) => beforeAll(within(what, ms));
globalThis.beforeEach = (what, ms) => beforeEach(within(what, ms));
globalThis.afterEach = (what, ms) => afterEach(within(what, ms));
globalThis.afterAll = (what, ms) => afterAll(within(what, ms));
