import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ACTIONS, actionOf, MATRIX, may, ROLES, ROUTES } from '@/keys/permissions.ts';

/** Every page and every handler below `app/`, as its address. */
const standing = (readdirSync('app', { recursive: true, encoding: 'utf8' }) as string[])
  .filter((file) => /(^|\/)(page\.tsx|route\.ts)$/.test(file))
  .flatMap((file) => {
    const path = `/${file.split('/').slice(0, -1).join('/')}`;
    if (file.endsWith('page.tsx')) return [`GET ${path}`];
    const text = readFileSync(join('app', file), 'utf8');
    const methods = [...text.matchAll(/export (?:const|function|async function) (GET|POST|PUT|PATCH|DELETE)\b/g)];
    return methods.map(([, method]) => `${method} ${path}`);
  });

describe('who may do what', () => {
  it('every route that stands is in the table, and nothing else is', () => {
    expect(standing.length).toBeGreaterThan(25);
    expect(ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([...standing].sort());
  });

  it('an address is told by its own name before any name, and what is none is nothing', () => {
    expect(actionOf('GET', '/jobs/new')).toBe('job.open');
    expect(actionOf('GET', '/jobs/abc')).toBe('job.see');
    expect(actionOf('HEAD', '/people')).toBe('people.change');
    expect(actionOf('GET', '/_next/static/chunks/a.js')).toBe('door.use');
    for (const [method, path] of [
      ['GET', '/api/people'],
      ['POST', '/people'],
      ['GET', '/_next/data/x.json'],
      ['GET', '/jobs/a/b/c'],
      ['DELETE', '/api/people'],
      ['GET', '/api/jobs/a/events/..'],
      ['GET', '//people'],
      ['GET', '//elsewhere/sign-in'],
      ['GET', '/_next/static/../../people'],
      ['GET', '/sign-in/%2e%2e/people'],
      ['GET', '/jobs/a%2fsheet'],
      ['GET', '/%ff'],
      ['GET', 'people'],
    ] as const)
      expect(actionOf(method, path), path).toBeNull();
  });

  it('an address in other letters is the same address', () => {
    expect(actionOf('GET', '/%70eople')).toBe('people.change');
    expect(actionOf('GET', '/engines/%6eew')).toBe('engines.change');
    expect(actionOf('POST', '/api/%68ouse')).toBe('house.change');
    expect(actionOf('GET', '/people/')).toBe('people.change');
  });

  it('whoever may less may nothing that whoever may more may not; a customer and nobody see no job', () => {
    for (const action of ACTIONS) {
      if (may('learner', action)) expect(may('technician', action), action).toBe(true);
      if (may('technician', action)) expect(may('owner', action), action).toBe(true);
      if (may('nobody', action))
        expect(
          ROLES.every((role) => may(role, action)),
          action,
        ).toBe(true);
    }
    const ofOutsiders = ACTIONS.filter((a) => may('nobody', a) || may('customer', a));
    expect(ofOutsiders.sort()).toEqual(['calendar.by-link', 'door.use', 'sheet.by-link']);
    expect(ACTIONS.filter((a) => !may('owner', a))).toEqual([]);
    expect(Object.keys(MATRIX).length).toBe(ACTIONS.length);
  });

  it('a learner passes over no gate and closes no job; a technician changes neither people nor house rules', () => {
    expect(ACTIONS.filter((a) => may('technician', a) && !may('learner', a)).sort()).toEqual([
      ...['engines.change', 'file.take', 'floor.order', 'job.close', 'job.override', 'sheet.share'],
    ]);
    expect(ACTIONS.filter((a) => may('owner', a) && !may('technician', a)).sort()).toEqual([
      ...['audit.see', 'file.bring', 'house.change', 'people.change'],
    ]);
  });
});
