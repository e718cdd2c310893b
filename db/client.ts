import { environment } from './environment.ts';
import { databaseOn, openPool, type PoolOptions } from './pool.ts';
import { Shop } from './shop.ts';

/** A shop and what ends its connections. Writers that wait for a row never take the connections readers need. */
export function openShop(
  url: string,
  options: PoolOptions = {},
): { readonly shop: Shop; readonly end: () => Promise<void> } {
  const [reads, writes] = [openPool(url, options), openPool(url, options)];
  return {
    shop: new Shop(databaseOn(writes), databaseOn(reads)),
    end: async () => {
      await Promise.all([reads.end(), writes.end()]);
    },
  };
}

/** One shop per process, whatever the bundler reloads. */
const kept = globalThis as typeof globalThis & { ridgeBoltShop?: Shop };

/** The shop this process serves. @throws Error when the process was started without a sound DATABASE_URL */
export function shop(): Shop {
  kept.ridgeBoltShop ??= openShop(environment().DATABASE_URL).shop;
  return kept.ridgeBoltShop;
}
