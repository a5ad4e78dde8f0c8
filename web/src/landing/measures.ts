/** Where the rows of a landing begin, and where their ground line stands, in CSS pixels. */
export const LEFT = 24;
export const GROUND = 92;
