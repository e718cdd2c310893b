import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer, request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { certificatesIn } from '../../scripts/lib/authority.mjs';

const DAY_MS = 24 * 3600_000;
const folder = mkdtempSync(join(tmpdir(), 'ridge-tls-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const here = { addresses: ['10.77.0.1'], names: ['shop', 'shop.local'] };
const read = (file: string) => readFileSync(join(folder, file), 'utf8');
const leaf = () => new X509Certificate(read('shop.crt'));

/** Asks a server with the folder's key and leaf, as a tablet that trusts `ca`; what came of it. */
function asked(ca: string, servername: string): Promise<string> {
  return new Promise((resolve) => {
    const server = createServer({ key: read('shop.key'), cert: read('shop.crt') }, (_, response) => response.end('in'));
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      const done = (said: string) => {
        server.close();
        resolve(said);
      };
      request({ host: '127.0.0.1', port, ca, servername, agent: false }, (response) => {
        response.resume();
        done(String(response.statusCode));
      })
        .on('error', (error) => done(error.message))
        .end();
    });
  });
}

describe('the authority of a shop', () => {
  it('vouches for this machine by its addresses and names, and a tablet that trusts it connects', async () => {
    const { fingerprint } = await certificatesIn(folder, here);
    const authority = new X509Certificate(read('authority.crt'));
    expect(authority.ca).toBe(true);
    expect(leaf().checkIssued(authority)).toBe(true);
    expect(leaf().verify(authority.publicKey)).toBe(true);
    for (const ip of ['127.0.0.1', '10.77.0.1']) expect(leaf().checkIP(ip), ip).toBe(ip);
    for (const name of ['localhost', 'shop.local']) expect(leaf().checkHost(name), name).toBe(name);
    expect(authority.fingerprint256.replaceAll(':', ' ')).toBe(fingerprint);
    expect(await asked(read('authority.crt'), 'shop.local')).toBe('200');
  });

  it('a leaf is good for no longer than tablets take (398 days, CA/Browser Forum baseline requirements), keys are nobody else’s to read', () => {
    const { validFrom, validTo } = leaf();
    expect(Date.parse(validTo) - Date.parse(validFrom)).toBeLessThan(398 * DAY_MS);
    for (const file of ['authority.key', 'shop.key']) expect(statSync(join(folder, file)).mode & 0o077, file).toBe(0);
  });

  it('the same addresses keep the leaf; another one, or time that runs out, makes a new one by the same authority', async () => {
    const [authority, first] = [read('authority.crt'), read('shop.crt')];
    await certificatesIn(folder, here);
    expect(read('shop.crt')).toBe(first);
    await certificatesIn(folder, { ...here, addresses: ['10.77.0.1', '192.168.4.20'] });
    const second = read('shop.crt');
    expect(second).not.toBe(first);
    expect(leaf().checkIP('192.168.4.20')).toBe('192.168.4.20');
    await certificatesIn(folder, here, Date.now() + 370 * DAY_MS);
    expect(read('shop.crt')).not.toBe(second);
    expect(read('authority.crt')).toBe(authority);
  });

  it('stolen, it stands for no bank: a leaf of another name or address is refused by the name constraints (RFC 5280, 4.2.1.10)', async () => {
    await certificatesIn(folder, { addresses: [], names: ['bank.example'] });
    expect(leaf().checkHost('bank.example')).toBe('bank.example');
    expect(await asked(read('authority.crt'), 'bank.example')).toContain('permitted subtree violation');
  });

  it('another shop’s authority is not believed', async () => {
    await certificatesIn(folder, here);
    const other = mkdtempSync(join(tmpdir(), 'ridge-tls-'));
    await certificatesIn(other, here);
    const theirs = readFileSync(join(other, 'authority.crt'), 'utf8');
    rmSync(other, { recursive: true, force: true });
    expect(await asked(theirs, 'shop.local')).not.toBe('200');
  });
});
