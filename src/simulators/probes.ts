import { connect, type MqttClient } from 'mqtt';
import { DAY_MS } from '@/core/time/spans';

/** What a simulated probe does: a day's swing, a slow drift, noise, and what goes wrong with it. */
export type ProbePlan = {
  sensor: string;
  base: number;
  /** Half of the day's swing. */
  swing: number;
  driftPerDay: number;
  noise: number;
  decimals: number;
  /** From then on it says the same (ms since it began). */
  sticksAfter?: number;
};

/** A cut of the power takes all of them: from, and how long (ms since they began). */
export type PowerCut = { from: number; lasts: number };

export type Probes = { sent: () => number; stop: () => Promise<void> };

/** What a probe reads at an instant since it began; noise repeats with `turn`. */
export function probeReads(p: ProbePlan, at: number, since: number, turn: number): number {
  const t = p.sticksAfter !== undefined && since > p.sticksAfter ? at - (since - p.sticksAfter) : at;
  const stuck = t !== at;
  const wobble = stuck ? 0 : (((turn * 7919) % 101) / 100 - 0.5) * 2 * p.noise;
  const value =
    p.base +
    p.swing * Math.sin((2 * Math.PI * (t % DAY_MS)) / DAY_MS - 2) +
    (p.driftPerDay * Math.min(since, p.sticksAfter ?? since)) / DAY_MS;
  return Number((value + wobble).toFixed(p.decimals));
}

/**
 * Starts simulated probes: each publishes its reading to `morula/<site>/readings`, quality of service 1, as JSON
 * `{ sensor, at, value }`. What a probe cannot deliver it keeps and sends late.
 */
export function startProbes(o: {
  url: string;
  site: number;
  plans: readonly ProbePlan[];
  everyMs: number;
  now: () => number;
  cut?: PowerCut;
}): Probes {
  const client: MqttClient = connect(o.url, {
    clientId: `probes-${o.site}`,
    clean: false,
    reconnectPeriod: 1000,
    reconnectOnConnackError: true,
  });
  client.on('error', () => {
    // The client connects anew by itself; what is waiting is sent then.
  });
  const begun = o.now();
  let turn = 0;
  let sent = 0;
  // What was on its way into the socket when that closed comes back with an error: it is sent again.
  const send = (text: string): void =>
    void client.publish(`morula/${o.site}/readings`, text, { qos: 1 }, (e) => {
      if (!e) sent += 1;
      else if (!client.disconnecting) setTimeout(send, 1000, text);
    });
  const report = () => {
    const at = o.now();
    const since = at - begun;
    turn += 1;
    if (o.cut && since >= o.cut.from && since < o.cut.from + o.cut.lasts) return;
    for (const p of o.plans) send(JSON.stringify({ sensor: p.sensor, at, value: probeReads(p, at, since, turn) }));
  };
  report();
  const beat = setInterval(report, o.everyMs);
  return {
    sent: () => sent,
    stop: async () => {
      clearInterval(beat);
      await client.endAsync(true);
    },
  };
}
