/** Voices of the instruments: what they are made of, where and how they are struck, and the stroke as samples. */

export { MEMBRANE_MODES } from './bodies/bessel.ts';
export { BAR_RATIOS, FREE_PLATE_RATIOS, PLATE_RATIOS } from './bodies/solid.ts';
export { SPEEDS } from './contact.ts';
export { bodyFrom, kitFrom } from './kits/table.ts';
export * from './model.ts';
export * from './spectrogram.ts';
export { strike } from './stroke.ts';
export { GROUPS as TAKE_GROUPS, type Take } from './take.ts';
export * from './voices.ts';
