import { type Remote, wrap } from 'comlink';
import type { Listener } from '@/workers/listener.ts';

/** Starts the worker that hears; to be stopped by whoever started it. */
export function spawnListener(): { readonly ask: Remote<Listener>; readonly stop: () => void } {
  const worker = new Worker(new URL('../../workers/listener.ts', import.meta.url), { type: 'module' });
  return { ask: wrap<Listener>(worker), stop: () => worker.terminate() };
}
