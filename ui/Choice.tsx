'use client';
import { clsx } from 'clsx';
import { ToggleGroup } from 'radix-ui';

export interface Option<T extends string> {
  readonly value: T;
  readonly label: string;
}

/** One of a few, as large keys; pressing the chosen one again takes it back where that is allowed. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  clearable = false,
  numbered = false,
  small = false,
}: {
  label: string;
  options: readonly Option<T>[];
  value: T | null;
  onChange: (value: T | null) => void;
  clearable?: boolean;
  numbered?: boolean;
  small?: boolean;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => (next !== '' || clearable) && onChange(next === '' ? null : (next as T))}
      data-numbered={numbered || undefined}
      className="flex flex-wrap gap-1.5"
    >
      {options.map((option, i) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className={clsx(
            'min-h-tap border-2 px-3 py-1 text-left leading-tight font-semibold',
            small ? 'text-[0.9rem]' : 'text-base',
            'border-line bg-sheet text-ink data-[state=on]:border-iron data-[state=on]:bg-iron data-[state=on]:text-on-iron',
          )}
        >
          {numbered && i < 9 && <KeyNumber n={i + 1} />}
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** The digit that picks this key. */
export function KeyNumber({ n }: { n: number }) {
  return (
    <span
      aria-hidden="true"
      className="mr-2 inline-block min-w-4 text-[0.8rem] font-bold text-soft [[data-state=on]_&]:text-on-iron [[aria-pressed=true]_&]:text-on-iron"
    >
      {n}
    </span>
  );
}
