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

/** The most problems that are told of one text; more are counted. */
export const MOST_PROBLEMS = 50;

/** Problems as they are found. The first ones are kept, so that a text of errors costs no more than another. */
export interface Problems {
  push(problem: Problem): void;
  /** How many were found. */
  readonly found: number;
  /** In the order of their places, errors before notes where there are too many for both. */
  list(): readonly Problem[];
  /** How many are not in the list. */
  more(): number;
  /** Whether none is an error, so that what was read may take the place of something older. */
  usable(): boolean;
}

/** A list of problems, errors first, that stays within a length and counts the rest. */
export function collectProblems(): Problems {
  const errors: Problem[] = [];
  const notes: Problem[] = [];
  let found = 0;
  const kept = () => [...errors, ...notes].slice(0, MOST_PROBLEMS);
  return {
    push(problem) {
      found += 1;
      const same = problem.severity === 'error' ? errors : notes;
      if (same.length < MOST_PROBLEMS) same.push(problem);
    },
    get found() {
      return found;
    },
    list: () => kept().sort((a, b) => a.line - b.line || a.column - b.column),
    more: () => found - kept().length,
    usable: () => errors.length === 0,
  };
}

/** A piece of a text with its place. */
export interface Piece {
  readonly text: string;
  readonly line: number;
  readonly column: number;
}

/** A problem at a piece of the text. */
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
