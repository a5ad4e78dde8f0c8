/** Loudness as it is heard, and peaks between the samples, after ITU-R BS.1770. */
export * from './loudness.ts';
export * from './true-peak.ts';
