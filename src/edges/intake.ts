import { appendFileSync, existsSync, mkdirSync, readFileSync, statSync, truncateSync } from 'node:fs';
import { dirname } from 'node:path';
import { connect, type MqttClient } from 'mqtt';
import { z } from 'zod';

/** One reading as a device sends it; its keys in the order in which commands are compared. */
export const reported = z.object({
  at: z.union([z.number().int(), z.iso.datetime({ offset: true }).transform((t) => Date.parse(t))]),
  sensor: z.string().max(40),
  value: z.number(),
});
export type Reported = z.output<typeof reported>;
const message = z.union([reported.transform((r) => [r]), z.array(reported).max(20_000)]);

export type Intake = {
  /** Done once the broker hands on: what is sent before the first time nobody keeps. */
  listening: Promise<void>;
  /** Readings taken over and not yet stored. */
  waiting: () => number;
  /** Messages that could not be read, since it began. */
  refused: () => number;
  publish: (topic: string, payload: unknown) => Promise<void>;
  /** Stores what waits, and ends. */
  stop: () => Promise<void>;
};

/** So many at once to the store; one more journey costs less than holding others up. */
const MOST_AT_ONCE = 20_000;
const GATHER_MS = 10;
const AGAIN_MS = 1000;

/**
 * Hears `morula/<site>/readings` and hands on what comes, in batches. A message is acknowledged once it is written to the
 * spool; a batch leaves the spool once it is stored: neither a restart of the broker, nor of the database, nor of this
 * process loses a reading. What is sent twice is stored once, by sensor and instant.
 *
 * @param store throws when it cannot store now; it is asked again with the same readings
 */
export function startIntake(o: {
  url: string;
  site: number;
  spool: string;
  store: (readings: readonly Reported[]) => Promise<void>;
  say: (text: string) => void;
  /** Writes a line to the end of the spool; another one only in tests. */
  append?: (file: string, line: string) => void;
}): Intake {
  mkdirSync(dirname(o.spool), { recursive: true });
  const queue: Reported[] = existsSync(o.spool) ? linesOf(readFileSync(o.spool, 'utf8')) : [];
  let refused = 0;
  let stopping = false;
  let working: Promise<void> | null = null;
  let timer: NodeJS.Timeout | null = null;

  const flush = async (): Promise<void> => {
    while (queue.length > 0) {
      const batch = queue.slice(0, MOST_AT_ONCE);
      try {
        await o.store(batch);
      } catch (e) {
        o.say(`readings wait (${queue.length}): ${(e as Error).message}`);
        if (stopping) return;
        await new Promise((ok) => setTimeout(ok, AGAIN_MS));
        continue;
      }
      queue.splice(0, batch.length);
      if (queue.length === 0 && existsSync(o.spool)) truncateSync(o.spool);
    }
  };
  const soon = () => {
    timer ??= setTimeout(() => {
      timer = null;
      working ??= flush().finally(() => {
        working = null;
        if (queue.length > 0 && !stopping) soon();
      });
    }, GATHER_MS);
  };

  const append = o.append ?? appendFileSync;
  let full = false;
  /** Whether a line is on disk now; where the disk took a part of it, that part goes again. */
  const kept = (line: string): boolean => {
    const size = existsSync(o.spool) ? statSync(o.spool).size : 0;
    try {
      append(o.spool, line);
      if (full) o.say('readings are taken over again');
      full = false;
      return true;
    } catch (e) {
      if (!full) o.say(`readings cannot be kept and wait at the broker: ${(e as Error).message}`);
      full = true;
      if (existsSync(o.spool)) truncateSync(o.spool, size);
      return false;
    }
  };

  const client: MqttClient = connect(o.url, {
    clientId: `morula-${o.site}`,
    clean: false,
    reconnectPeriod: 1000,
    // Also where the broker answers, but not yet as it should: one refused word would else end it for good.
    reconnectOnConnackError: true,
    resubscribe: true,
  });
  client.on('error', (e) => o.say(`broker: ${e.message}`));
  const listening = new Promise<void>((ok) => {
    client.on('connect', () => {
      client.subscribeAsync(`morula/${o.site}/readings`, { qos: 1 }).then(
        () => ok(),
        (e: Error) => o.say(`broker: ${e.message}`),
      );
    });
  });
  // Before the acknowledgement: what is acknowledged is on disk.
  client.handleMessage = (packet, done) => {
    const text = packet.payload.toString();
    const read = message.safeParse(parsed(text));
    if (!read.success) {
      refused += 1;
      return done();
    }
    const keep = () => {
      // As it came, in one line: a line break within JSON is nothing but room.
      if (kept(`${text.replaceAll('\n', ' ')}\n`)) {
        for (const r of read.data) queue.push(r);
        soon();
        done();
      } else if (!stopping) {
        // Not acknowledged: the broker has it still. The next ones wait behind it until there is room.
        setTimeout(keep, AGAIN_MS);
      }
    };
    keep();
  };
  if (queue.length > 0) soon();

  return {
    listening,
    waiting: () => queue.length,
    refused: () => refused,
    publish: async (topic, payload) => {
      await client.publishAsync(topic, JSON.stringify(payload), { qos: 1 });
    },
    stop: async () => {
      stopping = true;
      await client.endAsync(true);
      if (timer) clearTimeout(timer);
      await (working ?? flush());
    },
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** A spool that was cut in the middle of a line loses that line: it was never acknowledged. */
const linesOf = (text: string): Reported[] =>
  text.split('\n').flatMap((l) => {
    const read = message.safeParse(parsed(l));
    return read.success ? read.data : [];
  });
