import { mkdirSync } from 'node:fs';
import { type AddressInfo, createServer, type Socket } from 'node:net';
import { Aedes } from 'aedes';
import persistence from 'aedes-persistence-level';
import { Level } from 'level';

/** A broker that ships with Morula, as one would stand in the hatchery's net. */
export type Broker = { url: string; port: number; stop: () => Promise<void> };

/**
 * Starts an MQTT 3.1.1 broker (OASIS standard) on loopback. What was taken over and not yet handed on is kept on disk, so
 * that nothing is lost when it is started anew.
 */
export async function startBroker(o: { folder: string; host?: string; port?: number }): Promise<Broker> {
  mkdirSync(o.folder, { recursive: true });
  const store = new Level<string, Uint8Array>(o.folder, { valueEncoding: 'binary' });
  await store.open();
  const broker = await Aedes.createBroker({ persistence: persistence(store) });
  const open = new Set<Socket>();
  const server = createServer((socket) => {
    open.add(socket);
    socket.on('close', () => open.delete(socket));
    // A device that goes away in the middle of a word is no concern of the others.
    socket.on('error', () => socket.destroy());
    broker.handle(socket);
  });
  const host = o.host ?? '127.0.0.1';
  await new Promise<void>((ok, fail) => {
    server.once('error', fail);
    server.listen(o.port ?? 0, host, () => ok());
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `mqtt://${host}:${port}`,
    port,
    stop: async () => {
      for (const s of open) s.destroy();
      await new Promise<void>((ok) => server.close(() => ok()));
      await new Promise<void>((ok) => broker.close(() => ok()));
      if (store.status === 'open') await store.close();
    },
  };
}
