/** Care, in plain words; a teacher, a doctor or a local rule comes first. */
export const CARE: readonly (readonly [title: string, text: string])[] = [
  [
    'Sit or stand well',
    'Both feet on the floor, the seat high enough that the thighs fall a little towards the knees, the drum where the hands come down without lifting the shoulders.',
  ],
  [
    'Drop, do not push',
    'Let the weight of the hand make the stroke. Between strokes let go of everything that is not needed.',
  ],
  [
    'Rest the waiting hand',
    'The hand that waits lies on the skin or the thigh. Hands held in the air tire first.',
  ],
  [
    'Stop at pain',
    'Tired is normal; pain, tingling and numb fingers are not. Stop, rest, and ask a doctor if it comes back. Begin slower than you think.',
  ],
  [
    'Mind the ears',
    'Bells, cracks and slaps in a small room harm the hearing before they hurt. Wear protection, take breaks, keep the level of this program low on headphones.',
  ],
  [
    'Tune gently',
    'Small even turns, going across the drum to the opposite side each time, and never past what the maker allows. Rope and skin are under tension: keep the face away.',
  ],
  [
    'Warm hands',
    'Rings off, hands warm, a few minutes of touches before the first slap. Cold skins and cold hands crack.',
  ],
  [
    'Up only when it is clean',
    'The plan and the ladder go up when a tempo was clean, since what is played is what is learnt, faults too. Another school goes over the tempo to reach and comes back to it, so that it feels slow: the ladder has that as a shape. A teacher who sees you knows which of them you need.',
  ],
];

/** Words of several traditions that mean nearly the same, and those of this program. */
export const WORDS: readonly (readonly [word: string, meaning: string])[] = [
  ['the one', 'The first pulse of the cycle; sam in North India, samam in the South.'],
  ['turn', 'Once through the cycle: a bar, an avartan, an avartanam, a compás.'],
  ['beat', 'What the foot or the clap marks; beats of one cycle may have different lengths.'],
  ['pulse', 'The smallest written unit of the cycle.'],
  ['empty beat', 'A beat shown with a wave; khali in North India.'],
  ['laghu', 'In South India a clap and finger counts; its size changes with the tala.'],
  ['timeline', 'A clave or a bell that all others are measured against.'],
  ['side', 'Of a two-sided timeline, the half with three strokes or with two.'],
  ['cell', 'A stretch of a layer, mostly one beat, that its slots divide equally.'],
  ['stride', 'The gap from one stroke to the next, in pulses.'],
  ['ghost', 'A stroke so soft that it is felt more than heard.'],
  ['flam, drag, ruff', 'One, two or three small strokes that lean into the main one.'],
  ['choke', 'The hand stops what it has just struck.'],
  ['cadence', 'A phrase, repeated, that lands on the one; Landing finds where it must start.'],
  [
    'three times and home',
    'The same phrase thrice to the one: tihai in North India, mora or arudi in the South.',
  ],
  [
    'shrinking and growing',
    'Phrases that lose or gain a step: part of a korvai, the composed close of South India.',
  ],
  [
    'closing fill',
    'The same end in other places: a cierre or remate in compás, a fill on the kit before the one.',
  ],
  ['bridge', 'A phrase that leads from one section into the next and lands where that begins.'],
  [
    'gap',
    'Silent units between the phrases of a cadence; karvai in South India, dam in the North.',
  ],
  ['unit', 'What a cadence is counted in: one part of a beat at its speed.'],
  ['crossing', 'Two or more even pulses in one span, such as three against two.'],
  ['composite', 'All pulses of a crossing, or all layers of a rhythm, heard as one line.'],
  ['rub', 'An accent one pulse beside a stroke of the timeline, and not on one.'],
];
