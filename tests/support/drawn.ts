import { cleanup, configure } from '@testing-library/react';
import { address } from './address';
import { here, went } from './navigation';

export { render, renderHook } from '@testing-library/react';

// A machine that is busy with something else is no failure.
configure({ asyncUtilTimeout: 15_000 });

// All test files of a process share one page: each begins with an empty one, at the same address.
beforeAll(async () => {
  // What the last file sent and did not wait for is answered first.
  await new Promise((ok) => setTimeout(ok, 20));
  globalThis.IS_REACT_ACT_ENVIRONMENT = true;
  jest.restoreAllMocks();
  document.head.replaceChildren();
  document.body.replaceChildren();
  localStorage.clear();
  window.history.replaceState(null, '', '/');
  Object.assign(went, { refreshes: 0, to: [] });
  here.path = '/';
  address.search = '';
});
afterEach(cleanup);

declare global {
  /** React's own, by which it knows that a test awaits what it draws. */
  var IS_REACT_ACT_ENVIRONMENT: boolean;
}
