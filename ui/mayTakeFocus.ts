/**
 * Whether something that came up may draw the focus to itself: not where a hand is in it already, for what it types would land
 * in another box; and not from a box somebody writes in elsewhere, unless it was asked for there.
 */
export function mayTakeFocus(came: HTMLElement | null, asked = false): boolean {
  const at = document.activeElement;
  if (came?.contains(at)) return false;
  return asked || !/^(INPUT|TEXTAREA|SELECT)$/.test(at?.tagName ?? '');
}
