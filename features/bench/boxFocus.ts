/** Where the caret goes on the plate, and what a screen keypad types. */

/** Puts the focus where the next digit belongs: the first empty box that is asked for, or the form itself, where digits pick outcomes. */
export function focusFirst(within: HTMLElement | null): boolean {
  if (!within) return false;
  const boxes = [...within.querySelectorAll<HTMLInputElement>('input[data-asked]')];
  const target =
    boxes.find((box) => box.value === '') ??
    boxes[0] ??
    (within instanceof HTMLFormElement ? within : within.querySelector<HTMLElement>('[data-numbered] button'));
  target?.focus({ preventScroll: true });
  return target !== undefined && target !== null;
}

export function focusNextEmpty(form: HTMLFormElement | null): void {
  const boxes = [...(form?.querySelectorAll<HTMLInputElement>('input[data-figure]') ?? [])];
  (
    boxes.find((box) => box.getAttribute('aria-invalid') === 'true') ?? boxes.find((box) => box.value.trim() === '')
  )?.focus();
}

/** Puts the focus on the first question about a unit; false where none is open. */
export function focusDoubt(form: HTMLFormElement | null): boolean {
  const answer = form?.querySelector<HTMLElement>('[data-doubt] button');
  answer?.focus();
  return answer != null;
}

export function nextBox(form: HTMLFormElement | null, from: HTMLInputElement): void {
  const boxes = [...(form?.querySelectorAll<HTMLInputElement>('input[data-figure]') ?? [])];
  const next = boxes[boxes.indexOf(from) + 1];
  if (next) next.focus();
  else form?.querySelector<HTMLElement>('button[type=submit]')?.focus();
}

/** Types into a box as a keyboard would: what is marked is written over. */
export function typeInto(box: HTMLInputElement, text: string): void {
  const from = box.selectionStart ?? box.value.length;
  const to = box.selectionEnd ?? box.value.length;
  setText(box, box.value.slice(0, from) + text + box.value.slice(to), from + text.length);
}

export function rubOut(box: HTMLInputElement): void {
  const to = box.selectionEnd ?? box.value.length;
  const from = Math.min(box.selectionStart ?? to, to);
  const start = from === to ? Math.max(0, from - 1) : from;
  setText(box, box.value.slice(0, start) + box.value.slice(to), start);
}

/** Sets the text so that React hears of it. */
function setText(box: HTMLInputElement, text: string, caret: number): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(box, text);
  box.dispatchEvent(new Event('input', { bubbles: true }));
  box.setSelectionRange(caret, caret);
}
