import type { IncomingMessage, ServerResponse } from 'node:http';
import { hasOwner } from '../db/people.ts';
import type { Shop } from '../db/shop.ts';
import { type Admitted, admit, leave, NOBODY } from '../keys/admitted.ts';
import { shownBy } from '../keys/cookies.ts';
import { actionOf, may } from '../keys/permissions.ts';
import { whoAsks } from '../keys/signIn.ts';

/** Pages that are there for who is not signed in. */
const SIGN_IN = '/sign-in';
const FIRST = '/first';
const NO_ENTRY = '/no-entry';
/** Where nothing stands. */
const NOTHING = '/nothing-here';

/** Stands behind the gate and before every handler: who it is, and whether that may be done. What no route is for is open to nobody. */
export class Entry {
  private opened = false;

  constructor(
    private readonly shop: Shop,
    private readonly tls: boolean,
  ) {}

  /** @returns whether it is to be handled */
  async admits(request: IncomingMessage, response: ServerResponse, id: string): Promise<boolean> {
    const { method = '', url = '', headers } = request;
    const [path = '/'] = url.split(/[?#]/);
    const action = actionOf(method, path);
    const who = await this.whoAsks(request, action === 'door.use' && path.startsWith('/_next/'));
    admit(id, who);
    response.once('close', () => leave(id));
    if (action !== null && may(who.role, action)) return true;
    const isPage = !path.startsWith('/api/') && (method === 'GET' || method === 'HEAD');
    if (who.signedIn) {
      // An address of nothing is answered by the page that says so, and is not read once more.
      if (isPage) request.url = action === null ? NOTHING : NO_ENTRY;
      if (isPage && action !== null) response.statusCode = 403;
      if (isPage) return true;
      return said(response, 403, 'not-allowed', notAllowed(who));
    }
    if (!isPage) return said(response, 401, 'signed-out', 'nobody is signed in here: sign in, and it is taken');
    const to = (await this.isOpened()) ? `${SIGN_IN}?to=${encodeURIComponent(url)}` : FIRST;
    response.writeHead(headers.rsc === undefined ? 303 : 307, { location: to, 'cache-control': 'no-store' });
    response.end();
    return false;
  }

  private async whoAsks({ headers, socket }: IncomingMessage, isFile: boolean): Promise<Admitted> {
    const peer = socket.remoteAddress ?? 'unknown';
    if (isFile) return { ...NOBODY, peer };
    const { session, tablet } = shownBy(headers.cookie, this.tls);
    return whoAsks(this.shop, { sessionToken: session, tabletToken: tablet, peer }, new Date());
  }

  /** Whether there is an owner. Once there is one, there is. */
  private async isOpened(): Promise<boolean> {
    this.opened ||= await hasOwner(this.shop);
    return this.opened;
  }
}

const notAllowed = ({ signedIn, role }: Admitted) =>
  `${signedIn?.name ?? 'nobody'} is signed in here as ${role}, who may not do that`;

function said(response: ServerResponse, status: 401 | 403, code: string, message: string): false {
  response.writeHead(status, { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' });
  response.end(JSON.stringify({ code, message, issues: [{ path: '$', message }] }));
  return false;
}
