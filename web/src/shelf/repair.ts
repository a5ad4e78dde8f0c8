// Loaded when something has to be repaired.
export { repairRhythm } from '@stride/core/rhythm';
