import type { IncomingHttpHeaders, IncomingMessage, ServerResponse } from 'node:http';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { z } from 'zod';

/** What one request may carry [bytes]. */
export const MOST_BYTES = 100_000;
/** A line of a record may bring its photo with it. */
export const MOST_BYTES_WITH_PHOTO = 320_000;
/** A whole job of another shop, photos and all. */
export const MOST_BYTES_OF_JOB = 12_000_000;
export function mostBytesOf(url: string): number {
  if (url === '/api/jobs/whole') return MOST_BYTES_OF_JOB;
  return /^\/api\/jobs\/[\w-]+\/events$/.test(url) ? MOST_BYTES_WITH_PHOTO : MOST_BYTES;
}
const METHODS = ['GET', 'HEAD', 'POST'];
const PER_MS = 10_000;
/** Of a body that is refused so much more is let come, and thrown away: whoever still writes does not see the answer before [bytes, ms]. */
const LET_COME = { bytes: 20_000_000, ms: 3000 } as const;

export interface GateRules {
  /** Names and addresses this shop is asked by, without a port. */
  readonly hosts: readonly string[];
  /** Requests, and of them those that write, that one device may make in ten seconds; 0 for any number. */
  readonly requests: number;
  readonly writes: number;
}

export interface Refusal {
  readonly status: 400 | 403 | 405 | 413 | 415 | 421 | 429;
  readonly message: string;
}

const refusal = (status: Refusal['status'], message: string): Refusal => ({ status, message });

const reads = (method: string) => method === 'GET' || method === 'HEAD';

/** The name in a Host header, its port left out; null where it is none. */
function nameOf(host: string | undefined): string | null {
  const found = /^(\[[0-9a-f:.]+\]|[a-z0-9.-]+)(?::\d{1,5})?$/i.exec(host ?? '');
  return found ? found[1]!.toLowerCase() : null;
}

/** The host an Origin header speaks of; null where it names none. */
function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** Whether an address can be read: whole letters, and none that steer something. */
function isReadable(path: string): boolean {
  try {
    // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for.
    return path.startsWith('/') && !/[\u0000-\u001f\u007f]/.test(decodeURIComponent(path.replace(/\+/g, ' ')));
  } catch {
    return false;
  }
}

const segment = z.union([
  z.string(),
  z.tuple([
    z.string(),
    z.string(),
    z.string().regex(/^(c|oc|d|[cd]i(\(\.{1,3}\)){1,2})$/),
    z.array(z.string()).nullable(),
  ]),
]);
/** Where on a page somebody stands, as a page of ours says when it asks for the next; the shape is Next's own. */
const placeOnPage: z.ZodType = z.lazy(() =>
  z.tuple([
    segment,
    z.record(z.string(), placeOnPage),
    z.tuple([z.string(), z.string()]).nullish(),
    z.enum(['refetch', 'inside-shared-layout', 'metadata-only']).nullish(),
    z.number().nullish(),
    z.string().optional(),
  ]),
);

function isPlaceOnPage(header: string | string[] | undefined): boolean {
  if (header === undefined) return true;
  try {
    return placeOnPage.safeParse(JSON.parse(decodeURIComponent(String(header)))).success;
  } catch {
    return false;
  }
}

/**
 * Whether a request comes from the shop's own pages, or from a program somebody started; why not otherwise. Browsers say where a request
 * comes from, and no page can keep them from it: `Origin` with everything that writes, `Sec-Fetch-Site` with everything.
 */
export function refusedAtTheGate(
  method: string,
  path: string,
  headers: IncomingHttpHeaders,
  { hosts }: Pick<GateRules, 'hosts'>,
): Refusal | null {
  if (!METHODS.includes(method)) return refusal(405, `${method} is not done here`);
  if (!isReadable(path)) return refusal(400, 'that is no address');
  if (!isPlaceOnPage(headers['next-router-state-tree'])) return refusal(400, 'this was not asked by a page of ours');
  const name = nameOf(headers.host);
  if (name === null || !hosts.includes(name))
    return refusal(421, 'this is not the name of the shop’s computer; whoever set it up can add it to RIDGE_HOSTS');
  const { origin, 'sec-fetch-site': site, 'sec-fetch-mode': mode } = headers;
  if (origin !== undefined && hostOf(origin) !== headers.host)
    return refusal(403, 'this comes from another page than the shop’s own');
  const fromHere = site === undefined || site === 'same-origin' || site === 'none';
  // A link somewhere may lead to a page; nothing but our own pages asks for what stands behind them.
  const byLink = reads(method) && mode === 'navigate' && !path.startsWith('/api/');
  if (!fromHere && !byLink) return refusal(403, 'this comes from another page than the shop’s own');
  if (reads(method)) return null;
  if (!/^application\/json\s*(;\s*charset=utf-8\s*)?$/i.test(headers['content-type'] ?? ''))
    return refusal(415, 'only JSON is taken here');
  if (headers['content-encoding'] !== undefined) return refusal(415, 'only plain JSON is taken here');
  const most = mostBytesOf(path);
  if (Number(headers['content-length'] ?? 0) > most) return tooLong(most);
  return null;
}

