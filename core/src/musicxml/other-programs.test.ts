import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { soundsIn } from '../notation/same.testkit.ts';
import type { Rhythm } from '../rhythm/index.ts';
import { writeMusicXml } from './index.ts';
import { back, messageOf, notation, read, STEPS } from './musicxml.testkit.ts';
import { note, rest, score, time } from './other-programs.testkit.ts';

const quarters = (rhythm: Rhythm) => soundsIn(rhythm).map((one) => Number(one.split(' ')[0]));

describe('a score of other programs', () => {
  it('with heads that tell strokes apart: what they most likely are is proposed', () => {
    const given = notation(
      score({
        Congas: [
          `${time('4', 4)}${note(4)}${note(4, '<notehead>x</notehead>')}${note(4, '', 'A4')}${note(4, '<notehead parentheses="yes">x</notehead>')}`,
        ],
      }),
    );
    const { instrument, strokes } = nth(nth(proposeBringIn(given), 0).parts, 0);
    expect(instrument.id).toBe('tall-drums');
    const names = given.parts[0]?.sounds.map(({ key, name }) => [name, strokes[key]]);
    expect(names).toEqual([
      ['A4', 'B'],
      ['C5', 'O'],
      ['x on C5', 'C'],
    ]);
    expect(given.parts[0]?.notes.map(({ force }) => force)).toEqual([3, 3, 3, 1]);
  });

  it('with pitches, several voices and chords: one part, high and low told by height', () => {
    const pitched = (step: string, duration: number, chord = '') =>
      `<note>${chord}<pitch><step>${step}</step><octave>3</octave></pitch><duration>${duration}</duration></note>`;
    const given = notation(
      score({
        Drum: [
          `${time('2', 4)}${pitched('C', 4)}${pitched('G', 4, '<chord/>')}${pitched('C', 4)}<backup><duration>8</duration></backup>${rest(2)}${pitched('G', 2)}<forward><duration>4</duration></forward>`,
        ],
      }),
    );
    const { rhythm } = bringIn(given, nth(proposeBringIn(given), 0), 'x');
    expect(quarters(rhythm)).toEqual([0, 0, 0.5, 1]);
  });

  it('with hands sung under it: they are hands, unless other words are sung there too', () => {
    const sung = (...words: readonly string[]) =>
      notation(
        score({
          Drum: [
            `${time('2', 4)}${words.map((one) => note(2, `<lyric><text>${one}</text></lyric>`)).join('')}${note(2)}`,
          ],
        }),
      ).parts[0]?.notes.map(({ hand, say }) => hand ?? say);
    expect(sung('R', 'l', 'R')).toEqual(['R', 'L', 'R', undefined]);
    expect(sung('R', 'ta', 'L')).toEqual(['R', 'ta', 'L', undefined]);
    expect(sung('Rl', 'L')).toEqual(['Rl', 'L', undefined]);
    expect(sung('al', 'R')).toEqual(['al', 'R', undefined]);
    expect(sung()).toEqual([undefined]);
  });

  it('with blanks in its signature, and ties that are only drawn', () => {
    const tied = (type: string) => `<notations><tied type="${type}"/></notations>`;
    const given = notation(
      score({
        Bell: [`${time(' 3 + 2 ', 8, 2)}${note(3, tied('start'))}${note(2, tied('stop'))}`],
      }),
    );
    expect(proposeBringIn(given).map(({ stretch }) => stretch.cycle.name)).toEqual(['3+2']);
    expect(given.parts[0]?.notes).toHaveLength(1);
  });

  it('with a pickup: it stands at the end of the first turn', () => {
    const pickup = `<measure number="0" implicit="yes">${time('3', 4)}${note(4)}</measure>`;
    const { rhythm } = back(score({ Bell: [pickup, note(12), note(12)] }));
    expect(quarters(rhythm)).toEqual([2, 3, 6]);
  });

  it('with a bar that is cut in two: its parts are as long as their notes; one that was not filled is whole', () => {
    const lengths = (second: string) =>
      notation(
        score({ Bell: [`${time('3', 4)}${note(12)}`, second, `${note(8)}`, note(12)] }),
      ).bars.map(({ length }) => length.num / length.den);
    expect(lengths(`<measure number="2" implicit="yes">${note(4)}</measure>`)).toEqual([
      3, 1, 3, 3,
    ]);
    expect(lengths(`<measure number="0">${note(4)}</measure>`)).toEqual([3, 1, 3, 3]);
    expect(lengths(`<measure number="2" implicit="no">${note(4)}</measure>`)).toEqual([3, 3, 3, 3]);
    expect(lengths(`<measure number="2">${note(16)}</measure>`)).toEqual([3, 4, 3, 3]);
  });

  it('with its tempo as a mark alone: the beat that is counted, dots and all', () => {
    const marked = (unit: string, bpm: string) =>
      notation(
        score({
          Bell: [
            `${time('6', 8)}<direction><direction-type><metronome><beat-unit>${unit}</beat-unit><per-minute>${bpm}</per-minute></metronome></direction-type></direction>${note(12)}`,
          ],
        }),
      ).tempos.map(({ quarters: fast, beat }) => [fast, beat && beat.num / beat.den]);
    expect(marked('eighth', '180')).toEqual([[90, 0.5]]);
    expect(marked('quarter</beat-unit><beat-unit-dot/><beat-unit>', 'c. 60')).toEqual([[90, 1.5]]);
    expect(marked('half', '50.5')).toEqual([[101, 2]]);
  });

  it('with signatures that change: a rhythm for each stretch, or one where they take turns', () => {
    const bar = (beats: string, length: number) => `${time(beats, 8, 2)}${note(length)}`;
    const given = notation(score({ Bell: [bar('7', 7), note(7), bar('3+2', 5)] }));
    expect(proposeBringIn(given).map(({ stretch, name }) => [stretch.cycle.name, name])).toEqual([
      ['2+2+3', 'a score, bars 1 to 2'],
      ['3+2', 'a score, bar 3'],
    ]);
    const turns = notation(score({ Bell: [bar('7', 7), bar('5', 5), bar('7', 7), bar('5', 5)] }));
    expect(proposeBringIn(turns).map(({ stretch }) => stretch.cycle.name)).toEqual(['2+2+3, 2+3']);
  });

  it('with tuplets over several beats: five in four, and a triplet beside plain beats', () => {
    const five = Array.from({ length: 5 }, () => note(12)).join('');
    const three = Array.from({ length: 3 }, () => note(5)).join('');
    const { rhythm } = back(score({ Bell: [`${time('4', 4, 15)}${five}`, `${three}${rest(45)}`] }));
    const cells = rhythm.layers[0]?.cells.map(({ beats, slots }) => `${slots} in ${beats.num}`);
    expect(cells).toEqual(['5 in 4', '3 in 1', '4 in 1', '4 in 1', '4 in 1']);
  });

  it('with repeats and endings: played out; one repeat of everything is what comes round anyway', () => {
    const line = (inside: string, at = 'right') => `<barline location="${at}">${inside}</barline>`;
    const back2 = '<repeat direction="backward"/>';
    const ending = (number: string, type: string) => `<ending number="${number}" type="${type}"/>`;
    const bars = [
      `${time('1', 4)}${note(4, '', 'A4')}`,
      `${line(ending('1', 'start'), 'left')}${note(4, '', 'C5')}${line(ending('1', 'stop') + back2)}`,
      `${line(ending('2', 'start'), 'left')}${note(4, '', 'E5')}${line(ending('2', 'stop'))}`,
      note(4, '', 'G5'),
    ];
    const sounds = notation(score({ Drum: bars })).parts[0]?.notes.map(({ sound }) => sound);
    expect(sounds).toEqual(['A4 normal', 'C5 normal', 'A4 normal', 'E5 normal', 'G5 normal']);
    // An ending of two bars, one that is left open, and a repeat that begins after it.
    const more = [
      `${time('1', 4)}${note(4, '', 'A4')}`,
      `${line(ending('1', 'start'), 'left')}${note(4, '', 'C5')}`,
      `${note(4, '', 'D5')}${line(ending('1', 'stop') + back2)}`,
      `${line(ending('2', 'start'), 'left')}${note(4, '', 'E5')}${line(ending('2', 'discontinue'))}`,
      `${note(4, '', 'G5')}${line(back2)}`,
    ];
    const heard = notation(score({ Drum: more })).parts[0]?.notes.map(({ sound }) => sound[0]);
    expect(heard?.slice(0, 20).join(' ')).toBe('A C D A E G G');
    const loop = notation(
      score({ Drum: [`${time('1', 4)}${note(4)}`, `${note(4)}${line(back2)}`] }),
    );
    expect(loop.bars).toHaveLength(2);
  });

  it('with ties, graces, rolls, chokes, stickings and words', () => {
    const { rhythm } = back(
      score({
        Congas: [
          `${time('4', 4)}${note(4, '<tie type="start"/>')}${note(4, '<tie type="stop"/>')}` +
            `<note><grace slash="yes"/><unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched></note>` +
            `${note(4, '<notations><technical><fingering>L</fingering></technical></notations><lyric><syllabic>begin</syllabic><text>ta</text></lyric>')}` +
            `${note(4, '<notations><ornaments><tremolo type="single">3</tremolo></ornaments><articulations><accent/></articulations></notations>')}` +
            `<direction><direction-type><damp/></direction-type></direction>`,
        ],
      }),
    );
    expect(rhythm.layers[0]?.strokes.map(({ slot: _, kind: _kind, ...rest }) => rest)).toEqual([
      { force: 3 },
      { force: 3, ornament: 'flam', hand: 'L', say: 'ta' },
      { force: 4, ornament: 'roll', damp: true },
    ]);
    // Held over the second beat, which nothing divides: it rings on there.
    expect(rhythm.layers[0]?.rings).toEqual([1]);
  });

  it('with ties in chords: each goes on in its own sound, as long as it is tied', () => {
    const tie = (...types: readonly string[]) =>
      types.map((type) => `<tie type="${type}"/>`).join('');
    const chord = (duration: number, inside: string, place: string) =>
      note(duration, inside, place).replace('<note>', '<note><chord/>');
    const given = notation(
      score({
        Congas: [
          `${time('4', 4)}${note(4, tie('start'))}${chord(4, '', 'A4')}` +
            `${note(4, tie('stop', 'start'))}${chord(4, '', 'A4')}` +
            `${note(4, tie('stop'))}${note(4, '', 'A4')}`,
        ],
      }),
    );
    const all = given.parts[0]?.notes.map(({ at, sound, rings }) =>
      [at.num / at.den, sound.slice(0, 2), rings && rings.num / rings.den].filter(
        (one) => one !== undefined,
      ),
    );
    expect(all).toEqual([
      [0, 'C5', 3],
      [0, 'A4'],
      [1, 'A4'],
      [3, 'A4'],
    ]);
  });

  it('keeps its divisions where others that cannot be are given, and tells words that it does not keep', () => {
    const words = (said: string) =>
      `<direction><direction-type><words>${said}</words></direction-type></direction>`;
    const bars = [0, -4, 1e6].map(
      (divisions) =>
        `<attributes><divisions>${divisions}</divisions></attributes>${note(4)}${note(4)}`,
    );
    const { parts, lost } = notation(
      score({
        Drum: [
          `${time('2', 4)}${words('con fuoco')}${words('to 96')}${note(4)}${note(4)}`,
          ...bars,
        ],
      }),
    );
    expect(parts[0]?.notes.map(({ at }) => at.num / at.den)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(lost).toEqual(['1 × words over the notes.']);
  });

  it('without a signature is in four quarters, which is told, as are cues and marks that are not kept', () => {
    const free = '<attributes><divisions>4</divisions><time><senza-misura/></time></attributes>';
    const cue =
      '<note><cue/><unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched><duration>4</duration></note>';
    const marks =
      '<notations><technical><snap-pizzicato/><fingering>L</fingering></technical><fermata/></notations><lyric><text>ta</text></lyric><lyric number="2"><text>ka</text></lyric>';
    const words = (said: string) =>
      `<direction><direction-type><words>${said}</words></direction-type></direction>`;
    const { parts, bars, lost } = notation(
      score({ Drum: [`${free}${note(4, marks)}${cue}${words(' R + L ')}${note(4)}${note(4)}`] }),
    );
    expect(bars.map(({ meter }) => meter)).toEqual([{ beats: [1, 1, 1, 1], under: 4 }]);
    expect(parts[0]?.notes.map(({ at, hand, say }) => [at.num / at.den, hand, say])).toEqual([
      [0, 'L', 'ta'],
      // The cue takes the second quarter.
      [2, 'R', undefined],
      [3, undefined, undefined],
    ]);
    expect(lost).toMatchInlineSnapshot(`
      [
        "1 × bars without a signature, taken as four quarters.",
        "1 × marks “snap-pizzicato”.",
        "1 × holds (fermatas).",
        "1 × words of a second verse.",
        "1 × cue notes.",
      ]
    `);
  });

  it('with words over a slot means the notes of that slot, as many as they are', () => {
    const words = (said: string) =>
      `<direction><direction-type><words>${said}</words></direction-type></direction>`;
    const chord = (place: string) => note(4, '', place).replace('<note>', '<note><chord/>');
    const hands = (inside: string) =>
      notation(score({ Drum: [`${time('3', 4)}${inside}`] }))
        .parts[0]?.notes.map(({ hand = '–' }) => hand)
        .join('');
    expect(hands(`${words('R + L')}${note(4)}${chord('E5')}${note(4)}${note(4)}`)).toBe('RL––');
    // Two hands over one stroke, or one over two: what is not there has none, and the next has its own.
    expect(hands(`${words('R+L')}${note(4)}${note(4)}${words('L')}${note(4)}`)).toBe('R–L');
    expect(hands(`${words('R')}${note(4)}${chord('E5')}${note(4)}${note(4)}`)).toBe('R–––');
    // Over a rest they wait for the next stroke.
    expect(hands(`${words('L')}${rest(4)}${note(4)}${note(4)}`)).toBe('L–');
  });

  it('is named by its work, else by its movement, else by its file', () => {
    const named = (head: string) =>
      notation(score({ Drum: [`${time('1', 4)}${note(4)}`] }, head)).name;
    const movement = '<movement-title>Slow part</movement-title>';
    expect(named(`<work><work-title>Street call</work-title></work>${movement}`)).toBe(
      'Street call',
    );
    expect(named(movement)).toBe('Slow part');
    expect(named('')).toBe('a score');
  });

  it('by bars and not by parts, in UTF-16, with a tempo in half notes', () => {
    const xml = `<?xml version="1.0" encoding="UTF-16"?><score-timewise><part-list><score-part id="A"><part-name>Bell é</part-name></score-part></part-list><measure number="1"><part id="A">${time('2', 2)}<direction><direction-type><metronome><beat-unit>half</beat-unit><per-minute>60</per-minute></metronome></direction-type></direction>${note(8)}${note(8)}</part></measure></score-timewise>`;
    const wide = (mark: readonly number[], low: number) => {
      const bytes = new Uint8Array(2 + xml.length * 2);
      bytes.set(mark);
      [...xml].forEach((letter, at) => {
        bytes[2 + at * 2 + low] = letter.charCodeAt(0) & 255;
        bytes[3 + at * 2 - low] = letter.charCodeAt(0) >> 8;
      });
      return bytes;
    };
    const given = notation(wide([0xff, 0xfe], 0));
    expect(notation(wide([0xfe, 0xff], 1))).toEqual(given);
    expect(given.parts[0]?.name).toBe('Bell é');
    const { rhythm } = bringIn(given, nth(proposeBringIn(given), 0), 'x');
    // Nothing is written between the halves, so that they are the pulses.
    expect(rhythm).toMatchObject({ cycle: { name: '1+1' }, tempo: { bpm: 60, per: 1 } });
    expect(rhythm.layers[0]?.strokes.map(({ slot }) => slot)).toEqual([0, 1]);
  });

  it('tells what it does not keep, and how often', () => {
    const given = notation(
      score({
        Bell: [
          `${time('2', 4)}<direction><direction-type><dynamics><f/></dynamics></direction-type></direction>${note(4, '<notations><slur type="start"/></notations>')}${note(4, '<notations><slur type="stop"/><articulations><staccato/></articulations></notations>')}`,
        ],
      }),
    );
    expect(given.lost).toEqual(['1 × dynamic marks.', '2 × slurs.', '1 × staccato dots.']);
    // How a note looks says nothing of how it is played, and is not told; what this program does not know is.
    const looks = ['beam', 'staff', 'notehead-text', 'footnote', 'level', 'accidental', 'listen']
      .map((name) => `<${name}/>`)
      .join('');
    const odd = notation(
      score({ Bell: [`${time('1', 4)}${note(4, `${looks}<play/><wobble/>`)}`] }),
    );
    expect(odd.lost).toEqual(['1 × elements “wobble”.']);
  });

  it('that is none, cut off, empty or dangerous is refused with a sentence', () => {
    expect(messageOf('')).toBe('The file is empty.');
    expect(messageOf('<html></html>')).toContain('not a score in MusicXML');
    expect(messageOf('just words')).toContain('not');
    expect(messageOf(score({ Bell: [note(4)] }).slice(0, -60))).toMatch(
      /cut off|not one note|read/,
    );
    expect(
      messageOf(
        '<!DOCTYPE a [<!ENTITY b "bb"><!ENTITY c "&b;&b;">]><score-partwise>&c;</score-partwise>',
      ),
    ).toContain('words of its own');
    expect(messageOf(score({ Bell: [rest(4)] }))).toContain('not one note');
    expect(messageOf(Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]))).toContain('zip');
  });

  it('never throws, whatever is cut out of it or put into it', () => {
    const { text } = writeMusicXml(STEPS);
    fc.assert(
      fc.property(
        fc.nat(text.length),
        fc.nat(200),
        fc.string({ maxLength: 12 }),
        (at, length, put) => {
          const result = read(text.slice(0, at) + put + text.slice(at + length));
          if (!result.ok) return;
          for (const choice of proposeBringIn(result.notation))
            bringIn(result.notation, choice, 'x');
        },
      ),
      { numRuns: 60 },
    );
  });
});
