import { expect, it } from 'vitest';
import { addressInShop } from '@/features/shop/server/addressInShop.ts';

it.each([
  ['10.77.0.1:3950', ['10.77.0.1'], true, 'https://10.77.0.1:3950'],
  ['127.0.0.1:3950', ['127.0.0.1', '10.77.0.1'], true, 'https://10.77.0.1:3950'],
  ['localhost:3000', [], false, 'http://localhost:3000'],
  ['shop.lan', ['10.77.0.1'], false, 'http://shop.lan'],
  ['[::1]:3950', ['[::1]', 'shop.lan'], true, 'https://shop.lan:3950'],
])('asked as %s, it is reached from a tablet at the address it has in the shop', (host, hosts, sealed, address) => {
  expect(addressInShop(host, hosts, sealed)).toBe(address);
});
