import { wrap } from 'comlink';
import type { Reasoning } from '@/workers/reasoning.ts';
import type { SpawnedReasoner } from './reasonerClient.ts';

/** Starts the reasoner's worker. */
export function spawnReasoner(): SpawnedReasoner {
  const worker = new Worker(new URL('../../workers/reasoner.ts', import.meta.url), { type: 'module' });
  return {
    ask: wrap<Reasoning>(worker),
    onDeath: (died) => {
      worker.addEventListener('error', (event) => died(new Error(event.message || 'it could not be loaded')), {
        once: true,
      });
      worker.addEventListener('messageerror', () => died(new Error('it could not be understood')), { once: true });
    },
    stop: () => worker.terminate(),
  };
}
