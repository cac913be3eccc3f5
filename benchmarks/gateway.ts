import { connectAsync } from 'mqtt';
import { startBroker } from '@/simulators/broker';

/**
 * What stands outside of Morula, in a process of its own as in a hatchery: the broker, and a gateway that sends lists of
 * readings. Told `{ start }` it opens the broker and answers with its address; told `{ lists }` it takes the readings that
 * its probes have, and answers; told `{ send: true }` it sends them.
 */
type Told = { start?: { folder: string; port?: number }; lists?: { topic: string; texts: string[] }; send?: true };
let broker: Awaited<ReturnType<typeof startBroker>> | null = null;
let ready: Told['lists'];
process.on('message', (m: Told) => {
  void (async () => {
    if (m.start) {
      await broker?.stop();
      broker = await startBroker(m.start);
      process.send!({ url: broker.urlFor('morula'), port: broker.port });
    } else if (m.lists) {
      ready = m.lists;
      process.send!({ ready: ready.texts.length });
    } else if (m.send) {
      const client = await connectAsync(broker!.urlFor('probes'), {
        clientId: 'probes-gateway',
        clean: false,
        reconnectPeriod: 200,
      });
      // The broker may go away in the middle: what it has not acknowledged is sent again.
      client.on('error', () => {});
      for (const list of ready!.texts) await client.publishAsync(ready!.topic, list, { qos: 1 });
      await client.endAsync(true);
      process.send!({ sent: ready!.texts.length });
    }
  })();
});
process.on('disconnect', () => void broker?.stop().then(() => process.exit(0)));
