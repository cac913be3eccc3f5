import 'server-only';
import { disposition } from './disposition';

export function pdfReply(bytes: Uint8Array<ArrayBuffer>, name: string): Response {
  return new Response(bytes, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': disposition('inline', name),
      'cache-control': 'no-store',
    },
  });
}
