import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { decimals, markBy } from '@/core/quantities/format';
import { forAll, knowReaders, readerMark } from './reader';

afterAll(() => markBy(() => '.'));

test('two who are answered at once each get numbers with their own mark; what nobody reads has a point', async () => {
  knowReaders();
  const server = createServer(async (request, reply) => {
    // The session is read first; then there is much to wait for, while the other is answered.
    if (request.url === '/comma') readerMark(',');
    for (let k = 0; k < 5; k++) await new Promise((ok) => setTimeout(ok, 3));
    reply.end(`${decimals(4.53, 1)} ${await forAll(async () => decimals(4.53, 1))}`);
  });
  await new Promise<void>((ok) => server.listen(0, '127.0.0.1', ok));
  const at = (path: string) =>
    fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`).then((r) => r.text());
  const paths = Array.from({ length: 20 }, (_, k) => (k % 3 === 0 ? '/comma' : '/point'));
  expect(await Promise.all(paths.map(at))).toEqual(paths.map((p) => (p === '/comma' ? '4,5 4.5' : '4.5 4.5')));
  expect(decimals(4.53, 1)).toBe('4.5');
  await new Promise((ok) => server.close(ok));
});
