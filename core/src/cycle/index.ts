/** The cycle: beats of whole pulses, in groups, that come round. */
export * from './cycle.ts';
export * from './edit.ts';
export {
  cycleFromSpans,
  describeCycle,
  formatSpans,
  parseSpans,
  type SpansResult,
} from './spans.ts';
