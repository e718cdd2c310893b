import { clsx } from 'clsx';

/** The two letters that do the same from the keyboard; a screen worked with a finger has none. */
export function KeyHint({ code, inherit = false }: { code: string; inherit?: boolean }) {
  return (
    <span
      aria-hidden="true"
      className={clsx('text-[0.85rem] font-bold tracking-wide pointer-coarse:hidden', !inherit && 'text-soft')}
    >
      {code}
    </span>
  );
}
