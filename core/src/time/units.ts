/** A length or a moment on the clock, in seconds. */
export type Seconds = number;
/** A length or a moment in milliseconds. */
export type Milliseconds = number;
/** Counted beats a minute. */
export type Bpm = number;
/** A frequency, in cycles a second. */
export type Hertz = number;
/** A moment counted in audio samples; always a whole number. */
export type Samples = number;
/** Ticks of a common grid; always a whole number. */
export type Ticks = number;
