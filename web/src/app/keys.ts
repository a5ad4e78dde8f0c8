/** A key of the program: as it is listened for, as it is shown, and what it does. */
export interface ProgramKey {
  readonly keys: string;
  readonly shown: string;
  readonly what: string;
}

/** Keys that hold on whole screens, said once: `useKeys(KEYS.play.keys, …)` listens, the help shows them. */
export const KEYS = {
  play: { keys: 'space', shown: 'Space', what: 'play, stop; in Climb start, stop' },
  here: { keys: 'shift+space', shown: 'Shift Space', what: 'play from here' },
  chosen: {
    keys: 'shift+enter',
    shown: 'Shift Enter',
    what: 'play what is chosen, or its turn, round and round',
  },
  variation: {
    keys: '1, 2, 3, 4, 5, 6, 7, 8, 9',
    shown: '1 … 9',
    what: 'the variation of that key at the next turn; on a line while it plays',
  },
  up: { keys: 'up', shown: '↑ in Climb', what: 'up a tempo' },
  down: { keys: 'down', shown: '↓ in Climb', what: 'down a tempo' },
  stay: { keys: 's', shown: 'S in Climb', what: 'stay at this tempo' },
  goOn: { keys: 'enter', shown: 'Enter in Climb', what: 'go on after a verdict' },
  piece: { keys: 'p', shown: 'P in Climb', what: 'first the piece that fails' },
  far: { keys: 'v', shown: 'V in Climb', what: 'read it from two metres away' },
  stop: { keys: 'escape', shown: 'Esc in Climb', what: 'stop' },
  tap: { keys: 't', shown: 'T in Frame', what: 'tap along with the gestures' },
  formNext: { keys: 'right', shown: '→ in Form', what: 'the next section' },
  formBefore: { keys: 'left', shown: '← in Form', what: 'the section before' },
  formLater: { keys: 'alt+right', shown: 'Alt → in Form', what: 'move the section later' },
  formEarlier: { keys: 'alt+left', shown: 'Alt ← in Form', what: 'move the section earlier' },
  formLonger: { keys: 'shift+right', shown: 'Shift → in Form', what: 'a turn longer' },
  formShorter: { keys: 'shift+left', shown: 'Shift ← in Form', what: 'a turn shorter' },
  formAgain: { keys: 'mod+d', shown: 'Ctrl D in Form', what: 'the section once more' },
  formOut: { keys: 'delete', shown: 'Delete in Form', what: 'take the section out here' },
  formClose: { keys: 'escape', shown: 'Esc in Form', what: 'close the section' },
  formSign: { keys: 'enter', shown: 'Enter in Form', what: 'give the sign' },
  formZoomIn: { keys: 'i', shown: 'I in Form', what: 'nearer, down to the strokes' },
  formZoomOut: { keys: 'o', shown: 'O in Form', what: 'further away' },
  undo: { keys: 'mod+z', shown: 'Ctrl Z', what: 'undo' },
  redo: { keys: 'mod+shift+z, mod+y', shown: 'Ctrl Shift Z', what: 'redo' },
  find: { keys: 'mod+k', shown: 'Ctrl K', what: 'find anything' },
  help: { keys: '?', shown: '?', what: 'this page' },
} as const satisfies Readonly<Record<string, ProgramKey>>;
