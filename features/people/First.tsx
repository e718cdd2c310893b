'use client';
import { type ReactNode, useState } from 'react';
import { Button } from '@/ui/Button.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { type Told, takeUp } from './client/keyring.ts';
import { useSubmit } from './useSubmit.ts';

const EMPTY = { name: '', password: '', pin: '', code: '' };

/** The first start of a shop: who owns it. */
export function First() {
  const [typed, setTyped] = useState(EMPTY);
  const [tablet, setTablet] = useState('');
  const { submit, busy, wrong } = useSubmit(
    '/api/first',
    () => ({ ...typed, ...(tablet.trim() === '' ? {} : { tablet }) }),
    async (answer) => {
      await takeUp((answer as { session: Told }).session, typed.pin);
      location.assign('/people');
    },
  );
  const box = (name: keyof typeof EMPTY, label: ReactNode, type: 'text' | 'password' = 'text') => (
    <label className="block">
      <span className="block font-semibold">{label}</span>
      <input
        type={type}
        name={name}
        autoComplete={type === 'password' ? 'new-password' : 'off'}
        value={typed[name]}
        maxLength={128}
        onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
        className="min-h-14 w-full border-2 border-ink bg-sheet px-3 text-[1.2rem]"
      />
      <Wrong>{wrong(`$.${name}`)}</Wrong>
    </label>
  );
  return (
    <main className="mx-auto max-w-xl p-4">
      <h1 className="text-[2.2rem] leading-tight font-extrabold">A new shop</h1>
      <p className="mt-1 mb-4 text-[1.1rem]">
        Somebody owns it: who gives out PINs, sets the house rules and takes tablets in.
      </p>
      <form onSubmit={submit} noValidate className="space-y-4 border-t-8 border-iron bg-sheet p-5">
        {box('code', 'Code the start printed, on the shop’s computer')}
        {box('name', 'Your name')}
        {box('password', 'Password, 8 letters or more', 'password')}
        {box('pin', 'PIN for tablets, four to eight digits', 'password')}
        <label className="block">
          <span className="block font-semibold">Is this a tablet of the shop? Its name, else leave it empty</span>
          <input
            type="text"
            value={tablet}
            maxLength={120}
            onChange={(e) => setTablet(e.target.value)}
            className="min-h-14 w-full border-2 border-line bg-sheet px-3"
          />
        </label>
        <Wrong>{wrong('$')}</Wrong>
        <Button type="submit" look="main" disabled={busy} className="min-h-14 w-full text-center! text-[1.2rem]">
          Open the shop
        </Button>
      </form>
    </main>
  );
}
