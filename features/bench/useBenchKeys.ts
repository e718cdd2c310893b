import { useRouter } from 'next/navigation';
import type { Dispatch, RefObject } from 'react';
import type { CheckDefinition, EngineWords } from '@/core/index.ts';
import type { PrintedEvent } from '@/features/record/printedEvent.ts';
import { useTwoLetters } from '@/ui/useTwoLetters.ts';
import { type ActionCode, meantBy } from './keys.ts';
import { type Drawer, type PlateAction, type PlateView, putAway } from './plateReducer.ts';
import { correctable } from './tapeLines.ts';

const DRAWER_OF: Partial<Record<ActionCode, Drawer>> = {
  re: 'repair',
  pa: 'part',
  tk: 'off',
  al: 'seen',
  gt: 'get',
  mo: 'money',
  lt: 'later',
  no: 'note',
  cl: 'close',
};
const FOCUS_OF: Partial<Record<ActionCode, string>> = {
  ri: '[data-part][tabindex="0"]',
  bo: '[aria-label="Bench order"] li button',
  ta: '[aria-label="Tape"] button',
};

interface Around {
  readonly on: boolean;
  readonly jobId: string;
  readonly engine: EngineWords;
  readonly closed: boolean;
  readonly mayClose: boolean;
  readonly events: readonly PrintedEvent[];
  readonly view: PlateView;
  readonly dispatch: Dispatch<PlateAction>;
  readonly main: RefObject<HTMLElement | null>;
  readonly search: RefObject<HTMLInputElement | null>;
  readonly onAsked: (letters: string) => void;
  readonly onCheck: (check: CheckDefinition) => void;
  readonly onLeave: () => void;
}

/** The bench from the keyboard: two letters for a check or an action, `/`, `?`, Escape. */
export function useBenchKeys(around: Around): void {
  const { on, jobId, engine, closed, mayClose, events, view, dispatch, main, search, onAsked, onCheck, onLeave } =
    around;
  const router = useRouter();
  const act = (action: ActionCode) => {
    const drawer = DRAWER_OF[action];
    const selector = FOCUS_OF[action];
    if (drawer && !closed && (drawer !== 'close' || mayClose)) dispatch({ kind: 'drawer', drawer });
    if (selector) main.current?.querySelector<HTMLElement>(selector)?.focus();
    if (action === 'la' && !closed) {
      const last = events.findLast((e) => correctable(e.event));
      if (last) dispatch({ kind: 'line', line: last.seq });
    }
    if (action === 'sh') router.push(`/jobs/${jobId}/sheet`);
    if (action === 'fl') router.push('/');
  };
  useTwoLetters(on, {
    onFirst: onAsked,
    onPair: (letters) => {
      const meant = meantBy(letters, engine);
      if (meant.kind === 'action') act(meant.action);
      else if (meant.kind === 'check' && !closed) onCheck(meant.check);
      else {
        onAsked(letters);
        search.current?.focus();
      }
    },
    onSign: (sign) => {
      if (sign === '/') return search.current?.focus();
      if (sign === '?') return dispatch({ kind: 'keys', shown: !view.keysShown });
      const focused = document.activeElement;
      if (!view.keysShown && focused instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(focused.tagName))
        return focused.closest<HTMLElement>('form, section[tabindex]')?.focus();
      const away = putAway(view);
      if (away.kind === 'leave') onLeave();
      else dispatch(away);
    },
  });
}
