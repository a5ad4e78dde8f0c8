import { describe, expect, it } from 'vitest';
import { lazyWorker } from './lazy-worker.ts';

/** As much of a worker as is needed: it never answers, and dies when told. */
class SilentWorker extends EventTarget {
  terminated = false;
  postMessage(): void {}
  terminate(): void {
    this.terminated = true;
  }
  die(): void {
    this.dispatchEvent(new Event('error'));
  }
}

describe('a worker', () => {
  it('that dies is told to whoever waits, and started anew', async () => {
    const started: SilentWorker[] = [];
    const worker = lazyWorker<{ ask(): string }>(() => {
      const made = new SilentWorker();
      started.push(made);
      return made as unknown as Worker;
    });
    expect(started).toHaveLength(0);
    const asked = worker.call((api) => api.ask());
    const too = worker.call((api) => api.ask());
    expect(started).toHaveLength(1);
    started[0]?.die();
    await expect(asked).rejects.toThrow('has stopped');
    await expect(too).rejects.toThrow('has stopped');
    expect(started[0]?.terminated).toBe(true);
    await expect(worker.call(async () => 'answered')).resolves.toBe('answered');
    expect(started).toHaveLength(2);
  });
});
