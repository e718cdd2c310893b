// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { Floor } from '@/features/floor/Floor.tsx';

const refresh = vi.fn();
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: vi.fn(), refresh }) }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const health = (status: number, body: object) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => Response.json({ alive: true, backupFailed: null, ...body }, { status })),
  );
const floor = (backupFailed: string | null = null) =>
  render(
    <Floor
      open={[]}
      closed={[]}
      today="2026-11-30"
      seenAt={new Date().toISOString()}
      twoLetters={false}
      mayOrder={false}
      backupFailed={backupFailed}
    />,
  );

it('says that the record is out of reach while the computer answers and its database does not', async () => {
  health(503, { ready: false });
  floor();
  expect((await screen.findByRole('status')).textContent).toMatch(/The record is out of reach\. .* is sent by itself/);
});

it('says that the computer is out of reach when nobody answers', async () => {
  vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new TypeError('no network')));
  floor();
  expect((await screen.findByRole('status')).textContent).toContain("Out of reach of the shop's computer");
});

it('shouts that a backup failed, from the first moment and as it happens, and is silent once one succeeded', async () => {
  health(200, { ready: true, backupFailed: 'no space' });
  const { unmount } = floor();
  expect((await screen.findByRole('alert')).textContent).toContain('The last backup failed');
  unmount();
  health(200, { ready: true });
  floor('no space');
  expect(screen.getByRole('alert')).toBeTruthy();
  await vi.waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
});

it('a machine whose state is not known yet, one that stood otherwise, and one nobody can read, each say so', () => {
  health(200, { ready: true });
  const row = (id: string, more: object) => ({
    id,
    number: 1,
    machine: { tag: id, name: 'mower', owner: 'somebody' },
    complaint: 'Lost power',
    promisedOn: null,
    state: null,
    placed: false,
    isOld: true,
    ...more,
  });
  const state = { phase: 'tracing', waitsFor: 'Check: Oil level', standsUntil: null, suspect: null };
  render(
    <Floor
      open={
        [
          row('Fresh', {}),
          row('Older', { state }),
          row('Odd', { state: { phase: 'unread', why: 'x' }, placed: false, isOld: false }),
        ] as never
      }
      closed={[]}
      today="2026-11-30"
      seenAt={new Date().toISOString()}
      twoLetters={false}
      mayOrder={false}
      backupFailed={null}
    />,
  );
  const said = screen.getAllByRole('link').map((link) => link.textContent);
  expect(said.find((text) => text?.includes('Fresh'))).toContain('being worked out');
  expect(said.find((text) => text?.includes('Older'))).toMatch(/Check: Oil level.*as it stood before/);
  expect(said.find((text) => text?.includes('Odd'))).toContain('cannot read its record');
});

it('a machine that has left is late no longer, whether how it stood is known yet or not', () => {
  health(200, { ready: true });
  const gone = {
    id: 'gone',
    number: 7,
    machine: { tag: 'Gone', name: 'mower', owner: 'somebody' },
    complaint: 'Lost power',
    promisedOn: '2026-11-20',
    state: null,
    placed: false,
    isOld: true,
  };
  const at = {
    ...{ today: '2026-11-30', seenAt: new Date().toISOString(), twoLetters: false, mayOrder: false },
    backupFailed: null,
  };
  const { unmount } = render(<Floor open={[]} closed={[gone]} {...at} />);
  expect(screen.getByRole('link', { name: /Gone/ }).textContent).not.toContain('late');
  unmount();
  render(<Floor open={[gone]} closed={[]} {...at} />);
  expect(screen.getByRole('link', { name: /Gone/ }).textContent).toContain('late');
});
