import 'server-only';

export function pdfReply(bytes: Uint8Array<ArrayBuffer>, name: string): Response {
  return new Response(bytes, {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
}
