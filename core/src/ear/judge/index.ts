export * from './asked.ts';
export * from './evenness.ts';
export * from './judge.ts';
export * from './loudness.ts';
export * from './match.ts';
export * from './say.ts';
export * from './trouble.ts';
export * from './verdict.ts';
