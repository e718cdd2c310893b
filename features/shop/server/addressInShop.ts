const OF_ITSELF = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])$/;

/**
 * The shop computer's address as a tablet reaches it: the name it was asked by, unless that is only its own name for itself and it has another.
 * @param host as a browser asked, with the port where there is one
 * @param hosts the names it goes by in the shop
 */
export function addressInShop(host: string, hosts: readonly string[], isSealed: boolean): string {
  const [, name = host, port = ''] = /^(.*?)(:\d+)?$/.exec(host) ?? [];
  const own = OF_ITSELF.test(name) ? hosts.find((other) => !OF_ITSELF.test(other)) : undefined;
  return `${isSealed ? 'https' : 'http'}://${own ?? name}${port}`;
}
