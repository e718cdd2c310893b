import { type APIRequestContext, expect, test } from '@playwright/test';
import { actionOf, MATRIX, may, ROLES, ROUTES, type Role } from '../../keys/permissions.ts';
import { signedInAs } from './signIn.ts';

/** An address of a route: of what stands in the demo, or of nothing. */
const address = (path: string) =>
  path
    .replace('/jobs/[id]', '/jobs/job-heron-4-power')
    .replace('/engines/[id]', '/engines/sheet-tarnholt-s389')
    .replace('[token]', 'A'.repeat(43));

/** Ends what the others need. */
const LAST = ['/api/session/end'];
const routes = [...ROUTES].sort((a, b) => Number(LAST.includes(a.path)) - Number(LAST.includes(b.path)));

/** How the door answers: `in` when it let through, whatever the handler then says of an empty request. */
async function asked(request: APIRequestContext, { method, path }: (typeof ROUTES)[number]): Promise<string> {
  const url = address(path);
  const response =
    method === 'GET'
      ? await request.get(url, { maxRedirects: 0 })
      : await request.post(url, { data: {}, maxRedirects: 0 });
  const status = response.status();
  if (status === 303) {
    const to = response.headers().location ?? '';
    return to.startsWith('/sign-in?to=') ? 'to the door' : `to ${to}`;
  }
  if (status === 401 && path !== '/api/session/take') return 'signed out';
  const text = await response.text();
  if (status === 403 || text.includes('What stands behind this address is for others')) return 'refused';
  return 'in';
}

/** What the matrix says of a cell. */
const expected = (role: Role, { method, path, action }: (typeof ROUTES)[number]): string => {
  if (may(role, action)) return 'in';
  if (role !== 'nobody' && role !== 'customer') return 'refused';
  return method === 'GET' && !path.startsWith('/api/') ? 'to the door' : 'signed out';
};

for (const role of ROLES)
  test(`${role}: every route lets in or refuses as the matrix says`, async ({ playwright, baseURL }) => {
    const isStaff = role === 'owner' || role === 'technician' || role === 'learner';
    const request = await playwright.request.newContext({
      baseURL: baseURL!,
      storageState: isStaff ? signedInAs(role) : { cookies: [], origins: [] },
    });
    const wrong: string[] = [];
    // Whoever is signed in keeps being so for the other tests; and the page that refuses is no case of its own.
    for (const route of routes.filter((r) => !(isStaff && LAST.includes(r.path)) && r.path !== '/no-entry')) {
      const [got, want] = [await asked(request, route), expected(role, route)];
      if (got !== want) wrong.push(`${role} ${route.method} ${route.path}: ${got}, not ${want}`);
    }
    expect(wrong).toEqual([]);
    await request.dispose();
  });

test('what is in no table is open to nobody, and every action is asked for by some route or event', async ({
  request,
  playwright,
  baseURL,
}) => {
  for (const path of ['/api/people/x', '/api/nothing', '/_next/data/x.json', '/people/x'])
    expect(actionOf('GET', path), path).toBeNull();
  expect((await request.get('/api/nothing')).status()).toBe(403);
  expect((await request.get('/nothing/at/all')).status()).toBe(404);
  // Written otherwise it is no other page: what is not for a learner is not there for one.
  const learner = await playwright.request.newContext({ baseURL: baseURL!, storageState: signedInAs('learner') });
  for (const path of ['/%70eople', '/people/', '//people', '/people/%2e', '/engines/%6eew', '/./people'])
    expect(await (await learner.get(`${baseURL}${path}`)).text(), path).not.toMatch(/Who works here|>New engine</);
  await learner.dispose();
  const byEvent = ['job.override', 'job.close'];
  const unasked = Object.keys(MATRIX).filter((a) => !ROUTES.some((r) => r.action === a) && !byEvent.includes(a));
  expect(unasked).toEqual([]);
});
