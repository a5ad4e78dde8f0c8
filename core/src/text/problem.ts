/** A place in a text and a sentence that says what to do there. */
export interface Problem {
  /** From 1. */
  readonly line: number;
  /** From 1, in UTF-16 units as editors count them. */
  readonly column: number;
  /** How many characters it covers, at least 1. */
  readonly length: number;
  readonly message: string;
  /** An error keeps the text from being used; a note says what was passed over. */
  readonly severity: 'error' | 'note';
}

/** A piece of a text with its place. */
export interface Piece {
  readonly text: string;
  readonly line: number;
  readonly column: number;
}

export function problemAt(
  piece: Piece,
  message: string,
  severity: Problem['severity'] = 'error',
): Problem {
  return {
    line: piece.line,
    column: piece.column,
    length: Math.max(1, piece.text.length),
    message,
    severity,
  };
}

/** Text of the player's own, cut short and put in quotes for a sentence. */
export function quote(text: string): string {
  return `“${text.length > 24 ? `${text.slice(0, 23)}…` : text}”`;
}
