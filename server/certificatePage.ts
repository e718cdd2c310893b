/** A step of bringing a tablet in: a drawing and a line. Drawings are our own, 120 by 90. */
const STEPS: readonly { readonly draws: string; readonly says: string }[] = [
  {
    draws:
      '<rect x="30" y="8" width="60" height="74" rx="5"/><path d="M60 22v34m-14-14 14 14 14-14"/><path d="M42 68h36"/>',
    says: 'Tap <b>Take the certificate</b> below. The tablet puts it among its downloads.',
  },
  {
    draws:
      '<rect x="30" y="8" width="60" height="74" rx="5"/><circle cx="60" cy="42" r="15"/><circle cx="60" cy="42" r="5"/><path d="M60 20v8m0 28v8m-22-22h8m28 0h8"/>',
    says: 'Open the tablet’s <b>settings</b> and look there for <b>certificate</b>.',
  },
  {
    draws:
      '<path d="M40 14h32l14 14v48H40z"/><path d="M72 14v14h14"/><circle cx="62" cy="52" r="11"/><path d="M56 60v14l6-5 6 5V60"/>',
    says: 'Install what was downloaded as a certificate of an <b>authority</b>. The tablet may ask for its own lock.',
  },
  {
    draws:
      '<rect x="14" y="20" width="40" height="52" rx="4"/><rect x="66" y="20" width="40" height="52" rx="4"/><path d="M22 34h24m-24 10h24m-24 10h16M74 34h24m-24 10h24m-24 10h16"/><path d="M55 80h10"/>',
    says: 'Hold the <b>fingerprint</b> it shows against the one below, or on the shop’s computer: letter for letter. If it is another, stop.',
  },
  {
    draws:
      '<rect x="26" y="32" width="68" height="30" rx="15"/><circle cx="79" cy="47" r="11"/><path d="M40 47l5 5 9-10"/>',
    says: 'Some tablets want it switched on once more: <b>trust it fully for web pages</b>, in the settings of certificates.',
  },
  {
    draws:
      '<rect x="30" y="8" width="60" height="74" rx="5"/><polygon points="60,24 74,32 74,50 60,58 46,50 46,32"/><path d="M48 44l7-9 5 7 4-5 8 8"/><path d="M44 70h32"/>',
    says: 'Open the shop by the button below, sign in, and put it on the tablet’s <b>start screen</b> from the browser’s menu.',
  },
];

const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

export interface DoorFacts {
  /** Where the shop is, over TLS. */
  readonly shop: string;
  /** SHA-256 of the authority's certificate. */
  readonly fingerprint: string;
  /** The way here, for the camera of another tablet; SVG. */
  readonly code: string;
}

/** The page that brings a tablet in, over plain HTTP: it holds no secret and asks for none. */
export const certificatePage = ({ shop, fingerprint, code }: DoorFacts): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Bring in a tablet · Ridge Bolt</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
<style>
:root{color-scheme:light dark;--page:light-dark(#dcdfd5,#101512);--sheet:light-dark(#f5f6ef,#1b211d);--ink:light-dark(#18201b,#eaf0e6);--iron:light-dark(#22423b,#9fcfbd);--on:light-dark(#f3f6ec,#0d1a15);--line:light-dark(#8d958a,#5d665f)}
body{margin:0;background:var(--page);color:var(--ink);font:106.25%/1.4 system-ui,sans-serif}
main{max-width:60rem;margin:auto;padding:1rem}h1{font-size:2rem;line-height:1.1;margin:.5rem 0}
ol{list-style:none;margin:0;padding:0;display:grid;gap:.75rem;grid-template-columns:repeat(auto-fit,minmax(17rem,1fr))}
li{background:var(--sheet);border-top:6px solid var(--iron);padding:.75rem;display:flex;gap:.75rem;align-items:center}
li b.n{font-size:1.8rem}svg{flex:none;width:7.5rem;height:5.6rem;fill:none;stroke:currentColor;stroke-width:4;stroke-linejoin:round;stroke-linecap:round}
.go{display:flex;flex-wrap:wrap;gap:.75rem;margin:1rem 0}
a.key{display:inline-flex;align-items:center;min-height:56px;padding:0 1.2rem;font-weight:700;text-decoration:none;background:var(--iron);color:var(--on)}
a.plain{background:var(--sheet);color:var(--ink);border:2px solid var(--line)}
code{font-size:1.05rem;overflow-wrap:anywhere}figure{margin:0;background:#fff;padding:.5rem;width:10rem}figure svg{width:100%;height:auto;stroke:none;stroke-width:1;stroke-linecap:butt;stroke-linejoin:miter}
</style></head><body><main>
<h1>Bring this tablet in</h1>
<p>The shop’s computer vouches for itself, so the tablet is told once whom to believe. Then pages come sealed, and work out of reach, too.</p>
<ol>${STEPS.map(({ draws, says }, i) => `<li><svg viewBox="0 0 120 90" aria-hidden="true">${draws}</svg><span><b class="n">${i + 1}</b> ${says}</span></li>`).join('')}</ol>
<div class="go"><a class="key" href="/ridge-bolt-shop.crt" download>Take the certificate</a><a class="key plain" href="${escaped(shop)}">Open the shop</a></div>
<p>Fingerprint (SHA-256) of the authority:<br><code>${escaped(fingerprint)}</code></p>
<p>For the next tablet, by its camera:</p><figure>${code}</figure>
</main></body></html>
`;
