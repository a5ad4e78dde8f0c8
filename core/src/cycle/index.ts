/** The cycle: beats of whole pulses, in groups, that come round. */
export * from './cycle.ts';
export * from './spans.ts';
