'use client';
import type { InputHTMLAttributes } from 'react';

/** One line to write in, with its name over it and what is wrong under it. */
export function TextBox({
  label,
  wrong,
  big = false,
  onText,
  ...rest
}: {
  label: string;
  wrong?: string | null;
  big?: boolean;
  onText: (text: string) => void;
} & Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'>) {
  return (
    <label className="block min-w-0">
      <span className="font-semibold">{label}</span>
      <input
        type="text"
        autoComplete="off"
        aria-invalid={Boolean(wrong)}
        onChange={(e) => onText(e.target.value)}
        className={`w-full border-2 bg-sheet px-2 aria-invalid:border-rust ${big ? 'min-h-14 border-ink text-[1.3rem] font-bold' : 'min-h-tap border-line'}`}
        {...rest}
      />
      {wrong && (
        <span role="alert" className="block text-[0.9rem] font-bold text-rust">
          {wrong}
        </span>
      )}
    </label>
  );
}
