/** The catalogue: traditional cycles and timelines as data, each with a small text. */
export * from './find.ts';
export * from './model.ts';
export { GATI_NAMES, LAGHU_SIZES, TALA_FAMILIES, TALA_SPEEDS, talaCycle } from './south-indian.ts';
