import { tableOf } from '../bounds/index.ts';
import type { Family, Instrument } from './model.ts';

/** Names of note numbers on the percussion channel: General MIDI level 1, 35 to 81, and level 2 around it. */
const NAMES: ReadonlyMap<number, string> = new Map(
  tableOf(
    `27 | high q
28 | slap
31 | sticks
32 | square click
33 | metronome click
34 | metronome bell
35 | acoustic bass drum
36 | bass drum
37 | side stick
38 | acoustic snare
39 | hand clap
40 | electric snare
41 | low floor tom
42 | closed hi-hat
43 | high floor tom
44 | pedal hi-hat
45 | low tom
46 | open hi-hat
47 | low-mid tom
48 | hi-mid tom
49 | crash cymbal
50 | high tom
51 | ride cymbal
52 | chinese cymbal
53 | ride bell
54 | tambourine
55 | splash cymbal
56 | cowbell
57 | second crash cymbal
58 | vibraslap
59 | second ride cymbal
60 | high bongo
61 | low bongo
62 | muted high conga
63 | open high conga
64 | low conga
65 | high timbale
66 | low timbale
67 | high agogô
68 | low agogô
69 | cabasa
70 | maracas
71 | short whistle
72 | long whistle
73 | short güiro
74 | long güiro
75 | claves
76 | high wood block
77 | low wood block
78 | muted cuíca
79 | open cuíca
80 | muted triangle
81 | open triangle
82 | shaker
83 | jingle bell
84 | bell tree
85 | castanets
86 | muted surdo
87 | open surdo`,
    ['note', 'name'],
  ).map(({ note, name }) => [Number(note), name]),
);

/** What a note number of the percussion channel is called; undefined where the standard names none. */
export function percussionName(note: number): string | undefined {
  return NAMES.get(note);
}

/** Strokes for which the standard has a note of its own, by instrument. */
const OWN: ReadonlyMap<string, ReadonlyMap<string, number>> = new Map(
  tableOf(
    `tall-drums | O 63 M 62 o 64
tall-hand-drum | O 63 M 62
three-tall-drums | O 63 M 62 o 64
small-paired-drums | H 60 L 61
metal-shell-pair | H 65 L 66 R 37 B 56
hand-bell | X 56
mounted-bells | B 56 W 76
two-pitch-bell | L 68 H 67
scraper | X 74 x 73
shaker | x 70 X 82
net-gourd | x 69
claves | X 75
castanets | B 85
round-samba-drum | O 87 M 86
drum-kit | B 36 S 38 R 37 H 50 L 45 x 42 X 46 c 44 C 51
jingle-tambourine | J 54
riq | J 54
daf | J 54
palms-and-feet | X 39
practice-pad | X 38 R 37
repinique | X 50 R 37
finger-cymbals | X 81 C 80`,
    ['instrument', 'notes'],
  ).map(({ instrument, notes }) => [
    instrument,
    new Map([...notes.matchAll(/(\S+) (\d+)/g)].map(([, code = '', note]) => [code, Number(note)])),
  ]),
);

/** Notes that stand for a family where the standard has none for the stroke itself, the nearest first. */
const BY_FAMILY: Readonly<Record<Family, readonly number[]>> = {
  bass: [36, 35, 41, 43],
  open: [63, 64, 60, 61, 48, 45],
  slap: [62, 65, 66, 38, 40, 39, 28],
  muted: [47, 86, 78, 31, 32],
  touch: [37, 42, 44, 77],
  metal: [56, 81, 53, 67, 68],
  shaken: [70, 82, 69, 54, 83],
  voice: [76, 77, 79, 78],
};

/** Notes without a name in the standard, for strokes beyond those. */
const FREE = Array.from({ length: 40 }, (_, at) => 88 + at);

const known = new WeakMap<Instrument, ReadonlyMap<string, number>>();

/**
 * A note number of the percussion channel for every stroke, each another: the one the standard has for it, else one
 * of its family, else one without a name.
 * @example notesOf(TALL_DRUMS).get('O') // 63, the open high conga
 */
export function notesOf(instrument: Instrument): ReadonlyMap<string, number> {
  let notes = known.get(instrument);
  if (!notes) {
    notes = chosenNotes(instrument);
    known.set(instrument, notes);
  }
  return notes;
}

function chosenNotes({ id, strokes }: Instrument): ReadonlyMap<string, number> {
  const own = OWN.get(id) ?? new Map<string, number>();
  const taken = new Set(own.values());
  return new Map(
    strokes.map(({ code, family }) => {
      const note =
        own.get(code) ?? [...BY_FAMILY[family], ...FREE].find((one) => !taken.has(one)) ?? 127;
      taken.add(note);
      return [code, note];
    }),
  );
}

/** Instruments whose own note this is in the standard, such as the congas for 63. */
export function instrumentsOfNote(note: number): readonly string[] {
  return [...OWN].flatMap(([id, notes]) => ([...notes.values()].includes(note) ? [id] : []));
}
