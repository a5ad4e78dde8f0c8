/** Files: the forms in which a rhythm is taken away and brought in. */
export * from './formats.ts';
export * from './json.ts';
