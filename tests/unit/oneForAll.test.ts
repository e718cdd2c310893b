import { expect, it } from 'vitest';
import { oneForAll } from '@/features/shop/server/oneForAll.ts';

it('who asks while it is done shares the next, which begins after he asked; an error is that of those who share it', async () => {
  let written = 0;
  let begun = 0;
  const ask = oneForAll(async () => {
    begun++;
    const seen = written;
    await new Promise((resolve) => setTimeout(resolve, 5));
    if (seen === 2) throw new Error('two');
    return seen;
  });
  const first = ask();
  await Promise.resolve();
  await Promise.resolve();
  await Promise.resolve();
  expect(begun).toBe(1);
  written = 1;
  const shared = [ask(), ask(), ask()];
  expect(await first).toBe(0);
  expect(await Promise.all(shared)).toEqual([1, 1, 1]);
  expect(begun).toBe(2);
  written = 2;
  await expect(ask()).rejects.toThrow('two');
  written = 3;
  expect(await ask()).toBe(3);
});
