'use client';
import { useState } from 'react';
import { Button } from '@/ui/Button.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { useSubmit } from './useSubmit.ts';

const DIGITS = /\D/g;

/** One's own PIN, changed by whoever knows the old one. */
export function OwnPin() {
  const [open, setOpen] = useState(false);
  const [done, setDone] = useState(false);
  return open ? (
    <OwnPinForm
      onDone={(changed) => {
        setOpen(false);
        setDone(changed);
      }}
    />
  ) : (
    <span className="inline-flex items-center gap-2">
      <Button
        look="quiet"
        onClick={() => {
          setOpen(true);
          setDone(false);
        }}
      >
        Change my PIN
      </Button>
      {done && <span role="status">The new PIN holds.</span>}
    </span>
  );
}

function OwnPinForm({ onDone }: { onDone: (changed: boolean) => void }) {
  const [old, setOld] = useState('');
  const [pin, setPin] = useState('');
  const { submit, busy, wrong } = useSubmit(
    '/api/session/pin',
    () => ({ old, pin }),
    () => onDone(true),
  );
  return (
    <form onSubmit={submit} noValidate aria-label="My PIN" className="mt-2 flex flex-wrap items-start gap-3">
      <label className="block">
        <span className="block text-[0.95rem] font-semibold">Old PIN, or password</span>
        <input
          type="password"
          autoComplete="off"
          maxLength={128}
          value={old}
          onChange={(e) => setOld(e.target.value)}
          className="min-h-tap w-52 border-2 border-line bg-sheet px-2"
        />
        <Wrong>{wrong('$.old')}</Wrong>
      </label>
      <label className="block">
        <span className="block text-[0.95rem] font-semibold">New PIN, four to eight digits</span>
        <input
          type="password"
          inputMode="numeric"
          autoComplete="off"
          maxLength={8}
          value={pin}
          onChange={(e) => setPin(e.target.value.replace(DIGITS, ''))}
          className="min-h-tap w-52 border-2 border-line bg-sheet px-2"
        />
        <Wrong>{wrong('$.pin')}</Wrong>
      </label>
      <span className="flex gap-2 pt-6">
        <Button type="submit" look="main" disabled={busy}>
          Save the PIN
        </Button>
        <Button look="quiet" onClick={() => onDone(false)}>
          Leave it
        </Button>
      </span>
    </form>
  );
}
