/** File formats beside the written form. */
export * from './json.ts';
