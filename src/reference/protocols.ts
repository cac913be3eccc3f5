import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { type Protocol, protocol, protocolKinds } from '@/core/spawning/protocol';
import { readYaml } from './readYaml';

const folder = join(process.cwd(), 'src/reference/protocols');
let shipped: Map<string, Protocol> | undefined;

/** The shipped protocols by id, in the order of the day. A hatchery's own versions are laid over them. */
export function shippedProtocols(): ReadonlyMap<string, Protocol> {
  shipped ??= new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.yaml'))
      .map((f) => {
        const parsed = protocol.safeParse(readYaml(join('protocols', f)));
        if (!parsed.success)
          throw new Error(
            `Reference’s ${f} is wrong at ${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`,
          );
        return parsed.data;
      })
      .sort((a, b) => protocolKinds.indexOf(a.kind) - protocolKinds.indexOf(b.kind) || a.name.localeCompare(b.name))
      .map((p) => [p.id, p]),
  );
  return shipped;
}
