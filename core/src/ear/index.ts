/** The ear: strokes that were played, matched with what was asked, judged and told in words. */
export * from './hit.ts';
export * from './judge/index.ts';
export * from './simulated/index.ts';
