import { request as ask, createServer, type IncomingMessage, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { contentPolicy, Gate, MOST_BYTES, refusedAtTheGate } from '@/server/gate.ts';

/**
 * Headers a browser sets by itself: Origin RFC 6454 section 7, Sec-Fetch-* W3C Fetch Metadata Request Headers; statuses RFC 9110 section 15,
 * 429 RFC 6585.
 */
const HOSTS = { hosts: ['localhost', '127.0.0.1', '[::1]', 'bench.shop'] };
const own = { host: '127.0.0.1:3900', 'content-type': 'application/json' };

describe('who may ask', () => {
  const status = (method: string, path: string, headers: object) =>
    refusedAtTheGate(method, path, { ...own, ...headers }, HOSTS)?.status ?? 'admitted';

  it.each([
    ['a page of the shop', { origin: 'http://127.0.0.1:3900', 'sec-fetch-site': 'same-origin' }, 'admitted'],
    [
      'a page of the shop behind a lock',
      { host: 'bench.shop', origin: 'https://bench.shop', 'sec-fetch-site': 'same-origin' },
      'admitted',
    ],
    ['a program, which says neither', {}, 'admitted'],
    ['any page on the web', { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' }, 403],
    ['any page that hides its name', { origin: 'null', 'sec-fetch-site': 'cross-site' }, 403],
    [
      'another program’s page on this computer',
      { origin: 'http://127.0.0.1:8080', 'sec-fetch-site': 'same-site' },
      403,
    ],
    ['a page whose browser says only where it stands', { 'sec-fetch-site': 'cross-site' }, 403],
    ['a form, as text', { 'content-type': 'text/plain' }, 415],
    ['a form, as a form', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
    ['nothing said of the content', { 'content-type': undefined }, 415],
    ['JSON and then something', { 'content-type': 'application/json; charset=utf-8; x' }, 415],
    ['something that unfolds', { 'content-encoding': 'gzip' }, 415],
    ['too much, by its own word', { 'content-length': String(MOST_BYTES + 1) }, 413],
    ['a name that leads here from elsewhere', { host: 'elsewhere.example' }, 421],
    ['no name', { host: undefined }, 421],
    ['a name with another before it', { host: 'localhost@elsewhere.example' }, 421],
    ['a name that only begins like ours', { host: 'localhost.elsewhere.example' }, 421],
  ])('writing: %s', (_, headers, expected) => {
    expect(status('POST', '/api/jobs', headers)).toBe(expected);
  });

  it.each([
    [
      'a page, by a link from elsewhere',
      '/',
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' },
      'admitted',
    ],
    [
      'a record, by a link from elsewhere',
      '/api/jobs/x/case',
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' },
      403,
    ],
    [
      'a record, from a page elsewhere',
      '/api/jobs/x/case',
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' },
      403,
    ],
    ['a picture of a page, from elsewhere', '/', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }, 403],
    [
      'a record, typed into the bar',
      '/api/jobs/x/case',
      { 'sec-fetch-site': 'none', 'sec-fetch-mode': 'navigate' },
      'admitted',
    ],
    ['a record, under a foreign name', '/api/jobs/x/case', { host: 'elsewhere.example:3900' }, 421],
  ])('reading: %s', (_, path, headers, expected) => {
    expect(status('GET', path, headers)).toBe(expected);
  });

  it.each(['PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE', 'CONNECT', ''])('%s is done nowhere', (method) => {
    expect(status(method, '/', {})).toBe(405);
  });
});

describe('the gate in front of a server', () => {
  let server: Server;
  afterEach(() => server.close());
  /** What came through, read to its end as a handler would. */
  let through: { url: string; bytes: number; headers: IncomingMessage['headers'] }[] = [];

  async function standing(rules: Partial<ConstructorParameters<typeof Gate>[0]> = {}) {
    through = [];
    const gate = new Gate({ ...HOSTS, requests: 0, writes: 0, ...rules });
    server = createServer(async (request, response) => {
      if (!(await gate.admits(request, response, 'request-one'))) return;
      let bytes = 0;
      for await (const chunk of request) bytes += (chunk as Buffer).length;
      through.push({ url: request.url!, bytes, headers: request.headers });
      response.end('{}');
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    return (server.address() as AddressInfo).port;
  }
  const post = (port: number, headers: Record<string, string> = {}, pieces: readonly string[] = ['{}']) =>
    new Promise<{ status: number; headers: IncomingMessage['headers'] }>((resolve, reject) => {
      const going = ask(
        {
          port,
          host: '127.0.0.1',
          method: 'POST',
          path: '/api/jobs',
          headers: { 'content-type': 'application/json', ...headers },
        },
        (response) => {
          response.resume();
          response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers }));
        },
      );
      going.on('error', reject);
      for (const piece of pieces) going.write(piece);
      going.end();
    });

  it('says with every answer what a browser may do with it, and under which id it is in the log', async () => {
    const port = await standing();
    for (const { headers } of [await post(port), await post(port, { origin: 'https://elsewhere.example' })])
      expect(headers).toMatchObject({
        'x-content-type-options': 'nosniff',
        'x-frame-options': 'DENY',
        'referrer-policy': 'same-origin',
        'permissions-policy': expect.stringContaining('camera=()'),
        'x-request-id': 'request-one',
        'content-security-policy': contentPolicy('request-one'),
      });
    expect(contentPolicy('n')).toMatch(/script-src 'self' 'nonce-n' 'strict-dynamic'.*frame-ancestors 'none'/);
    expect(contentPolicy('n')).not.toMatch(/unsafe-eval|script-src[^;]*unsafe-inline/);
  });

  it('a body without a length is stopped where it grows too long, and never handled', async () => {
    const port = await standing();
    const inTime = await post(port, { 'transfer-encoding': 'chunked' }, [
      'x'.repeat(MOST_BYTES / 2),
      'x'.repeat(MOST_BYTES / 2),
    ]);
    expect(inTime.status).toBe(200);
    expect(through).toMatchObject([{ bytes: MOST_BYTES }]);
    // By hand: a client that never stops is to be cut off.
    const answer = await new Promise<string>((resolve) => {
      const socket = connect(port, '127.0.0.1');
      let said = '';
      let sent = 0;
      const piece = `${(10_000).toString(16)}\r\n${'x'.repeat(10_000)}\r\n`;
      const more = () => {
        while (socket.writable && sent < 5e8) {
          sent += 10_000;
          if (!socket.write(piece)) return;
        }
      };
      socket.on('drain', more);
      socket.on('data', (chunk) => {
        said += chunk;
      });
      socket.on('error', () => {});
      socket.on('close', () => resolve(`${said.split('\r\n')[0]} after ${sent < 1e8 ? 'little' : 'all'}`));
      socket.write(
        'POST /api/jobs HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\ntransfer-encoding: chunked\r\n\r\n',
      );
      more();
    });
    expect(answer).toBe('HTTP/1.1 413 Payload Too Large after little');
    expect(through).toHaveLength(1);
  });

  it('does not believe what a client writes about itself', async () => {
    const port = await standing();
    await post(port, {
      'x-request-id': 'forged',
      'x-forwarded-for': '10.0.0.9',
      'content-security-policy': "script-src 'nonce-forged'",
      forwarded: 'for=10.0.0.9',
    });
    const { headers } = through[0]!;
    expect(headers['x-request-id']).toBe('request-one');
    expect(headers['content-security-policy']).toBe(contentPolicy('request-one'));
    expect(headers['x-forwarded-for'] ?? headers.forwarded).toBeUndefined();
  });

  it('one device that asks without end is told to wait; writing has a limit of its own; files of the build have none', async () => {
    const port = await standing({ requests: 8, writes: 5 });
    const statuses = [];
    for (let i = 0; i < 7; i++) statuses.push((await post(port, { 'x-forwarded-for': `10.0.0.${i}` })).status);
    expect(statuses).toEqual([200, 200, 200, 200, 200, 429, 429]);
    const get = (path: string) => fetch(`http://127.0.0.1:${port}${path}`).then((r) => r.status);
    expect(await get('/')).toBe(200);
    expect(await get('/')).toBe(429);
    expect(await get('/_next/static/chunks/a.js')).toBe(200);
    expect((await post(port)).headers['retry-after']).toBe('10');
  });
});
