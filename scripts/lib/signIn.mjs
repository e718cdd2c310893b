import { PRINTED_PINS } from '../../demo/pins.mjs';

/**
 * Signs somebody of the demo shop in, as the sign-in page does.
 * @returns `cookie` for a request's header, and `storageState` for a browser of Playwright's
 */
export async function signIn(address, personId = 'person-ilse') {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ personId, pin: PRINTED_PINS[personId] }),
  });
  if (!response.ok) throw new Error(`nobody could sign in: ${response.status} ${await response.text()}`);
  const pairs = response.headers.getSetCookie().map((line) => line.split(';')[0]);
  const { hostname } = new URL(address);
  const cookies = pairs.map((pair) => {
    const at = pair.indexOf('=');
    return {
      ...{ name: pair.slice(0, at), value: pair.slice(at + 1), domain: hostname, path: '/' },
      ...{ expires: -1, httpOnly: true, secure: false, sameSite: /** @type {const} */ ('Lax') },
    };
  });
  return { cookie: pairs.join('; '), storageState: { origins: [], cookies } };
}
