import { readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { createServer as createSealedServer } from 'node:https';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { nanoid } from 'nanoid';
import next from 'next';
import qrcode from 'qrcode';
import { shop } from '../db/client.ts';
import { environment } from '../db/environment.ts';
import { openDoor } from './door.ts';
import { Entry } from './entry.ts';
import { Gate } from './gate.ts';
import { backUpNightly } from './nightly.ts';

/**
 * Serves the built pages behind the gate: `node --import tsx server/serve.ts --host 127.0.0.1 --port 3900`. With `--tls` and a folder of
 * keys it serves sealed; with `--door` and a port it gives out the authority's certificate beside it, in plain.
 */
const { values } = parseArgs({
  options: {
    host: { type: 'string', default: '127.0.0.1' },
    port: { type: 'string', default: '3900' },
    tls: { type: 'string' },
    door: { type: 'string' },
    fingerprint: { type: 'string', default: '' },
  },
});
/** Names of this very machine. */
const ALWAYS = ['localhost', '127.0.0.1', '[::1]'];
const { DATABASE_URL, RIDGE_BACKUP_FOLDER, RIDGE_HOSTS, RIDGE_REQUESTS, RIDGE_TLS, RIDGE_WRITES } = environment();
const gate = new Gate({ hosts: [...ALWAYS, ...RIDGE_HOSTS], requests: RIDGE_REQUESTS, writes: RIDGE_WRITES });

const entry = new Entry(shop(), RIDGE_TLS);

const app = next({ dev: false, dir: process.cwd(), hostname: values.host, port: Number(values.port) });
await app.prepare();
const handle = app.getRequestHandler();

const answer = (request: IncomingMessage, response: ServerResponse) => {
  const id = nanoid();
  gate
    .admits(request, response, id)
    .then(async (admitted) => admitted && (await entry.admits(request, response, id)))
    .then((admitted) => (admitted ? handle(request, response) : undefined))
    .catch((error) => {
      console.error(
        JSON.stringify({ level: 50, time: new Date().toISOString(), request: id, msg: String(error?.stack ?? error) }),
      );
      if (!response.headersSent) response.writeHead(500, { 'content-type': 'application/json' });
      response.end(JSON.stringify({ code: 'unavailable', request: id, message: 'It could not be done just now.' }));
    });
};
const keyIn = (folder: string, file: string) => readFileSync(join(folder, file));
const server = values.tls
  ? createSealedServer(
      // TLS 1.2 at least: ASVS 5.0, 12.1.1.
      { key: keyIn(values.tls, 'shop.key'), cert: keyIn(values.tls, 'shop.crt'), minVersion: 'TLSv1.2' },
      answer,
    )
  : createServer(answer);
// Nothing here is spoken but plain requests.
server.on('upgrade', (_request, socket) => socket.destroy());
server.on('clientError', (_error, socket) => socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n'));
server.headersTimeout = 10_000;
server.requestTimeout = 30_000;
server.keepAliveTimeout = 65_000;
server.listen(Number(values.port), values.host);
if (values.tls && values.door) {
  const door = Number(values.door);
  const [own] = RIDGE_HOSTS;
  const code = await qrcode.toString(`http://${own}:${door}/`, { type: 'svg', margin: 1 });
  openDoor(values.tls, values.host, door, {
    shop: `https://${own}:${values.port}/`,
    fingerprint: values.fingerprint,
    code,
  });
}

backUpNightly(DATABASE_URL, RIDGE_BACKUP_FOLDER, (error) =>
  console.error(JSON.stringify({ level: 60, time: new Date().toISOString(), msg: `THE BACKUP FAILED: ${error}` })),
);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  });
