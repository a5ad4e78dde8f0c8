import { createLimiter } from '@stride/core/mix';

/** What the audio thread has; its types come with no library of ours. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
declare const sampleRate: number;

/** The last thing before the ear: nothing passes −1 dBFS. */
class LimiterProcessor extends AudioWorkletProcessor {
  #limiter = createLimiter(2, sampleRate);

  process(
    [input]: readonly (readonly Float32Array[])[],
    [output]: readonly (readonly Float32Array[])[],
  ): boolean {
    const [left, right] = output ?? [];
    if (!left || !right) return true;
    const [fromLeft, fromRight = fromLeft] = input ?? [];
    if (fromLeft && fromRight) {
      left.set(fromLeft);
      right.set(fromRight);
    }
    this.#limiter.process([left, right]);
    return true;
  }
}

registerProcessor('limiter', LimiterProcessor);
