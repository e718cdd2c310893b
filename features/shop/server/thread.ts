import 'server-only';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';

/** A thread beside the server's, asked one thing after another; one that takes too long or is lost is ended, and the next question starts another. */
export class Thread<Asked, Told> {
  private worker: Worker | null = null;
  private before: Promise<unknown> = Promise.resolve();

  /**
   * @param file of the thread, from the project's folder: a `.mjs` that answers every message with one
   * @param withinMs how long an answer may take [ms]
   * @param tooLong what is told in the place of an answer that takes longer
   */
  constructor(
    private readonly file: string,
    private readonly withinMs: number,
    private readonly tooLong: Told,
  ) {}

  /** @throws Error when the thread is lost before it answers */
  ask(asked: Asked): Promise<Told> {
    const answer = this.before.then(() => this.put(asked));
    this.before = answer.catch(() => {});
    return answer;
  }

  private put(asked: Asked): Promise<Told> {
    const worker = this.started();
    return new Promise((resolve, reject) => {
      const over = () => {
        clearTimeout(timer);
        worker.off('message', told).off('error', lost).off('exit', ended);
      };
      const told = (answer: Told) => {
        over();
        resolve(answer);
      };
      const lost = (why: Error) => {
        over();
        this.end(worker);
        reject(why);
      };
      const ended = () => lost(new Error(`the thread of ${this.file} ended`));
      const timer = setTimeout(() => {
        this.end(worker);
        told(this.tooLong);
      }, this.withinMs);
      worker.on('message', told).on('error', lost).on('exit', ended);
      worker.postMessage(asked);
    });
  }

  private end(worker: Worker): void {
    this.worker = null;
    void worker.terminate();
  }

  private started(): Worker {
    if (!this.worker) {
      const file = join(/* turbopackIgnore: true */ process.cwd(), this.file);
      this.worker = new Worker(/* turbopackIgnore: true */ file);
      this.worker.unref();
    }
    return this.worker;
  }
}
