import { clsx } from 'clsx';
import type { ButtonHTMLAttributes } from 'react';

type Look = 'main' | 'plain' | 'quiet' | 'stop';

const LOOKS: Record<Look, string> = {
  main: 'bg-iron text-on-iron border-iron font-bold',
  plain: 'bg-sheet text-ink border-line font-semibold',
  quiet: 'bg-transparent text-ink border-transparent underline decoration-line underline-offset-4',
  stop: 'bg-sheet text-rust border-rust font-bold',
};

/** A button for a gloved hand: 48 px at least. */
export function Button({
  look = 'plain',
  className,
  type = 'button',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
  return (
    <button
      type={type}
      className={clsx(
        'min-h-tap min-w-tap border-2 px-4 py-1.5 text-left leading-tight disabled:opacity-45',
        LOOKS[look],
        className,
      )}
      {...rest}
    />
  );
}
