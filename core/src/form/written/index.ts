/** The written form of a form: a reader that never throws, and a writer whose text reads back the same. */
export { readBeats, readPlace, writePlace } from './lines.ts';
export { type FormRead, isFormText, readForm } from './read-form.ts';
export { writeForm } from './write-form.ts';
