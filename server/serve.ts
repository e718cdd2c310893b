import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import { nanoid } from 'nanoid';
import next from 'next';
import { environment } from '../db/environment.ts';
import { Gate } from './gate.ts';
import { backUpNightly } from './nightly.ts';

/** Serves the built pages behind the gate: `node --import tsx server/serve.ts --host 127.0.0.1 --port 3900`. */
const { values } = parseArgs({
  options: { host: { type: 'string', default: '127.0.0.1' }, port: { type: 'string', default: '3900' } },
});
/** Names of this very machine. */
const ALWAYS = ['localhost', '127.0.0.1', '[::1]'];
const { DATABASE_URL, RIDGE_BACKUP_FOLDER, RIDGE_HOSTS, RIDGE_REQUESTS, RIDGE_WRITES } = environment();
const gate = new Gate({ hosts: [...ALWAYS, ...RIDGE_HOSTS], requests: RIDGE_REQUESTS, writes: RIDGE_WRITES });

const app = next({ dev: false, dir: process.cwd(), hostname: values.host, port: Number(values.port) });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  const id = nanoid();
  gate
    .admits(request, response, id)
    .then((admitted) => (admitted ? handle(request, response) : undefined))
    .catch((error) => {
      console.error(
        JSON.stringify({ level: 50, time: new Date().toISOString(), request: id, msg: String(error?.stack ?? error) }),
      );
      if (!response.headersSent) response.writeHead(500, { 'content-type': 'application/json' });
      response.end(JSON.stringify({ code: 'unavailable', request: id, message: 'It could not be done just now.' }));
    });
});
// Nothing here is spoken but plain requests.
server.on('upgrade', (_request, socket) => socket.destroy());
server.on('clientError', (_error, socket) => socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n'));
server.headersTimeout = 10_000;
server.requestTimeout = 30_000;
server.keepAliveTimeout = 65_000;
server.listen(Number(values.port), values.host);

backUpNightly(DATABASE_URL, RIDGE_BACKUP_FOLDER, (error) =>
  console.error(JSON.stringify({ level: 60, time: new Date().toISOString(), msg: `THE BACKUP FAILED: ${error}` })),
);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  });
