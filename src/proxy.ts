import { type NextRequest, NextResponse } from 'next/server';

/** The largest body of each address, before anything of it is read; whoever is not signed in sends little. */
const MOST: readonly [path: RegExp, bytes: number][] = [
  [/^\/api\/commands$/, 60_000_000],
  [/^\/api\/readings$/, 8_000_000],
  [/^\/api\/(calc|kinship)$/, 8_000_000],
];
const LITTLE = 64_000;

function bodyRefused(request: NextRequest): NextResponse | null {
  if (!/^(POST|PUT|PATCH|DELETE)$/.test(request.method)) return null;
  const length = request.headers.get('content-length');
  const known = request.cookies.has('morula') || request.headers.has('authorization');
  const most = known ? (MOST.find(([path]) => path.test(request.nextUrl.pathname))?.[1] ?? LITTLE) : LITTLE;
  if (length === null ? !request.headers.has('transfer-encoding') : Number(length) <= most) return null;
  const says =
    length === null
      ? 'Say how long the body is (Content-Length).'
      : `This is larger than what is taken here (${Math.round(most / 1000)} kB).`;
  return NextResponse.json(
    { refused: { code: 'tooLarge', message: says, path: '', todo: 'Send less at once.' }, error: says },
    { status: length === null ? 411 : 413 },
  );
}

/** One thing is asked of an address once: two answers to one question would be read as neither. */
function askedTwice(request: NextRequest): NextResponse | null {
  const keys = [...request.nextUrl.searchParams.keys()];
  const twice = keys.find((k, i) => keys.indexOf(k) !== i);
  if (twice === undefined) return null;
  const says = `“${twice.slice(0, 40)}” stands twice in this address.`;
  return NextResponse.json(
    { refused: { code: 'address', message: says, path: '', todo: 'Leave it in once.' }, error: says },
    { status: 400 },
  );
}

/** A content security policy for every page, with a nonce for Next's own scripts. Nothing is fetched from elsewhere. */
export function proxy(request: NextRequest): NextResponse {
  const refused = bodyRefused(request) ?? askedTwice(request);
  if (refused) return refused;
  const nonce = btoa(crypto.randomUUID());
  const development = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    // D3 and Radix place things by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'same-origin');
  return response;
}

export const config = { matcher: [{ source: '/((?!_next/static|_next/image|icon.svg).*)' }] };
