import { connectAsync } from 'mqtt';
import { startBroker } from '@/standins/broker';

/**
 * What stands outside of Morula, in a process of its own as in a hatchery: the broker, and a gateway that sends lists of
 * readings. Told `{ start }` it opens the broker and answers with its address; told `{ send }` it sends.
 */
let broker: Awaited<ReturnType<typeof startBroker>> | null = null;
process.on('message', (m: { start?: { folder: string; port?: number }; send?: { topic: string; lists: string[] } }) => {
  void (async () => {
    if (m.start) {
      await broker?.stop();
      broker = await startBroker(m.start);
      process.send!({ url: broker.url, port: broker.port });
    } else if (m.send) {
      const client = await connectAsync(broker!.url, { clientId: 'gateway', clean: false, reconnectPeriod: 200 });
      // The broker may go away in the middle: what it has not acknowledged is sent again.
      client.on('error', () => {});
      for (const list of m.send.lists) await client.publishAsync(m.send.topic, list, { qos: 1 });
      await client.endAsync(true);
      process.send!({ sent: m.send.lists.length });
    }
  })();
});
process.on('disconnect', () => void broker?.stop().then(() => process.exit(0)));
