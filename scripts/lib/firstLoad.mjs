import { gzipSync } from 'node:zlib';

/**
 * The scripts a page asks for before it is worked with; the reasoner's worker and the panels load beside it.
 * @param {string} url the page
 * @param {string} cookie of who is signed in
 * @returns {Promise<{ url: string, text: string, bytes: number }[]>} each with its bytes, gzipped as they travel
 */
export async function firstLoad(url, cookie) {
  const page = await fetch(url, { headers: { cookie } });
  if (page.url !== url) throw new Error(`${url} is not open to whoever asks: it led to ${page.url}`);
  const html = await page.text();
  // What stands for browsers without modules is not asked for by any this runs in.
  const wanted = html.replace(/<script[^>]*nomodule[^>]*>/gi, '');
  const paths = [...new Set(wanted.match(/\/_next\/static\/chunks\/[\w.~-]+\.js/g))];
  return Promise.all(
    paths.map(async (path) => {
      const script = new URL(path, url).href;
      const text = await (await fetch(script)).text();
      return { url: script, text, bytes: gzipSync(text).length };
    }),
  );
}