const tooLong = (most: number) => refusal(413, `too long: at most ${most / 1000} kB at once`);

/** What a page of ours may do in a browser, and nothing else. Styles stand in attributes, which carry no nonce. */
export const contentPolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

const HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), microphone=(self), payment=(), usb=()',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
};

/** Stands before every handler: who may ask, how much, how often, and what a browser may do with the answer. */
export class Gate {
  private readonly all: RateLimiterMemory | null;
  private readonly writing: RateLimiterMemory | null;

  constructor(private readonly rules: GateRules) {
    const limiter = (points: number) =>
      points === 0 ? null : new RateLimiterMemory({ points, duration: PER_MS / 1000 });
    this.all = limiter(rules.requests);
    this.writing = limiter(rules.writes);
  }

  /**
   * Lets a request through, or answers it.
   * @param id of the request: the log and whoever asks know it by that
   * @returns whether it is to be handled
   */
  async admits(request: IncomingMessage, response: ServerResponse, id: string): Promise<boolean> {
    const { method = '', url = '', headers } = request;
    for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
    const policy = contentPolicy(id);
    response.setHeader('content-security-policy', policy);
    response.setHeader('x-request-id', id);
    // What a client writes there is not believed.
    headers['x-request-id'] = id;
    headers['content-security-policy'] = policy;
    for (const name of ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port', 'forwarded'])
      delete headers[name];
    const refused =
      refusedAtTheGate(method, url, headers, this.rules) ??
      (await this.tooOften(method, url, request.socket.remoteAddress));
    if (refused) {
      answer(request, response, refused);
      return false;
    }
    if (!reads(method)) countWhileReading(request, response, mostBytesOf(url));
    return true;
  }

  private async tooOften(method: string, url: string, peer = 'unknown'): Promise<Refusal | null> {
    if (url.startsWith('/_next/static/')) return null;
    try {
      await this.all?.consume(peer);
      if (!reads(method)) await this.writing?.consume(peer);
      return null;
    } catch {
      return refusal(429, 'too many requests from this device: they are taken again in a few seconds');
    }
  }
}

/** A body without a length is stopped where it grows too long, not once it is here. */
function countWhileReading(request: IncomingMessage, response: ServerResponse, most: number): void {
  const push = request.push.bind(request);
  let bytes = 0;
  let isRefused = false;
  request.push = (chunk: Buffer | null, ...rest) => {
    if (chunk === null && isRefused) request.socket.destroySoon();
    if (chunk === null) return isRefused ? false : push(null);
    bytes += chunk.length;
    if (bytes <= most) return push(chunk, ...rest);
    if (!isRefused) {
      isRefused = true;
      answer(request, response, tooLong(most));
    }
    if (bytes > LET_COME.bytes) request.socket.destroy();
    return true;
  };
}

function answer(request: IncomingMessage, response: ServerResponse, { status, message }: Refusal): void {
  if (response.headersSent) {
    request.socket.destroy();
    return;
  }
  response.statusCode = status;
  response.setHeader('content-type', 'application/json; charset=utf-8');
  response.setHeader('cache-control', 'no-store');
  if (status === 405) response.setHeader('allow', METHODS.join(', '));
  if (status === 429) response.setHeader('retry-after', String(PER_MS / 1000));
  if (!reads(request.method ?? '')) letCome(request);
  response.end(JSON.stringify({ code: 'at-the-gate', message, issues: [{ path: '$', message }] }));
}

/** What is still on its way is thrown away, up to a limit; a connection closed under whoever writes loses them the answer. */
function letCome(request: IncomingMessage): void {
  const { socket } = request;
  if (request.complete) return;
  const late = setTimeout(() => socket.destroy(), LET_COME.ms).unref();
  let bytes = 0;
  request.on('data', (chunk: Buffer) => {
    bytes += chunk.length;
    if (bytes > LET_COME.bytes) socket.destroy();
  });
  for (const over of ['end', 'close']) request.once(over, () => clearTimeout(late));
}
