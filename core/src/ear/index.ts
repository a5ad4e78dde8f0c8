/** The ear: strokes that were played, found in sound, matched with what was asked, judged and told in words. */
export * from './hit.ts';
export * from './judge/index.ts';
export * from './simulated/index.ts';
export * from './sound/index.ts';
