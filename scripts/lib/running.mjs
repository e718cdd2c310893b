import { takeLock } from './lock.mjs';
import { carefully, say } from './say.mjs';

/**
 * Holds a shop open until it is stopped by hand, or until one of its parts dies of itself; its parts are then stopped, the last first.
 * @param {{ file: string, script: string, address: string, again: string }} whose its lock, and what starts it again
 * @param {(shop: { add: Function, pages: Function }) => Promise<void>} open `add(part, what)` takes a part that is stopped with the rest,
 *   and says `what` should it die of itself; `pages(part)` does so for the pages, by which a start that was killed is known
 */
export const holdOpen = ({ file, script, address, again }, open) =>
  carefully(async () => {
    const lock = await takeLock(file, script, address);
    const parts = [];
    let stopping = false;
    const leave = async () => {
      stopping = true;
      for (const part of parts.reverse()) await part.stop();
      lock.leave();
    };
    const shutDown = async (code) => {
      if (stopping) return;
      await leave();
      process.exit(code);
    };
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
      process.on(signal, () => {
        say('\nStopping ...');
        void shutDown(0);
      });
    const add = (part, what) => {
      parts.push(part);
      void part.died.then((words) => {
        if (stopping) return;
        process.stderr.write(
          `\n${what}\n${words}\n  What to do: start again with ${again}; every reading that was acknowledged is on disk.\n`,
        );
        void shutDown(1);
      });
    };
    const pages = (part) => {
      add(part, 'The pages stopped by themselves.');
      lock.write(part.pid);
    };
    try {
      await open({ add, pages });
    } catch (error) {
      await leave();
      throw error;
    }
  });

/** How long it took, as a start says it. */
export const since = (started) => `${((Date.now() - started) / 1000).toFixed(1)} s`;
