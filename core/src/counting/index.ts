/** Counting: the words said over the parts of a beat. */
export * from './counting.ts';
export * from './rule.ts';
export * from './second.ts';
export {
  BEAT_NUMBER,
  COUNTING_SYSTEMS,
  type CountingSystem,
  SYSTEM_NOTES,
} from './systems.ts';
