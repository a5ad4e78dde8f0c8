/** Files: the forms in which rhythms, and whole pieces, are taken away and brought in. */

export * from './form-json.ts';
export * from './formats.ts';
export * from './json.ts';
export * from './link.ts';
export * from './sniff.ts';
