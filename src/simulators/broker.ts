import { randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { type AddressInfo, createServer, type Socket } from 'node:net';
import { join } from 'node:path';
import { Aedes, type AuthenticateError, type Client } from 'aedes';
import persistence, { type BrokerPersistence } from 'aedes-persistence-level';
import { Level } from 'level';

/** A broker that ships with Morula, as one would stand in the hatchery's net. */
export type Broker = {
  /** Where a user of it connects to, with name and password. */
  urlFor: (user: BrokerUser) => string;
  port: number;
  stop: () => Promise<void>;
};

/** Who may connect: the application, the probes, the pager. Their passwords are in `users.json`, made at the first start. */
const USERS = ['morula', 'probes', 'pager'] as const;
export type BrokerUser = (typeof USERS)[number];

/** Where each may publish to. */
const MAY_PUBLISH: Record<BrokerUser, RegExp> = {
  morula: /^morula\/\d+\//,
  probes: /^morula\/\d+\/readings$/,
  pager: /^$/,
};
/** So many connections at once; a hatchery has some dozens of devices. */
const MOST_CONNECTIONS = 200;
/** Bytes of one message, far above a list of 20 000 readings; more is no reading. */
const MOST_BYTES = 4_000_000;

/**
 * Starts an MQTT 3.1.1 broker (OASIS standard) on loopback. Each user has a password, and names of connections begin with
 * the user's, so that none takes over another's. A message is on disk before it is acknowledged, and stays there until it
 * is handed on: nothing that was acknowledged is lost when the broker is killed.
 */
export async function startBroker(o: { folder: string; host?: string; port?: number }): Promise<Broker> {
  mkdirSync(o.folder, { recursive: true });
  const passwords = passwordsIn(o.folder);
  const store = new Level<string, Uint8Array>(o.folder, { valueEncoding: 'binary' });
  await store.open();
  const kept = persistence(store);
  const inOrder = keepsOrder(kept);
  const taken = await Taken.in(join(o.folder, 'taken'));
  let stopping = false;
  const users = new WeakMap<Client, BrokerUser>();
  const broker = await Aedes.createBroker({
    persistence: kept,
    maxClientsIdLength: 60,
    authenticate: (client, user, password, done) => {
      const wrong = refusalOf(passwords, client, user, password);
      if (wrong === null) {
        users.set(client, user as BrokerUser);
        return done(null, true);
      }
      done(Object.assign(new Error(wrong), { returnCode: 4 }) as AuthenticateError, false);
    },
    // The broker acknowledges first and keeps then; so it is kept here, where it may still be refused.
    authorizePublish: (client, packet, done) => {
      if (packet.topic.startsWith('$SYS/')) return done(new Error('topics of $SYS are the broker’s own'));
      // A probe reports and forges no page; what pages is the application.
      const user = client ? users.get(client) : undefined;
      if (user === undefined || !MAY_PUBLISH[user].test(packet.topic))
        return done(new Error(`${user ?? 'nobody'} may not publish to ${packet.topic}`));
      if (stopping) return done(new Error('the broker is being stopped'));
      if (packet.payload.length > MOST_BYTES) return done(new Error('a message that long is no reading'));
      taken.keep(packet.topic, Buffer.from(packet.payload), packet.qos).then(
        () => done(null),
        (e: Error) => done(e),
      );
    },
  });
  broker.on('publish', (_packet, client) => {
    if (client) taken.handedOn();
  });
  // What was taken and not handed on when it ended last.
  for (const m of await taken.left())
    await new Promise<void>((ok) =>
      broker.publish({ cmd: 'publish', topic: m.topic, payload: m.payload, qos: 1, dup: false, retain: false }, () =>
        ok(),
      ),
    );
  await taken.forgetLeft();
  const open = new Set<Socket>();
  const server = createServer((socket) => {
    open.add(socket);
    socket.on('close', () => open.delete(socket));
    // A device that goes away in the middle of a word is no concern of the others.
    socket.on('error', () => socket.destroy());
    broker.handle(socket);
  });
  server.maxConnections = MOST_CONNECTIONS;
  const host = o.host ?? '127.0.0.1';
  await new Promise<void>((ok, fail) => {
    server.once('error', fail);
    server.listen(o.port ?? 0, host, () => ok());
  });
  const { port } = server.address() as AddressInfo;
  return {
    urlFor: (user) => `mqtt://${user}:${passwords.get(user)}@${host}:${port}`,
    port,
    stop: async () => {
      stopping = true;
      const closed = new Promise<void>((ok) => server.close(() => ok()));
      // A reader that takes nothing holds up nobody for long: what is meant for it is on disk.
      for (let k = 0; k < 100 && taken.waiting > 0; k++) await new Promise((ok) => setTimeout(ok, 20));
      await inOrder.done();
      for (const s of open) s.destroy();
      await closed;
      await new Promise<void>((ok) => broker.close(() => ok()));
      await taken.close();
      if (store.status === 'open') await store.close();
    },
  };
}

/** The users' passwords, made at the first start and kept for who sets up a device of their own. */
function passwordsIn(folder: string): ReadonlyMap<string, string> {
  const file = join(folder, 'users.json');
  if (!existsSync(file))
    writeFileSync(
      file,
      JSON.stringify(Object.fromEntries(USERS.map((u) => [u, randomBytes(18).toString('base64url')])), null, 2),
      { mode: 0o600 },
    );
  return new Map(Object.entries(JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>));
}

/** Why a connection is refused; null where it is not. */
function refusalOf(
  passwords: ReadonlyMap<string, string>,
  client: Pick<Client, 'id'>,
  user: Readonly<string | undefined>,
  password: Readonly<Buffer | undefined>,
): string | null {
  const wanted = Buffer.from(passwords.get(user ?? '') ?? '');
  const given = Buffer.from(password ?? '');
  if (wanted.length === 0 || given.length !== wanted.length || !timingSafeEqual(given, wanted))
    return 'user and password do not go together';
  return client.id === user || client.id.startsWith(`${user}-`)
    ? null
    : `the name of a connection of ${user} begins with ${user}-`;
}

type Message = { topic: string; payload: Buffer };

/** Messages that were taken and are not handed on yet, on disk: each is there before it is acknowledged. */
class Taken {
  waiting = 0;
  private next: number;
  private written = 0;

  private constructor(
    private readonly store: Level<string, string>,
    private readonly old: readonly string[],
  ) {
    this.next = old.length > 0 ? Number(old.at(-1)) + 1 : 1;
    this.written = this.next - 1;
  }

  static async in(folder: string): Promise<Taken> {
    const store = new Level<string, string>(folder);
    await store.open();
    return new Taken(store, await store.keys().all());
  }

  async keep(topic: string, payload: Buffer, qos: number): Promise<void> {
    this.waiting += 1;
    if (qos === 0) return;
    const n = this.next++;
    try {
      await this.store.put(keyOf(n), JSON.stringify([topic, payload.toString('base64')]));
      this.written = Math.max(this.written, n);
    } catch (e) {
      this.waiting -= 1;
      throw e;
    }
  }

  /** One more is with its readers or in their queues on disk; when none waits, what was kept here is spent. */
  handedOn(): void {
    this.waiting -= 1;
    if (this.waiting > 0 || this.store.status !== 'open') return;
    void this.store.clear({ lte: keyOf(this.written) }).catch(() => {
      // It is handed on once more at the next start; readers take the same reading once.
    });
  }

  async left(): Promise<Message[]> {
    const values = await this.store.getMany([...this.old]);
    return values.flatMap((v) => {
      if (v === undefined) return [];
      const [topic, payload] = JSON.parse(v) as [string, string];
      return [{ topic, payload: Buffer.from(payload, 'base64') }];
    });
  }

  async forgetLeft(): Promise<void> {
    if (this.old.length > 0) await this.store.clear({ lte: this.old.at(-1)! });
  }

  close = () => this.store.close();
}

const keyOf = (n: number) => String(n).padStart(12, '0');

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
