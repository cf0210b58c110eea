import type { IncomingMessage, ServerResponse } from 'node:http';

const LOCAL = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Bodies that are not files, in bytes. */
export const MOST_JSON = 2 << 20;
/** Paths whose bodies are files: measured and stored as they stream in. */
const FILES = /^\/api\/(uploads(\/|$)|profiles\/?$|jobs\/?$|jobs\/[^/]+\/(artwork|files|table|album)\/?$)/;

/** Headers of every answer, files of the site included. */
export const HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  // what is no page of the site loads nothing from elsewhere; pages bring a policy of their own
  'Content-Security-Policy': "default-src 'self'; frame-ancestors 'none'",
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
};

/**
 * What holds for every request, before anything looks at it: it is asked of this machine or the name it was told to
 * serve, by no other site, and brings no more than can be borne. @returns whether it may go on
 */
export function guard(req: IncomingMessage, res: ServerResponse): boolean {
  for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value);
  const refuse = (status: number, message: string): false => {
    // who is refused in the middle of a body is not listened to any longer
    res.writeHead(status, { 'Content-Type': 'application/json', Connection: 'close' });
    res.end(JSON.stringify({ message }));
    req.resume();
    return false;
  };
  const problem = askedWrongly(
    req.headers.host ?? '',
    req.method ?? 'GET',
    req.headers.origin,
    'encrypted' in req.socket,
  );
  if (problem) return refuse(problem.status, problem.message);
  const path = (req.url ?? '/').split('?')[0]!;
  if (!path.startsWith('/') || path.startsWith('//')) return refuse(400, 'That is no address here.');
  const json = /^application\/json\b/i.test(req.headers['content-type'] ?? '');
  if (Number(req.headers['content-length'] ?? 0) > MOST_JSON && (json || !FILES.test(path)))
    return refuse(413, `That is more than ${MOST_JSON >> 20} MB, which is no docket and no wish.`);
  return true;
}

/**
 * Why a request is not answered here, by who asks and under which name; null where it is. No other site may drive the
 * application through a browser: an Origin must be ours, scheme and all; `null` is nobody's.
 */
export function askedWrongly(
  host: string,
  method: string,
  origin: string | undefined,
  encrypted: boolean,
): { readonly status: number; readonly message: string } | null {
  if (!LOCAL.test(host) && host !== process.env.ODD_SPARROW_HOST)
    return { status: 421, message: 'Not served under this name.' };
  if (method === 'GET' || method === 'HEAD' || origin === undefined) return null;
  const own = [`http://${host}`, `https://${host}`].filter(
    (o) => o.startsWith('https') === encrypted || behindTls(host),
  );
  return own.includes(origin.toLowerCase()) || own.includes(origin)
    ? null
    : { status: 403, message: 'Not from another site.' };
}

/** Under a name of its own it may stand behind a server that does the encrypting. */
const behindTls = (host: string): boolean => !LOCAL.test(host);
