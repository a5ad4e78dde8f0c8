/** Counting: the words said over the parts of a beat. */
export * from './counting.ts';
export { COUNTING_SYSTEMS, type CountingSystem, SYSTEM_NOTES } from './systems.ts';
