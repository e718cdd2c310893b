import { type AddressInfo, connect, createServer, type Socket } from 'node:net';
import { afterAll, describe, expect, it } from 'vitest';
import { openPool } from '@/db/pool.ts';

const url = process.env.RIDGE_TEST_URL;

/** Hands on what passes between pool and database, until it is stopped: then both sides wait. */
function relay(to: URL) {
  const open = new Set<Socket>();
  const server = createServer((near) => {
    const far = connect(Number(to.port), to.hostname);
    for (const socket of [near, far]) {
      open.add(socket);
      socket.on('error', () => {}).on('close', () => open.delete(socket));
    }
    near.pipe(far).pipe(near);
  });
  return {
    listening: () =>
      new Promise<number>((resolve) =>
        server.listen(0, '127.0.0.1', () => resolve((server.address() as AddressInfo).port)),
      ),
    stop: () => {
      for (const socket of open) socket.unpipe().pause();
    },
    close: () => {
      for (const socket of open) socket.destroy();
      server.close();
    },
  };
}

describe.skipIf(!url)('a database that stopped in the middle', () => {
  const between = relay(new URL(url ?? 'mysql://127.0.0.1/none'));
  afterAll(() => between.close());

  it('is given up: what was asked fails; a connection that only rests is not', async () => {
    const through = new URL(url!);
    through.port = String(await between.listening());
    const pool = openPool(through.href, { answersWithinMs: 400 });
    expect((await pool.query('select 1 as one'))[0]).toEqual([{ one: 1 }]);
    // A connection that only rests owes no answer, for as long as it rests.
    const own = async () => ((await pool.query('select connection_id() as id'))[0] as { id: number }[])[0]!.id;
    const first = await own();
    await new Promise((resolve) => setTimeout(resolve, 900));
    expect(await own()).toBe(first);
    between.stop();
    await expect(pool.query('select 3')).rejects.toThrow(/does not answer/);
    await pool.end();
  });

  it('is not given up by a server that was too busy to listen: the answer that came meanwhile is heard', async () => {
    const pool = openPool(url!, { answersWithinMs: 300, connections: 1 });
    await pool.query('select 1');
    for (let round = 0; round < 3; round++) {
      const asked = pool.query('select sleep(0.05), 7 as seven');
      await new Promise((resolve) => setTimeout(resolve, 5));
      // Sent, and then nothing is listened to for longer than an answer may take; the next the loop looks at is its timers.
      await new Promise<void>((resolve) =>
        setImmediate(() => {
          const until = Date.now() + 900;
          while (Date.now() < until) {}
          resolve();
        }),
      );
      expect((await asked)[0]).toMatchObject([{ seven: 7 }]);
    }
    await pool.end();
  });
});
