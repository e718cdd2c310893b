/**
 * Runs before anything else of the page. A button is on the screen before React has taken it over, and a press on it would go
 * unheard: it is kept, and given to the button once it is answered for (React marks what it has taken over with a key of its own).
 */
const KEEP = `(function(){
  var kept = new Set();
  var heard = function(e){ return Object.keys(e).some(function(k){ return k.indexOf('__reactProps$') === 0 }) };
  addEventListener('click', function(event){
    var button = event.target.closest && event.target.closest('button');
    if (!button || heard(button)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (kept.has(button)) return;
    kept.add(button);
    var until = Date.now() + 20000;
    var look = setInterval(function(){
      var waits = button.isConnected && Date.now() < until;
      if (waits && !heard(button)) return;
      clearInterval(look);
      kept.delete(button);
      // What a page does as it comes to life, such as taking the focus, goes first.
      if (waits) setTimeout(function(){ button.click() }, 250);
    }, 30);
  }, true);
})()`;

/** No press of a button is lost while a page is still coming to life. */
export function EarlyTaps({ nonce }: { nonce: string | undefined }) {
  // biome-ignore lint/security/noDangerouslySetInnerHtml: the text is the constant above; it has to stand in the page itself to be there first
  return <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: KEEP }} />;
}
