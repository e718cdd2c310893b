import { describe, expect, it } from 'vitest';
import type { PlateCheck } from '@/features/bench/plateCheck.ts';
import {
  onPlate,
  type PlateAction,
  type PlateView,
  plateReducer,
  putAway,
  UNTOUCHED,
} from '@/features/bench/plateReducer.ts';

const plateOf = (check: string): PlateCheck => ({
  check,
  cylinder: 1,
  pair: false,
  condition: 'cranking',
  temperature: null,
  from: null,
  retest: false,
  replaces: null,
});
const TESTER = plateOf('spark.tester');
const GAP = plateOf('spark.air-gap');
const PLANNED = plateOf('balance.heat');
const pick = (plate: PlateCheck): PlateAction => ({ kind: 'pick', plate, first: null, insteadOf: null });
const viewAfter = (...actions: readonly PlateAction[]): PlateView => actions.reduce(plateReducer, UNTOUCHED);
const lies = (view: PlateView, record: Partial<Parameters<typeof onPlate>[1]> = {}) =>
  onPlate(view, { phase: 'tracing', proven: false, suggested: PLANNED, planStale: false, due: [], ...record });

describe('what lies on the plate', () => {
  it('follows the plan until somebody touches it, and waits while a new plan is worked out', () => {
    expect(lies(UNTOUCHED)).toEqual({ kind: 'check', plate: PLANNED, by: 'planned' });
    expect(lies(UNTOUCHED, { planStale: true })).toEqual({ kind: 'waiting' });
  });

  it('a check begun to be typed stays under the hands, whatever the plan says meanwhile', () => {
    const touched = viewAfter({ kind: 'touch', plate: TESTER });
    expect(lies(touched, { planStale: true })).toEqual({ kind: 'check', plate: TESTER, by: 'touched' });
    expect(lies(plateReducer(touched, { kind: 'touch', plate: GAP }))).toMatchObject({ plate: TESTER });
  });

  it('a proven repair goes before the plan, a picked check before the repair, a closed job before all', () => {
    const proven = { phase: 'repair', proven: true } as const;
    expect(lies(UNTOUCHED, proven)).toEqual({ kind: 'repair' });
    expect(lies(UNTOUCHED, { phase: 'repair', proven: false })).toMatchObject({ by: 'planned' });
    expect(lies(viewAfter(pick(GAP)), proven)).toEqual({ kind: 'check', plate: GAP, by: 'picked' });
    expect(lies(viewAfter({ kind: 'more' }), proven)).toMatchObject({ by: 'planned' });
    expect(lies(viewAfter(pick(GAP)), { phase: 'closed' })).toEqual({ kind: 'closed' });
    expect(lies(UNTOUCHED, { phase: 'ready' })).toEqual({ kind: 'ready' });
  });

  it('once taken down the plan has the plate again, on a fresh one', () => {
    const view = viewAfter(pick(GAP), { kind: 'recorded', picks: 1 });
    expect(lies(view)).toMatchObject({ plate: PLANNED, by: 'planned' });
    expect(view.turn).toBeGreaterThan(viewAfter(pick(GAP)).turn);
  });

  it('fast hands: what was picked while the last one was being taken down is not swept away with it', () => {
    const view = viewAfter(pick(GAP), pick(TESTER), { kind: 'recorded', picks: 1 });
    expect(lies(view)).toMatchObject({ plate: TESTER, by: 'picked' });
  });

  it('turning to another side empties the boxes; both sides is a pair', () => {
    const one = viewAfter({ kind: 'side', plate: TESTER, cylinder: 2 });
    expect(one.picked).toMatchObject({ plate: { cylinder: 2, pair: false }, first: null });
    expect(viewAfter({ kind: 'side', plate: TESTER, cylinder: null }).picked?.plate.pair).toBe(true);
  });

  it('Escape puts away what lies on top, one thing at a time, the picked check last', () => {
    let view = viewAfter(
      pick(GAP),
      { kind: 'line', line: 3 },
      { kind: 'drawer', drawer: 'note' },
      { kind: 'part', part: 'coil' },
      { kind: 'keys', shown: true },
    );
    const away: string[] = [];
    for (let i = 0; i < 5; i++) {
      const action = putAway(view);
      away.push(action.kind);
      view = plateReducer(view, action);
    }
    expect(away).toEqual(['keys', 'part', 'drawer', 'line', 'leave']);
    expect(lies(view)).toMatchObject({ by: 'planned' });
  });
});
