/** How numbers and nouns go together, in the language the program speaks; sentences are built from these. */
export * from './english.ts';
export * from './spelling.ts';
