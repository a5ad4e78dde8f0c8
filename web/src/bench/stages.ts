/** The stages of a rhythm, in the order of work. */
export const STAGES = [
  { to: 'frame', label: 'Frame', what: 'the cycle, how it is counted, where it starts' },
  { to: 'write', label: 'Write', what: 'strokes, hands, syllables' },
  { to: 'read', label: 'Read', what: 'what it says, and comparing' },
  { to: 'vary', label: 'Vary', what: 'another line from this one, by moves' },
  { to: 'climb', label: 'Climb', what: 'from slow to its tempo' },
  { to: 'sheet', label: 'Sheet', what: 'on paper' },
] as const;
