import type { EarBit } from './ear-bit.ts';

/** What the audio thread has; its types come with no library of ours. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
declare const currentTime: number;
declare const sampleRate: number;

const SIZE = 1024;

/** Collects what the microphone hears and hands it over in bits; everything else is done elsewhere. */
class EarProcessor extends AudioWorkletProcessor {
  #bit = new Float32Array(SIZE);
  #filled = 0;
  #goesOn = true;

  constructor() {
    super();
    this.port.onmessage = () => {
      this.#goesOn = false;
    };
  }

  process([input]: readonly (readonly Float32Array[])[]): boolean {
    const heard = input?.[0];
    if (!heard) return this.#goesOn;
    this.#bit.set(heard, this.#filled);
    this.#filled += heard.length;
    if (this.#filled >= SIZE) {
      const time = currentTime + (heard.length - this.#filled) / sampleRate;
      const bit: EarBit = { samples: this.#bit, time };
      this.port.postMessage(bit, [this.#bit.buffer]);
      this.#bit = new Float32Array(SIZE);
      this.#filled = 0;
    }
    return this.#goesOn;
  }
}

registerProcessor('ear', EarProcessor);
