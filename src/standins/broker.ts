import { mkdirSync } from 'node:fs';
import { type AddressInfo, createServer, type Socket } from 'node:net';
import { Aedes } from 'aedes';
import persistence, { type BrokerPersistence } from 'aedes-persistence-level';
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
  const kept = persistence(store);
  const inOrder = keepsOrder(kept);
  // The broker acknowledges first and keeps then: while it is being stopped it takes nothing more, and what it has taken
  // it keeps before it goes.
  let stopping = false;
  let taken = 0;
  const broker = await Aedes.createBroker({
    persistence: kept,
    authorizePublish: (_client, packet, done) => {
      if (packet.topic.startsWith('$SYS/')) return done(new Error('topics of $SYS are the broker’s own'));
      if (stopping) return done(new Error('the broker is being stopped'));
      taken += 1;
      done(null);
    },
  });
  broker.on('publish', (_packet, client) => {
    if (client) taken -= 1;
  });
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
      stopping = true;
      const closed = new Promise<void>((ok) => server.close(() => ok()));
      // A reader that takes nothing holds up nobody for long: what is meant for it is on disk.
      for (let k = 0; k < 100 && taken > 0; k++) await new Promise((ok) => setTimeout(ok, 20));
      await inOrder.done();
      for (const s of open) s.destroy();
      await closed;
      await new Promise<void>((ok) => broker.close(() => ok()));
      if (store.status === 'open') await store.close();
    },
  };
}

/**
 * Has messages leave the disk in the order in which they came. The broker takes one that is overtaken by a later one for
 * a repetition, and would hand it on only at the next connection.
 */
function keepsOrder(kept: BrokerPersistence): { done: () => Promise<unknown> } {
  const enqueue = kept.outgoingEnqueueCombi.bind(kept);
  let last: Promise<unknown> = Promise.resolve();
  kept.outgoingEnqueueCombi = (subscriptions, packet) => {
    const next = last.then(() => enqueue(subscriptions, packet));
    last = next.catch(() => {});
    return next;
  };
  return { done: () => last };
}
