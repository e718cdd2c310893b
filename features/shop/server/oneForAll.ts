/**
 * Work whose answer is the same for everybody who asks: those who ask while it is done get one answer together, of work begun after the
 * last of them asked, so that nobody gets one from before what he has just written.
 */
export function oneForAll<T>(work: () => Promise<T>): () => Promise<T> {
  let running: Promise<unknown> = Promise.resolve();
  let next: Promise<T> | null = null;
  return () => {
    next ??= running
      .catch(() => {})
      .then(() => {
        next = null;
        const begun = work();
        running = begun;
        return begun;
      });
    return next;
  };
}
