import { XMLBuilder } from 'fast-xml-parser';
import { nth } from '../bounds/index.ts';
import { type Cycle, formatSpans } from '../cycle/index.ts';
import { instrumentOf, notesOf } from '../instrument/index.ts';
import { type Layer, type Rhythm, tempoAt, timeRhythm, withVariation } from '../rhythm/index.ts';
import { pulseValue } from '../staff/index.ts';
import { writeFeel } from '../text/index.ts';
import type { Tempo } from '../time/index.ts';
import { lineOf, type Said, type Stretch } from './line.ts';
import { lostOf } from './losses.ts';
import { signatureOf } from './meter.ts';
import { strokeName } from './places.ts';
import { divisionsOf, notesOfBar, words } from './write-notes.ts';
import { el, type Node, text } from './xml.ts';

/** More bars than these are not written: whatever comes round later is left to the reader. */
export const MOST_BARS = 256;

/** What stands before the name of a variation over its first bar. */
export const VARIATION_MARK = 'Variation: ';

/** A score as MusicXML, with what it has no place for. */
export interface WrittenXml {
  readonly text: string;
  /** What a MusicXML file has no place for, in sentences. */
  readonly lost: readonly string[];
}

/**
 * A rhythm as MusicXML 4: a part of unpitched percussion for each layer, a bar for each turn until all comes round,
 * between repeat signs, and its variations after that, each under its name.
 */
export function writeMusicXml(rhythm: Rhythm): WrittenXml {
  const { layers, variations = [] } = rhythm;
  const lost: string[] = [];
  const stretches: Stretch[] = [
    {
      ...linesOf(rhythm, rhythm.name, lost),
      names: new Map(rhythm.turns?.map(({ turn, name }) => [turn, name])),
      tempo: { tempo: tempoAt(rhythm), target: rhythm.target },
    },
    ...variations.map((variation) => ({
      ...linesOf(withVariation(rhythm, variation), variation.name, lost),
      mark: `${VARIATION_MARK}${variation.name}`,
    })),
  ];
  lost.push(...lostOf(rhythm, stretches));
  return { text: scoreOf(rhythm.name, hintsOf(rhythm), layers, stretches), lost };
}

/** Stretches one after another as a score, a part for each of the layers. */
export function scoreOf(
  title: string,
  hints: readonly Node[],
  layers: readonly Layer[],
  stretches: readonly Stretch[],
): string {
  const parts = layers.map((layer, index) => ({ layer, id: `P${index + 1}`, index }));
  const score = el(
    'score-partwise',
    [
      el('work', [el('work-title', [text(title)])]),
      el('identification', [
        el('encoding', [el('software', [text('Humble Stride')])]),
        ...(hints.length > 0 ? [el('miscellaneous', hints)] : []),
      ]),
      el(
        'part-list',
        parts.map(({ layer, id }) => scorePart(layer, id)),
      ),
      ...parts.map(({ id, index }) => el('part', measuresOf(stretches, index, id), { id })),
    ],
    { version: '4.0' },
  );
  return `${HEAD}${builder.build([score])}`;
}

const HEAD = `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
`;

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  format: true,
  indentBy: ' ',
  suppressEmptyNode: true,
});

function linesOf(rhythm: Rhythm, name: string, lost: string[]): Stretch {
  const { cycle, layers } = rhythm;
  const timed = timeRhythm(rhythm);
  const all = timed.ok ? timed.timing.fullTicks / timed.timing.turnTicks : 1;
  const turns = Math.min(MOST_BARS, Math.max(1, all));
  if (turns < all) {
    lost.push(
      `${name} comes round after ${all} turns; the first ${MOST_BARS} are written, and the repeat is not where all begins again.`,
    );
  }
  return {
    cycle,
    lines: layers.map((layer) => lineOf(cycle, layer, turns)),
    turns,
    played: 'round',
  };
}

/** What this program finds again beside the notes. */
function hintsOf({ cycle, target, tags, notes }: Rhythm): readonly Node[] {
  const field = (name: string, value: string) => el('miscellaneous-field', [text(value)], { name });
  return [
    field('cycle', formatSpans(cycle)),
    field('target', String(target)),
    ...(tags.length > 0 ? [field('tags', tags.join(' '))] : []),
    ...(notes ? [field('notes', notes)] : []),
  ];
}

/** Kinds of stroke that a layer has, in it and in all its variations. */
function scorePart(layer: Layer, id: string): Node {
  const instrument = instrumentOf(layer);
  const codes = instrument?.strokes.map(({ code }) => code) ?? [
    ...new Set(layer.strokes.map(({ kind }) => kind)),
  ];
  const notes = instrument && notesOf(instrument);
  return el(
    'score-part',
    [
      el('part-name', [text(layer.name)]),
      ...codes.map((code) =>
        el('score-instrument', [el('instrument-name', [text(strokeName(layer, code))])], {
          id: `${id}-${code}`,
        }),
      ),
      ...codes.map((code) =>
        el(
          'midi-instrument',
          [
            el('midi-channel', [text('10')]),
            // Counted from 1 here.
            ...(notes?.has(code)
              ? [el('midi-unpitched', [text(String((notes.get(code) ?? 0) + 1))])]
              : []),
          ],
          { id: `${id}-${code}` },
        ),
      ),
    ],
    { id },
  );
}

