/** Reading: what a rhythm says, as figures and as short sentences. */
export * from './address.ts';
export * from './chosen.ts';
export * from './compare.ts';
export * from './composite.ts';
export * from './families.ts';
export * from './findings.ts';
export * from './fit.ts';
export * from './hands.ts';
export * from './length.ts';
export * from './line.ts';
export * from './place.ts';
export * from './sides-of.ts';
export * from './sits-with.ts';
export * from './sounding.ts';
export * from './strides.ts';
export * from './weight.ts';
export * from './wrists.ts';
