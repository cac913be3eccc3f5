import { mkdirSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import ipp from '@sealsystems/ipp';

/** A label printer that ships with Morula, as a real one would stand in the net. */
export type LabelPrinter = {
  url: string;
  /** Files printed, in order. */
  printed: string[];
  stop: () => Promise<void>;
};

type Request = {
  operation: string;
  id: number;
  'operation-attributes-tag'?: Record<string, unknown>;
  'job-attributes-tag'?: Record<string, unknown>;
  data?: Buffer;
};

const MOST_BYTES = 20 * 1024 * 1024;

/**
 * Starts the simulated printer: it speaks IPP (RFC 8010, RFC 8011) and keeps what it prints as PDF files in a folder. Its roll
 * ends, so that the way of an empty printer can be tried.
 */
export async function startLabelPrinter(o: {
  folder: string;
  host?: string;
  port?: number;
  labelsOnRoll?: number;
}): Promise<LabelPrinter> {
  mkdirSync(o.folder, { recursive: true });
  const host = o.host ?? '127.0.0.1';
  const printed: string[] = [];
  let left = o.labelsOnRoll ?? 500;
  const answer = (r: Request): Record<string, unknown> => {
    const say = (statusCode: string, more: Record<string, unknown> = {}) => ({
      version: '2.0',
      statusCode,
      id: r.id,
      'operation-attributes-tag': { 'attributes-charset': 'utf-8', 'attributes-natural-language': 'en' },
      ...more,
    });
    if (r.operation === 'Get-Printer-Attributes')
      return say('successful-ok', {
        'printer-attributes-tag': {
          'printer-name': 'labels (simulated)',
          'printer-state': left > 0 ? 'idle' : 'stopped',
          'printer-state-reasons': left > 0 ? 'none' : 'media-empty',
          'printer-is-accepting-jobs': left > 0,
          'document-format-supported': 'application/pdf',
        },
      });
    if (r.operation !== 'Print-Job') return say('server-error-operation-not-supported');
    if (r['operation-attributes-tag']?.['document-format'] !== 'application/pdf')
      return say('client-error-document-format-not-supported');
    const labels = Number(r['job-attributes-tag']?.['job-impressions'] ?? 1);
    if (left < labels) return say('server-error-not-accepting-jobs');
    left -= labels;
    const file = join(o.folder, `${String(printed.length + 1).padStart(4, '0')}.pdf`);
    writeFileSync(file, r.data ?? Buffer.alloc(0));
    printed.push(file);
    return say('successful-ok', { 'job-attributes-tag': { 'job-id': printed.length, 'job-state': 'completed' } });
  };
  const server = createServer((req, res) => {
    if (req.method !== 'POST' || req.headers['content-type'] !== 'application/ipp') {
      res.writeHead(405).end('This is a printer: it speaks IPP.');
      return;
    }
    read(req)
      .then((body) => ipp.serialize(answer(ipp.parse(body) as Request)))
      .then(
        (reply) => res.writeHead(200, { 'content-type': 'application/ipp' }).end(reply),
        (e: Error) => res.writeHead(400).end(e.message),
      );
  });
  await new Promise<void>((ok, no) => {
    server.once('error', no);
    server.listen(o.port ?? 0, host, ok);
  });
  return {
    url: `ipp://${host}:${(server.address() as AddressInfo).port}/ipp/print`,
    printed,
    stop: () =>
      new Promise((ok) => {
        server.close(() => ok());
        server.closeAllConnections();
      }),
  };
}

async function read(req: IncomingMessage): Promise<Buffer> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of req) {
    size += (part as Buffer).length;
    if (size > MOST_BYTES) throw new Error('too large');
    parts.push(part as Buffer);
  }
  return Buffer.concat(parts);
}
