// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { DEFAULT_HOUSE, type House, RULE_GROUPS } from '@/core/index.ts';
import { HouseForm } from '@/features/house/HouseForm.tsx';
import { setActive } from '@/features/people/client/active.ts';

const refresh = vi.fn();
vi.mock('next/navigation', () => ({ useRouter: () => ({ refresh }) }));

beforeEach(() => setActive({ id: 's', personId: 'p', role: 'owner', endsAt: '2999-01-01T00:00:00Z' }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  refresh.mockClear();
});

const PERSON = { id: 'p', name: 'Ilse' } as never;
const LASH = RULE_GROUPS.map((group) => group.rules.lashIntakeHighMm).find(Boolean)!;

/** The form, and what it sent to a server that answers so; without an answer nobody is there. */
function shown(house: House, answer?: { status: number; body: object }, habit: 'metric' | 'imperial' = 'metric') {
  const sent: { personId: string; house: House }[] = [];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    sent.push(JSON.parse(String(init.body)));
    if (!answer) throw new TypeError('Failed to fetch');
    return Response.json(answer.body, { status: answer.status });
  });
  render(
    <HouseForm
      house={house}
      by={null}
      on={null}
      instruments={['multimeter', 'leak tester']}
      people={[PERSON]}
      person={PERSON}
      habit={habit}
    />,
  );
  return sent;
}
const lash = () => screen.getByRole('textbox', { name: new RegExp(LASH) });
const save = () => userEvent.click(screen.getByRole('button', { name: 'Save house rules' }));
const openAll = () => {
  for (const group of document.querySelectorAll('details')) group.open = true;
};

describe('the rules of the house', () => {
  it('are saved under the name of who set them, and only what was set', async () => {
    const sent = shown(DEFAULT_HOUSE, { status: 200, body: {} });
    openAll();
    await userEvent.type(lash(), '0,15');
    await userEvent.click(screen.getByRole('button', { name: /leak tester/ }));
    await save();
    expect(sent).toEqual([
      {
        personId: 'p',
        house: { revision: 0, schools: {}, limits: { lashIntakeHighMm: 0.15 }, lacking: ['leak tester'] },
      },
    ]);
    expect(screen.getByRole('status').textContent).toContain('Saved');
    expect(refresh).toHaveBeenCalledOnce();
  });

  it('a limit that cannot be is said beside its box, what was typed stays, and nothing is sent', async () => {
    const sent = shown(DEFAULT_HOUSE, { status: 200, body: {} });
    openAll();
    await userEvent.type(lash(), 'a hair');
    await save();
    expect(sent).toEqual([]);
    expect(lash()).toHaveProperty('value', 'a hair');
    expect(lash().getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toContain('Not saved');
    await userEvent.clear(lash());
    await userEvent.type(lash(), '60 mm');
    await save();
    expect(sent).toEqual([]);
    expect(document.body.textContent).toContain('cannot be');
  });

  it('a limit nobody touched is not rounded by being shown in thousandths of an inch', async () => {
    const sent = shown(
      { ...DEFAULT_HOUSE, limits: { lashIntakeHighMm: 0.1234 } },
      { status: 200, body: {} },
      'imperial',
    );
    openAll();
    expect(lash()).toHaveProperty('value', '4.9 thou');
    await save();
    expect(sent[0]!.house.limits).toEqual({ lashIntakeHighMm: 0.1234 });
  });

  it('where nobody answers, or it was changed meanwhile, that is said and what was typed stays', async () => {
    shown(DEFAULT_HOUSE);
    openAll();
    await userEvent.type(lash(), '0.15');
    await save();
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    expect(lash()).toHaveProperty('value', '0.15');
    cleanup();
    shown(DEFAULT_HOUSE, {
      status: 409,
      body: { issues: [{ path: '$', message: 'Somebody changed them meanwhile' }] },
    });
    await save();
    expect(screen.getByRole('alert').textContent).toBe('Somebody changed them meanwhile');
    expect(refresh).not.toHaveBeenCalled();
  });
});
