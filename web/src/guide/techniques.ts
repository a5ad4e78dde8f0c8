import type { Family, StrokeKind } from '@stride/core/instrument';

/** What a way of striking asks of the body, and what goes wrong at first. */
export interface Technique {
  readonly motion: string;
  readonly mistake: string;
}

const TECHNIQUES = {
  drop: {
    motion: 'The forearm drops by its own weight and the hand comes back up by itself.',
    mistake: 'Pushing into the skin: it chokes the sound and loads the wrist.',
  },
  open: {
    motion: 'A turn of the wrist from a loose forearm; the fingers together, gone at once.',
    mistake: 'Staying on the skin too long, or striking with stiff fingers.',
  },
  slap: {
    motion: 'The hand stays loose and the fingers follow late, like the end of a cloth.',
    mistake: 'Seeking loudness with force. A slap is speed and looseness; force only hurts.',
  },
  stay: {
    motion: 'As the open stroke, and the hand stays where it lands without pressing.',
    mistake: 'Pressing after the stroke, so that the next one comes late.',
  },
  touch: {
    motion: 'The fingers fall by their own weight; nothing is thrown.',
    mistake: 'Playing touches as loud as strokes. They keep time; they do not speak.',
  },
  rock: {
    motion: 'The hand lies on the skin and rocks between heel and fingers, moved by the forearm.',
    mistake: 'Lifting the whole hand between the two. The rocking is what saves the strength.',
  },
  finger: {
    motion:
      'One finger strikes from a quiet hand; a finger that rests is a hinge and stays where it is.',
    mistake: 'Lifting the whole hand for one finger, or resting so heavily that nothing rings.',
  },
  pads: {
    motion: 'The fingers land together from a turn of the forearm and lie still.',
    mistake: 'Striking with stiff fingers from the arm; the speed is in the turn.',
  },
  flick: {
    motion: 'The finger is held back by the thumb and let go; the hand itself hardly moves.',
    mistake:
      'Squeezing finger and thumb. The spring of the finger is enough; few at a time at first.',
  },
  rim: {
    motion: 'The forearm turns like a key in a lock, and the ring finger arrives last.',
    mistake: 'Hitting the hard rim from the elbow: it bruises the finger and sounds dull.',
  },
  thumb: {
    motion: 'The hand turns about the middle finger so that the thumb falls sideways.',
    mistake: 'Pressing the thumb down from its own joint, which tires it soon.',
  },
  stick: {
    motion: 'A turn of the wrist with a hold loose enough for the stick to come back by itself.',
    mistake: 'Holding the stick down after the stroke, or squeezing it when it grows quick.',
  },
  pressed: {
    motion: 'The stick falls as for an open stroke and is kept from coming back, lightly.',
    mistake: 'Digging into the skin. It is enough that the stick does not bounce.',
  },
  bell: {
    motion: 'The wrist lets the stick fall and catches it on its way back.',
    mistake:
      'Leaving the stick on the metal, which chokes it, or gripping so hard that it cannot bounce.',
  },
  damp: {
    motion: 'The holding hand closes only as much as it takes to stop the ring.',
    mistake: 'Gripping the metal all the time, so that the open strokes are choked as well.',
  },
  behind: {
    motion: 'The hand behind the skin leans on it with its flat side, more or less.',
    mistake: 'Holding the whole drum up with that hand; let the frame rest on leg or arm.',
  },
  lean: {
    motion:
      'The wrist rests near the edge of the low drum; the two fingers arch and strike from there and come back up.',
    mistake:
      'Dropping the whole arm. The low head is played from the fingers; the wrist only leans, to bend the pitch.',
  },
  flat: {
    motion: 'The wrist lets the whole flat hand fall; it stays where it lands without pressing.',
    mistake: 'Striking from the elbow for loudness. A flat, loose hand is loud enough.',
  },
  fingerBehind: {
    motion:
      'The finger behind the skin is laid on it just before the stick arrives, and lifted again.',
    mistake: 'Pressing all the time, so that the open strokes are choked as well.',
  },
  handDamps: {
    motion:
      'The bare hand lies on the skin when the mallet arrives, and lets it go for the next open stroke.',
    mistake:
      'Digging in with the mallet. The other hand stops the skin; the mallet always comes back.',
  },
  tipper: {
    motion: 'The forearm turns as if water were shaken off the hand; the stick is hardly held.',
    mistake: 'Striking from the elbow. The turn brings down, up and the far end by itself.',
  },
  foot: {
    motion: 'The heel or the pedal falls by the weight of the leg; the hip stays loose.',
    mistake: 'Lifting the whole leg for each stroke, or stamping on a floor that does not give.',
  },
  clap: {
    motion: 'Loose hands meet from the forearms, the shoulders down.',
    mistake: 'Clapping for loudness; palms swell. A good angle is louder than force.',
  },
  shake: {
    motion: 'Small movements that stop clearly; the stop makes the sound.',
    mistake: 'Long swings: what rattles travels too far and arrives late.',
  },
  scrape: {
    motion: 'The stick lies on the ribs with its own weight, and the arm draws it along evenly.',
    mistake: 'Pressing. It wears the ribs and makes the stroke late and loud.',
  },
  jingle: {
    motion: 'The striking hand comes to the frame; the holding hand waits and stays quiet.',
    mistake: 'Moving the whole tambourine to the hand, so that the jingles speak twice.',
  },
  breath: {
    motion: 'The flat hand lets the mouth of the pot go as soon as it has closed it.',
    mistake: 'Slapping the mouth hard: clay breaks, and the air needs no force.',
  },
  knock: {
    motion: 'The wrist lets fingers or knuckles fall on the wood and takes them back.',
    mistake: 'Knocking hard on an edge. Wood answers to speed, bone does not heal fast.',
  },
  clink: {
    motion: 'Thumb and middle finger meet from a loose hand and part at once, edge on edge.',
    mistake: 'Squeezing the pair together, which chokes it and tires the thumb.',
  },
  closed: {
    motion: 'The two plates are laid flat on one another and stay closed.',
    mistake: 'Clapping them hard. Flat is what makes them dry, not force.',
  },
  throw: {
    motion:
      'The finger throws the outer shell against the inner one and lets it fall open by itself.',
    mistake: 'Holding the shells shut, or plucking from the arm. Only the fingers move.',
  },
  voice: {
    motion: 'Spoken from a free breath, at the loudness of talk.',
    mistake: 'Pressing the voice when it grows quick. Speak smaller, not harder.',
  },
} as const satisfies Readonly<Record<string, Technique>>;
type TechniqueName = keyof typeof TECHNIQUES;

