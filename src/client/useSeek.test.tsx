import { act, waitFor } from '@testing-library/react';
import { renderHook } from '../../tests/support/drawn';
import { useSeek } from './useSeek';

type Asked = { body: { id: string; input: unknown }; signal: AbortSignal; answer: (r: unknown) => void };
let asked: Asked[];
beforeEach(() => {
  asked = [];
  globalThis.fetch = ((_: unknown, init: RequestInit) =>
    new Promise((resolve, reject) => {
      const signal = init.signal as AbortSignal;
      signal.addEventListener('abort', () => reject(Object.assign(new Error('stopped'), { name: 'AbortError' })));
      asked.push({
        body: JSON.parse(String(init.body)),
        signal,
        answer: (r) => (r instanceof Error ? reject(r) : resolve(r as Response)),
      });
    })) as typeof fetch;
});
const replied = (body: object, ok = true) => ({ ok, json: async () => body });
const draw = (input: unknown = { lots: [] }) => renderHook(() => useSeek<{ moves: number[] }>('move.whereTo', input));

test('what is found stands until something else is', async () => {
  const { result } = draw();
  act(() => result.current.seek());
  expect(result.current.seeking).toBe(true);
  expect(asked[0]!.body).toEqual({ id: 'move.whereTo', input: { lots: [] } });
  act(() => asked[0]!.answer(replied({ output: { moves: [1] } })));
  await waitFor(() => expect(result.current.found).toEqual({ moves: [1] }));
  act(() => result.current.seek());
  act(() => asked[1]!.answer(replied({ error: 'nothing can be moved' }, false)));
  await waitFor(() => expect(result.current.failed).toBe('nothing can be moved'));
  expect(result.current.found).toEqual({ moves: [1] });
});

test('whoever stops it is told of no fault; whoever lost the connection is', async () => {
  const { result } = draw();
  act(() => result.current.seek());
  act(() => result.current.stop());
  await waitFor(() => expect(result.current.seeking).toBe(false));
  expect(result.current.failed).toBe('');
  act(() => result.current.seek());
  act(() => asked[1]!.answer(new TypeError('network gone')));
  await waitFor(() => expect(result.current.failed).toBe('No connection: nothing was sought.'));
});

test('asked again, what failed before is not said any more', async () => {
  const { result } = draw();
  act(() => result.current.seek());
  act(() => asked[0]!.answer(replied({}, false)));
  await waitFor(() => expect(result.current.failed).toBe('No proposal could be made.'));
  act(() => result.current.seek());
  expect(result.current.failed).toBe('');
});

test('where there is nothing to ask, nothing is asked', () => {
  const { result } = draw(null);
  act(() => result.current.seek());
  expect(asked).toEqual([]);
  expect(result.current.seeking).toBe(false);
});
