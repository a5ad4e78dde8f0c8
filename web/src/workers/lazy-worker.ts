import * as Comlink from 'comlink';

/** A worker that is started when it is first asked. */
export interface LazyWorker<Api> {
  /**
   * Asks the worker.
   * @throws where the worker could not be started or has died meanwhile; the next call starts another
   */
  call<T>(ask: (api: Comlink.Remote<Api>) => Promise<T>): Promise<T>;
}

interface Running<Api> {
  readonly api: Comlink.Remote<Api>;
  /** Never fulfilled; refused when the worker dies. */
  readonly death: Promise<never>;
}

export function lazyWorker<Api>(start: () => Worker): LazyWorker<Api> {
  let running: Running<Api> | undefined;

  function run(): Running<Api> {
    const worker = start();
    const death = new Promise<never>((_, reject) => {
      const die = () => {
        running = undefined;
        worker.terminate();
        reject(new Error('a part of the program that works in the background has stopped'));
      };
      worker.addEventListener('error', die);
      worker.addEventListener('messageerror', die);
    });
    // Told to whoever is asking; where nobody is, the next call starts another.
    death.catch(() => undefined);
    return { api: Comlink.wrap<Api>(worker), death };
  }

  return {
    async call(ask) {
      running ??= run();
      return Promise.race([ask(running.api), running.death]);
    },
  };
}
