import 'reflect-metadata';
import { randomBytes, webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

const DAY_MS = 24 * 3600_000;
/** Tablets take no leaf that is good for longer than 398 days (CA/Browser Forum baseline requirements, 6.3.2). */
const LEAF_DAYS = 390;
const AUTHORITY_DAYS = 10 * 365;
const RENEWED_BEFORE_DAYS = 30;
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };

/** Addresses and names under which this machine is asked from the network. */
export function namesHere() {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((each) => each && each.family === 'IPv4' && !each.internal)
    .map((each) => each.address);
  const name = hostname()
    .toLowerCase()
    .replace(/[^a-z0-9-]/g, '');
  return { addresses, names: name === '' ? [] : [name, `${name}.local`] };
}

const pemOf = (label, der) =>
  `-----BEGIN ${label}-----\n${Buffer.from(der)
    .toString('base64')
    .replace(/(.{64})/g, '$1\n')
    .trim()}\n-----END ${label}-----\n`;

async function keyPem({ privateKey }) {
  return pemOf('PRIVATE KEY', await webcrypto.subtle.exportKey('pkcs8', privateKey));
}

function writeSecret(path, text) {
  writeFileSync(`${path}.new`, text, { mode: 0o600 });
  renameSync(`${path}.new`, path);
}

const serial = () => `01${randomBytes(15).toString('hex')}`;

/** Networks no address outside of a house is in (RFC 1918, RFC 3927, RFC 1122). */
const PRIVATE = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', '127.0.0.0/8'];

/** For whom the authority may vouch: private addresses and names that end in this house. Stolen, it stands for no bank. */
async function nameConstraints(x509, { addresses, names }) {
  const { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints, id_ce_nameConstraints } = await import(
    '@peculiar/asn1-x509'
  );
  const { AsnConvert } = await import('@peculiar/asn1-schema');
  const dns = [...new Set(['local', 'localhost', ...names])].map((dNSName) => new GeneralName({ dNSName }));
  // What this machine is asked by now is taken in, wherever it lies.
  const ip = [...PRIVATE, ...addresses.map((a) => `${a}/32`)].map((iPAddress) => new GeneralName({ iPAddress }));
  const permittedSubtrees = new GeneralSubtrees([...dns, ...ip].map((base) => new GeneralSubtree({ base })));
  const raw = AsnConvert.serialize(new NameConstraints({ permittedSubtrees }));
  return new x509.Extension(id_ce_nameConstraints, true, raw);
}

/** The shop's own authority, made once: it may vouch for servers in this shop's network and for nothing else. */
async function authorityIn(folder, x509, here, now) {
  const [keyFile, certFile] = [join(folder, 'authority.key'), join(folder, 'authority.crt')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const der = Buffer.from(readFileSync(keyFile, 'utf8').replace(/-----[^-]+-----|\s/g, ''), 'base64');
    const privateKey = await webcrypto.subtle.importKey('pkcs8', der, ALGORITHM, true, ['sign']);
    return { privateKey, cert: new x509.X509Certificate(readFileSync(certFile, 'utf8')) };
  }
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const cert = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: `CN=Ridge Bolt shop ${randomBytes(3).toString('hex')}`,
    notBefore: new Date(now - DAY_MS),
    notAfter: new Date(now + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      await nameConstraints(x509, here),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  writeSecret(keyFile, await keyPem(keys));
  writeSecret(certFile, cert.toString('pem'));
  return { privateKey: keys.privateKey, cert };
}

/** Whether a leaf still stands: for all these names, by this authority, and long enough. */
function stands(cert, authority, wanted, now, x509) {
  const san = cert.getExtension(x509.SubjectAlternativeNameExtension);
  const has = new Set((san?.names.items ?? []).map((item) => item.value));
  return (
    cert.issuer === authority.subject &&
    wanted.every((name) => has.has(name)) &&
    cert.notAfter.getTime() - now > RENEWED_BEFORE_DAYS * DAY_MS
  );
}

/**
 * Key and certificate for this machine's addresses, by an authority of the shop's own; made anew when the addresses are others or the
 * time runs out. Tablets trust the authority, so they need not be told.
 * @param {string} folder
 * @param {{ addresses: readonly string[], names: readonly string[] }} here
 * @param {number} [now] [ms]
 */
export async function certificatesIn(folder, here, now = Date.now()) {
  const x509 = await import('@peculiar/x509');
  x509.cryptoProvider.set(webcrypto);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const { privateKey, cert: authority } = await authorityIn(folder, x509, here, now);
  const [keyFile, certFile] = [join(folder, 'shop.key'), join(folder, 'shop.crt')];
  const wanted = ['localhost', ...here.names, '127.0.0.1', ...here.addresses];
  const old = existsSync(certFile) ? new x509.X509Certificate(readFileSync(certFile, 'utf8')) : null;
  if (!old || !existsSync(keyFile) || !stands(old, authority, wanted, now, x509)) {
    const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
    const cert = await x509.X509CertificateGenerator.create({
      serialNumber: serial(),
      subject: 'CN=Ridge Bolt',
      issuer: authority.subject,
      notBefore: new Date(now - DAY_MS),
      notAfter: new Date(Math.min(now + LEAF_DAYS * DAY_MS, authority.notAfter.getTime())),
      signingAlgorithm: ALGORITHM,
      publicKey: keys.publicKey,
      signingKey: privateKey,
      extensions: [
        new x509.BasicConstraintsExtension(false, undefined, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
        new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
        new x509.SubjectAlternativeNameExtension(
          wanted.map((value) => ({ type: /^[\d.]+$/.test(value) ? 'ip' : 'dns', value })),
        ),
        await x509.AuthorityKeyIdentifierExtension.create(authority.publicKey),
      ],
    });
    writeSecret(keyFile, await keyPem(keys));
    writeSecret(certFile, cert.toString('pem'));
  }
  const print = Buffer.from(await authority.getThumbprint('SHA-256'))
    .toString('hex')
    .toUpperCase();
  return { folder, fingerprint: print.match(/../g).join(' ') };
}
