/** A length on screen, in CSS pixels. */
export type Px = number;
