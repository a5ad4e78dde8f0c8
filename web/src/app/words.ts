/** A word of the program or the field: its meaning, and others it is looked for by. */
export type Word = readonly [word: string, meaning: string, also?: string];

export const WORDS: readonly Word[] = [
  ['the one', 'The first pulse of the cycle.', 'downbeat sam samam'],
  ['pulse', 'The cycle’s written unit of time.', 'matra subdivision'],
  ['turn', 'Once through the cycle: a bar.', 'bar measure avartan round'],
  [
    'cycle',
    'The ordered beats, in groups, that come round.',
    'meter time signature tala tal usul compás compas',
  ],
  [
    'cell',
    'A stretch of a layer, mostly one beat, that its slots divide equally.',
    'tuplet subdivision',
  ],
  ['slot', 'A place in a cell where a stroke can stand.', 'step'],
  ['layer', 'One player’s line of strokes.', 'part voice track'],
  [
    'variation',
    'What some layers play instead for a turn or more: called by its key, in order, or mixed in by its share.',
    'fill break alternative lick',
  ],
  [
    'feel',
    'Timing laid over the slots: straight, long and short, between fours and threes. The slots stay what they are.',
    'swing shuffle groove lilt microtiming',
  ],
  [
    'share',
    'How much of all turns a variation takes where it is mixed in: seldom is 1 in 16.',
    'weight probability',
  ],
  ['stride', 'The gap from one stroke to the next, in pulses.', 'interval distance'],
  ['ghost', 'A stroke so soft that it is felt more than heard.', 'tap grace touch'],
  ['accent', 'A stroke louder than the plain ones.', 'loud stress'],
  ['flam, drag, ruff', 'One, two or three small strokes just before the stroke.', 'grace ornament'],
  [
    'roll',
    'A stroke filled with many, open or crushed, or five, seven or nine counted.',
    'tremolo buzz press',
  ],
  ['choke', 'A stroke that is stopped by hand at the end of its slot.', 'damp mute'],
  [
    'timeline',
    'A short line that all others are heard against; clave and bell patterns are some.',
    'clave bell key pattern',
  ],
  [
    'side',
    'One half of a two-sided timeline: the three-side or the two-side.',
    'clave direction 3-2 2-3',
  ],
  [
    'cadence',
    'A phrase, mostly three times, that lands on the one; tihai, mora and arudi are kinds of it.',
    'tihai mora arudi korvai chakradar',
  ],
  ['landing', 'Where a cadence ends: on its last stroke, or after it.', 'resolve'],
  ['eduppu', 'The place after the one where a composition begins.', 'start offset'],
  [
    'nadai, gati',
    'Into how many parts each beat is cut: three, four, five, seven or nine.',
    'tisra chatusra khanda misra sankirna',
  ],
  ['kalam', 'Speed by doubling: the same strokes in half the time.', 'speed laya dugun double'],
  ['theka', 'The strokes by which a North Indian cycle is known.', 'tabla bols'],
  ['piece', 'A stretch of a line that is learnt as a unit.', 'chunk phrase section part'],
  [
    'way through',
    'The order in which pieces, hands or sounds are practised and joined; it ends with the whole.',
    'practice method chaining',
  ],
  ['rung', 'One tempo of a ladder; on a path, one thing at one tempo.', 'step level stone'],
  ['pass', 'One time through what is practised, at a rung.', 'repetition rep'],
  [
    'spread',
    'How far strokes lie from one another’s middle, in milliseconds, once a constant delay and a drift are taken out.',
    'timing consistency jitter standard deviation',
  ],
  [
    'drift',
    'How much one gains on the click or falls behind it, in hundredths of the time.',
    'rushing dragging hurry tempo',
  ],
  [
    'clean',
    'Nothing missed, nothing too many, the spread small and no drift; how strictly is a setting.',
    'accurate pass verdict',
  ],
  [
    'best clean tempo',
    'The quickest tempo at which all of a line was heard and clean enough to go up.',
    'progress log speed record',
  ],
  [
    'plateau',
    'No gain in the best clean tempo over at least five sessions and ten days.',
    'stuck standstill progress',
  ],
  [
    'due',
    'When a line comes again: the longer it held, the later; the next day where it came back shaky.',
    'spaced repetition review interval today',
  ],
  [
    'load',
    'What each hand had to do: strokes, loud strokes, minutes, against the last four weeks.',
    'strain overuse injury volume',
  ],
  [
    'move',
    'One way to make another line of a line: shift, threes for fours, chase, thin out and others, in Vary.',
    'variation transform operation',
  ],
  ['home', 'The line as it is written, beside what is made of it.', 'original theme plain'],
  [
    'chase',
    'After each accent a stroke of another sound, so many parts later, over the end too.',
    'echo follow',
  ],
  [
    'anticipate',
    'To bring what is on the one, or on a beat, a little earlier, over the bar line too.',
    'push early',
  ],
  [
    'crossing',
    'Even pulses of different number over one span.',
    'polyrhythm cross-rhythm against hemiola',
  ],
  ['composite', 'What two lines are together, as one line.', 'resultant'],
  [
    'evenness, balance',
    'How evenly strokes lie round the cycle, and whether they pull to one side of it; 1 is most.',
    'even spread',
  ],
  ['syncopation', 'How far strokes lie off the beats, weighed.', 'off-beat off the beat'],
  [
    'full, down, tap, up',
    'What a wrist does from one stroke to its next: stays up, drops, stays down, rises.',
    'wrist heights',
  ],
  ['rung, pass', 'One tempo of the ladder; one run at it.', 'ladder climb'],
  ['recast', 'A rhythm put into another cycle.', 'transfer'],
  ['kin', 'A line that is the same, turned, or one stroke away.', 'family rotation'],
];
