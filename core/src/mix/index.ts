/** What is heard together: where each layer stands, the room round it, and a limit that nothing passes. */
export * from './convolve.ts';
export * from './limiter.ts';
export * from './places.ts';
export * from './room.ts';
