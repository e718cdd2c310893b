// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { explainSuspect, faultCards, summarise } from '@/core/index.ts';
import { FaultWords } from '@/features/bench/FaultWords.tsx';
import { PartPanel } from '@/features/bench/PartPanel.tsx';
import { setActive } from '@/features/people/client/active.ts';
import { useWho } from '@/features/shop/WhoAsked.tsx';
import { complaintOf, TWIN, withEvents } from '../unit/jobs.ts';

const PEOPLE = [
  { id: 'a', name: 'Anders' },
  { id: 'b', name: 'Berit' },
] as never as Parameters<typeof useWho>[0];

beforeEach(() => setActive(null));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The shop's computer, which takes one PIN. */
function doorTaking(pin: string) {
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const asked = JSON.parse(String(init.body)) as { personId: string; pin: string };
    if (asked.pin !== pin) return Response.json({ code: 'wrong', message: 'that is not the PIN' }, { status: 401 });
    const session = { id: 's', personId: asked.personId, role: 'technician', endsAt: '2999-01-01T00:00:00Z' };
    return Response.json({ session: { ...session, secret: 'c2VjcmV0', leftMs: 3600_000 } });
  });
}

/** Something that is taken down under a name. */
function Taking({ work }: { work: (name: string) => void }) {
  const { withPerson, asking } = useWho(PEOPLE, null);
  return (
    <>
      <button type="button" onClick={() => withPerson((person) => work(person.name))}>
        Take down
      </button>
      {asking}
    </>
  );
}

describe('who is at the bench', () => {
  it('nobody stands in for another: it is asked first, then goes on by itself under that name, and is asked once', async () => {
    const work = vi.fn();
    const user = userEvent.setup({ pointerEventsCheck: 0 });
    render(<Taking work={work} />);
    await user.click(screen.getByRole('button', { name: 'Take down' }));
    expect(work).not.toHaveBeenCalled();
    doorTaking('4711');
    await user.click(await screen.findByRole('button', { name: 'Berit' }));
    await user.keyboard('4712{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('not the PIN');
    expect(work).not.toHaveBeenCalled();
    await user.keyboard('4711{Enter}');
    await waitFor(() => expect(work).toHaveBeenCalled());
    expect(work.mock.calls).toEqual([['Berit']]);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    await user.click(screen.getByRole('button', { name: 'Take down' }));
    expect(work.mock.calls).toEqual([['Berit'], ['Berit']]);
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('put off, nothing is taken down, and it is asked again', async () => {
    const work = vi.fn();
    const user = userEvent.setup();
    render(<Taking work={work} />);
    await user.click(screen.getByRole('button', { name: 'Take down' }));
    await user.click(await screen.findByRole('button', { name: /Not now/ }));
    expect(work).not.toHaveBeenCalled();
    await user.click(screen.getByRole('button', { name: 'Take down' }));
    expect(await screen.findByRole('dialog')).toBeDefined();
  });
});

describe('the panel of a part', () => {
  const bench = withEvents(complaintOf(['one-cylinder']), {
    check: 'spark.tester',
    cylinder: 2,
    condition: 'cranking',
    outcome: 'none',
  });
  const { ridge, suspects } = summarise(bench);
  const shown = (ask: Partial<Pick<Parameters<typeof PartPanel>[0], 'explain' | 'checksSeeing'>>) =>
    render(
      <FaultWords value={faultCards(TWIN)}>
        <PartPanel
          part="coil"
          engine={TWIN}
          ridge={ridge}
          suspects={suspects}
          record={1}
          explain={async (key) => explainSuspect(bench, key)}
          checksSeeing={async () => []}
          onPart={() => {}}
          onCheck={() => {}}
          onClose={() => {}}
          {...ask}
        />
      </FaultWords>,
    );

  it('names its suspects at once, and the checks that see it once the reasoner has said', async () => {
    shown({ checksSeeing: async () => ['spark.coil-ohms', 'spark.kill-off'] });
    expect(screen.getByText('Coil open, cylinder 2')).toBeDefined();
    expect(await screen.findByRole('button', { name: /Coil/ })).toBeDefined();
  });

  it('a reasoner that cannot say is said so, never silence', async () => {
    shown({ explain: () => Promise.reject(new Error('it died')) });
    expect((await screen.findAllByText(/could not be worked out/i)).length).toBeGreaterThan(0);
  });
});
