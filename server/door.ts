import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { certificatePage, type DoorFacts } from './certificatePage.ts';

const POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'none'; base-uri 'none'";

/** The plain door beside the sealed one: it gives out the authority's certificate and the page that explains it, and nothing else. */
export function openDoor(folder: string, host: string, port: number, facts: DoorFacts): Server {
  const authority = readFileSync(join(folder, 'authority.crt'));
  const page = certificatePage(facts);
  const server = createServer((request, response) => {
    response.setHeader('x-content-type-options', 'nosniff');
    response.setHeader('referrer-policy', 'no-referrer');
    response.setHeader('content-security-policy', POLICY);
    const path = (request.url ?? '/').split('?')[0];
    if (request.method !== 'GET' && request.method !== 'HEAD') response.writeHead(405, { allow: 'GET, HEAD' }).end();
    else if (path === '/') response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page);
    else if (path === '/ridge-bolt-shop.crt')
      response
        .writeHead(200, {
          'content-type': 'application/x-x509-ca-cert',
          'content-disposition': 'attachment; filename="ridge-bolt-shop.crt"',
        })
        .end(authority);
    else response.writeHead(303, { location: '/' }).end();
  });
  server.headersTimeout = 5000;
  server.requestTimeout = 10_000;
  server.listen(port, host);
  return server;
}
