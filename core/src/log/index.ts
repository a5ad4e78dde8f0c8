/** The log of what was played: progress, load, when a line is due, goals, and what to practise today. */
export * from './day.ts';
export * from './filter.ts';
export * from './from-run.ts';
export * from './goal.ts';
export * from './load.ts';
export * from './log-file.ts';
export * from './log-index.ts';
export * from './material.ts';
export * from './played.ts';
export * from './progress.ts';
export * from './rate.ts';
export * from './run.ts';
export * from './simulated-log.ts';
export * from './spacing.ts';
export * from './table.ts';
export * from './today.ts';
export type { Kind, TodayItem } from './today-item.ts';
export * from './version.ts';
