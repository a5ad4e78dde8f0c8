/** What is asked of Tone, which is installed where the bench is run: types are checked without it. */
declare module 'tone' {
  export function start(): Promise<void>;
  export function getContext(): { readonly rawContext: BaseAudioContext };
  export function getTransport(): {
    readonly bpm: { value: number };
    scheduleRepeat(step: (at: number) => void, every: string): number;
    start(time: string): void;
    stop(): void;
  };
}
