import { clsx } from 'clsx';

/** The two letters that do the same from the keyboard. */
export function KeyHint({ code, inherit = false }: { code: string; inherit?: boolean }) {
  return (
    <span aria-hidden="true" className={clsx('text-[0.85rem] font-bold tracking-wide', !inherit && 'text-soft')}>
      {code}
    </span>
  );
}