function measuresOf(stretches: readonly Stretch[], part: number, id: string): readonly Node[] {
  let number = 0;
  let signature = '';
  // How loud it is in this part, as it was written last; in between is what nobody writes at the beginning.
  let loud: Said['level'] = 'mf';
  return stretches.flatMap((stretch) => {
    const { cycle, lines, turns, mark, names, tempo, played, ending = 0 } = stretch;
    const { layer, bars } = nth(lines, part);
    return Array.from({ length: turns }, (_, turn) => {
      // What holds for all stands over the first part alone; each is told how loud it plays.
      const label = turn === 0 && mark !== undefined ? mark : names?.get(turn);
      const said = stretch.said?.get(turn) ?? {};
      const isIn = stretch.sounding?.has(part) ?? false;
      const level = isIn && (said.swell || said.level !== loud) ? said.level : undefined;
      loud = isIn && said.swellEnds ? undefined : (level ?? loud);
      number += 1;
      const begins = turn === 0;
      const ends = turn === turns - 1;
      const { beats, under } = signatureOf(cycle);
      const isNew = signature !== `${beats}/${under}`;
      signature = `${beats}/${under}`;
      const isRepeated = played !== 1;
      const [first, second] = [turns - 2 * ending, turns - ending];
      const isAgain = ending > 0 ? turn === second - 1 : ends && isRepeated;
      return el(
        'measure',
        [
          ...(begins && isRepeated
            ? [barline('left', 'heavy-light', { direction: 'forward' })]
            : []),
          ...(ending > 0 && turn === first ? [barline('left', 'regular', undefined, '1')] : []),
          ...(ending > 0 && turn === second ? [barline('left', 'regular', undefined, '2')] : []),
          el('attributes', [
            el('divisions', [text(String(divisionsOf(nth(bars, turn))))]),
            ...(isNew
              ? [el('time', [el('beats', [text(beats)]), el('beat-type', [text(String(under))])])]
              : []),
            ...(number === 1 ? [el('clef', [el('sign', [text('percussion')])])] : []),
          ]),
          ...(label === undefined || part > 0 ? [] : [words([el('rehearsal', [text(label)])])]),
          ...(begins && tempo && part === 0 ? tempoMarks(cycle, tempo) : []),
          ...(part === 0 ? saidNodes(cycle, said) : []),
          ...(level ? [words([el('dynamics', [el(level, [])])], 'below')] : []),
          ...(isIn && said.swell ? [words([el('wedge', [], { type: said.swell })], 'below')] : []),
          ...(number === 1 && layer.feel
            ? [words([el('words', [text(`feel ${writeFeel(layer.feel)}`)])])]
            : []),
          ...notesOfBar(nth(bars, turn), layer, id),
          ...(isIn && said.swellEnds ? [words([el('wedge', [], { type: 'stop' })], 'below')] : []),
          ...(isAgain
            ? [
                barline(
                  'right',
                  'light-heavy',
                  {
                    direction: 'backward',
                    ...(played === 'round' || ending > 0 ? {} : { times: String(played) }),
                  },
                  ending > 0 ? '1' : undefined,
                ),
              ]
            : []),
          ...(ending > 0 && ends ? [barline('right', 'regular', undefined, '2')] : []),
        ],
        { number: String(number) },
      );
    });
  });
}

/** What is said over the first part where a turn begins. */
function saidNodes(cycle: Cycle, said: Said): readonly Node[] {
  const { words: inWords = [], onTheWay } = said;
  return [
    ...(onTheWay
      ? [
          words([el('words', [text(`at ${Math.round(onTheWay.bpm * 10) / 10}`)])], 'above', [
            tempoSound(cycle, onTheWay),
          ]),
        ]
      : []),
    ...inWords.map((one) => words([el('words', [text(one)])])),
  ];
}

/** The tempo for a program that plays: quarters a minute. */
function tempoSound(cycle: Cycle, { bpm, per }: Tempo): Node {
  const quarters = (per * 4) / pulseValue(cycle);
  return el('sound', [], { tempo: String(Math.round(bpm * quarters * 1e6) / 1e6) });
}

/** A line at a side of a bar, with which ending begins or ends there, and where it goes on. */
const barline = (
  location: 'left' | 'right',
  style: string,
  repeat?: Readonly<Record<string, string>>,
  ending?: '1' | '2',
) =>
  el(
    'barline',
    [
      el('bar-style', [text(style)]),
      ...(ending
        ? [el('ending', [], { number: ending, type: location === 'left' ? 'start' : 'stop' })]
        : []),
      ...(repeat ? [el('repeat', [], repeat)] : []),
    ],
    { location },
  );

/** Note values that a counted beat can be said in: in quarters, name and dots. */
const BEAT_UNITS: readonly (readonly [quarters: number, unit: string, dots: number])[] = [
  [4, 'whole', 0],
  [6, 'whole', 1],
  [2, 'half', 0],
  [3, 'half', 1],
  [1, 'quarter', 0],
  [1.5, 'quarter', 1],
  [0.5, 'eighth', 0],
  [0.75, 'eighth', 1],
  [0.25, '16th', 0],
  [0.375, '16th', 1],
];

function tempoMarks(
  cycle: Cycle,
  { tempo, target: wanted }: NonNullable<Stretch['tempo']>,
): readonly Node[] {
  const quarters = (tempo.per * 4) / pulseValue(cycle);
  const unit = BEAT_UNITS.find(([length]) => length === quarters);
  const mark = unit
    ? el('metronome', [
        el('beat-unit', [text(unit[1])]),
        ...Array.from({ length: unit[2] }, () => el('beat-unit-dot', [])),
        el('per-minute', [text(String(tempo.bpm))]),
      ])
    : el('words', [text(`${tempo.bpm} to ${tempo.per} pulses`)]);
  const target = wanted > tempo.bpm ? `to ${wanted}` : undefined;
  return [
    words([mark], 'above', [tempoSound(cycle, tempo)]),
    ...(target === undefined ? [] : [words([el('words', [text(target)])])]),
  ];
}