/** How bare hands play each family of sound, where nothing else is said. */
const BY_FAMILY: Readonly<Record<Family, TechniqueName>> = {
  bass: 'drop',
  open: 'open',
  slap: 'slap',
  muted: 'stay',
  touch: 'touch',
  metal: 'bell',
  shaken: 'shake',
  voice: 'voice',
};

/** Strokes that are played in another way: by instrument, `technique codes` parted by commas. */
export const TECHNIQUE_ROWS: Readonly<Record<string, string>> = {
  'goblet-drum': 'rim T K, flick n',
  'barrel-drum': 'finger N',
  'tall-drums': 'rock H T',
  'hand-bell': 'damp C, bell t',
  'tall-hand-drum': 'rock H T',
  'three-tall-drums': 'rock H T',
  'small-paired-drums': 'thumb k',
  'box-drum': 'knock E f F, foot h',
  'finger-goblet-drum': 'rim T K R, flick S',
  'frame-drum': 'rim T K, scrape B',
  'jingle-tambourine': 'thumb D d, jingle T H J, shake j',
  tombak: 'flick S n, finger R t k',
  daf: 'open D T K, shake J',
  riq: 'finger D J j t k, rim T K, shake Z',
  kanjira: 'finger I, jingle J, pads T',
  'square-frame-drum': 'open D',
  'hanging-jar-drum': 'knock K',
  'rope-drum': '',
  'north-indian-pair': 'finger N I U t, pads T R, lean G g, flat k K',
  'south-indian-barrel': 'finger N I t, pads T K, flat d',
  'bengali-clay-barrel': 'finger N t, pads R, flat k',
  pakhawaj: 'finger N t, pads T R, flat k',
  'clay-pot': 'breath B, knock O N',
  udu: 'breath B W, knock O N',
  bata: '',
  'metal-shell-pair': 'stick H L R, bell S s B b',
  'round-samba-drum': 'stick O R, handDamps M',
  'small-samba-frame-drum': 'stick X V, fingerBehind M, finger t',
  'stick-drum-with-bell': 'stick O R, pressed M, bell X, damp x',
  'tipper-frame-drum': 'tipper D U T R t B, behind M',
  davul: 'stick D T t R, pressed M',
  repinique: 'stick X R, handDamps M',
  'drum-kit': 'foot B c, stick S R H L, bell x X C',
  'practice-pad': 'stick X t R',
  claves: 'bell X, damp t',
  'mounted-bells': 'bell W, damp c',
  'two-pitch-bell': 'damp l h q',
  'four-pitch-bell': 'damp c',
  scraper: 'scrape X x u, stick t',
  shaker: '',
  'net-gourd': '',
  'finger-cymbals': 'clink X x, closed C c',
  castanets: 'throw R L B, knock T',
  'palms-and-feet': 'clap X x, flick f, foot H p, drop c',
  'spoken-voice': 'voice K h',
};

/** Instruments of one's own are known by the sound that was picked for their strokes. */
const BY_TIMBRE: Readonly<Record<string, TechniqueName>> = {
  'stick-open': 'stick',
  'stick-muffled': 'pressed',
  rim: 'stick',
  wires: 'stick',
  shell: 'bell',
  wood: 'bell',
  bell: 'bell',
  cymbal: 'bell',
  'bell-damped': 'damp',
  'cymbal-damped': 'bell',
  scrape: 'scrape',
  'scrape-short': 'scrape',
  palm: 'clap',
};

/** Which way a stroke of an instrument is played. */
function techniqueName(instrument: string, stroke: StrokeKind): TechniqueName {
  const rows = TECHNIQUE_ROWS[instrument];
  if (rows === undefined) {
    if (stroke.hand === 'foot') return 'foot';
    return BY_TIMBRE[stroke.sound?.timbre ?? ''] ?? BY_FAMILY[stroke.family];
  }
  for (const row of rows.split(', ')) {
    const [name = '', ...codes] = row.split(' ');
    if (codes.includes(stroke.code) && name in TECHNIQUES) return name as TechniqueName;
  }
  return BY_FAMILY[stroke.family];
}

/** The motion that a stroke needs, and what beginners do wrong with it. */
export function techniqueOf(instrument: string, stroke: StrokeKind): Technique {
  return TECHNIQUES[techniqueName(instrument, stroke)];
}
