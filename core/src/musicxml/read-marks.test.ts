import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { notation } from './musicxml.testkit.ts';
import { note, rest, score, time } from './other-programs.testkit.ts';

describe('what stands in a score of other programs', () => {
  const bar = (inside: string) => notation(score({ Drum: [`${time('4', 4)}${inside}`] }));
  const notesIn = (inside: string) => nth(bar(inside).parts, 0).notes;
  const direction = (inside: string, more = '') =>
    `<direction><direction-type>${inside}</direction-type>${more}</direction>`;
  const words = (said: string) => direction(`<words>${said}</words>`);
  const notations = (inside: string) => `<notations>${inside}</notations>`;
  const chord = (inside = '', place = 'E5') =>
    note(4, inside, place).replace('<note>', '<note><chord/>');
  const grace = (inside = '') =>
    `<note><grace/>${inside}<unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched></note>`;

  it('is told by the words of musicians where it is not kept', () => {
    const articulated = ['staccato', 'tenuto', 'spiccato'].map((name) => `<${name}/>`).join('');
    const { lost } = bar(
      `${direction('<wedge type="crescendo"/>')}${direction('<segno/>')}${direction('<coda/>')}${direction('<pedal/>')}` +
        `<harmony/><figured-bass/>${note(4, notations(`<articulations>${articulated}</articulations><arpeggiate/><fermata/>`))}`,
    );
    expect(lost).toEqual([
      '1 × swells.',
      '1 × signs (segno).',
      '1 × codas.',
      '1 × marks “pedal”.',
      '2 × chord symbols.',
      '1 × staccato dots.',
      '1 × tenuto lines.',
      '1 × marks “spiccato”.',
      '1 × arpeggios.',
      '1 × holds (fermatas).',
    ]);
  });

  it('is not told where it is read, or is only how a note looks', () => {
    const inside =
      '<dot/><time-modification/><instrument id="X"/><notehead>x</notehead><tie type="start"/><lyric><text>ta</text></lyric>';
    const marks = notations(
      '<tied type="start"/><tuplet/><articulations><accent/><strong-accent/></articulations><ornaments><tremolo>3</tremolo></ornaments><technical><fingering>R</fingering></technical>',
    );
    const { lost } = bar(
      `${direction('<rehearsal>A</rehearsal>')}${direction('<damp/>')}${direction('<damp-all/>')}${words('')}${words('to 104.5')}` +
        `${words('feel 3:2')}${words('choke x')}${note(4, inside + marks)}${rest(4)}`,
    );
    expect(lost).toEqual([]);
  });

  it('means a hand by any of the letters for it, in either case', () => {
    const hands = ['R', 'rh', 'L', 'lh', 'B', 'rl', 'f', 'x'].map((letters) => {
      const finger = notations(`<technical><fingering>${letters}</fingering></technical>`);
      return nth(notesIn(note(4, finger)), 0).hand;
    });
    expect(hands).toEqual(['R', 'R', 'L', 'L', 'B', 'B', 'F', undefined]);
    // A finger at the note goes before a word over it.
    const finger = notations('<technical><fingering>L</fingering></technical>');
    expect(nth(notesIn(`${words('R')}${note(4, finger)}`), 0).hand).toBe('L');
    expect(nth(notesIn(`${words('R')}${note(4)}`), 0).hand).toBe('R');
  });

  it('over chords, says of each note what is meant for it', () => {
    const two = (said: string, inside = '') =>
      notesIn(`${words(said)}${note(4, inside)}${chord(inside)}`).map(
        ({ at: _at, sound: _sound, force: _force, ...rest }) => rest,
      );
    expect(two('opt. + .')).toEqual([{ optional: true }, {}]);
    expect(two('. + opt.')).toEqual([{}, { optional: true }]);
    expect(two('choke x+.')).toEqual([{ damp: true }, {}]);
    expect(two('choke .+x')).toEqual([{}, { damp: true }]);
    const roll = notations('<ornaments><tremolo>3</tremolo></ornaments>');
    expect(two('5-stroke roll + 9-stroke roll', roll)).toEqual([
      { ornament: 'roll5' },
      { ornament: 'roll9' },
    ]);
    expect(two('. + 7-stroke roll', roll)).toEqual([{ ornament: 'roll' }, { ornament: 'roll7' }]);
    const unmeasured = notations('<ornaments><tremolo type="unmeasured">0</tremolo></ornaments>');
    expect(two('', unmeasured)).toEqual([{ ornament: 'crush' }, { ornament: 'crush' }]);
  });

  it('is a flam, a drag or a ruff by how many graces come before, at the first note of a chord', () => {
    const ornaments = (graces: string) =>
      notesIn(`${graces}${note(4)}${chord()}${note(4)}`).map(({ ornament }) => ornament);
    const none = [undefined, undefined];
    expect(ornaments('')).toEqual([undefined, ...none]);
    expect(ornaments(grace())).toEqual(['flam', ...none]);
    expect(ornaments(grace() + grace('<chord/>'))).toEqual(['flam', ...none]);
    expect(ornaments(grace() + grace())).toEqual(['drag', ...none]);
    expect(ornaments(grace() + grace() + grace())).toEqual(['ruff', ...none]);
    expect(ornaments(grace() + grace() + grace() + grace())).toEqual(['ruff', ...none]);
  });

  it('is as strong as its accent, its brackets or its percentage says', () => {
    const force = (inside: string, attributes = '') =>
      nth(notesIn(note(4, inside, 'C5', attributes)), 0).force;
    const said = (percent: string) => force('', ` dynamics="${percent}"`);
    expect(force('')).toBe(3);
    expect(force(notations('<articulations><accent/></articulations>'))).toBe(4);
    expect(force(notations('<articulations><strong-accent/></articulations>'))).toBe(4);
    expect(force('<notehead parentheses="yes">normal</notehead>')).toBe(1);
    expect(force('<notehead parentheses="no">normal</notehead>')).toBe(3);
    expect(['0', '20', '60', '90', '200', 'loud'].map(said)).toMatchInlineSnapshot(`
      [
        1,
        1,
        2,
        3,
        4,
        3,
      ]
    `);
  });

  it('has its tempo from a mark, from what is played, or from both', () => {
    const metronome = (unit: string, bpm: string) =>
      direction(
        `<metronome><beat-unit>${unit}</beat-unit><per-minute>${bpm}</per-minute></metronome>`,
      );
    const tempos = (inside: string) =>
      bar(`${inside}${note(4)}`).tempos.map(({ quarters: fast, beat }) => [
        fast,
        beat && beat.num / beat.den,
      ]);
    expect(tempos(metronome('whole', '30'))).toEqual([[120, 4]]);
    expect(tempos(metronome('quarter', '90'))).toEqual([[90, 1]]);
    expect(tempos(metronome('16th', '400'))).toEqual([[100, 0.25]]);
    // Where none can be read it is the usual one.
    expect(tempos(metronome('32nd', '400') + metronome('quarter', '0'))).toEqual([[120, 1]]);
    expect(tempos('<sound tempo="77"/>')).toEqual([[77, undefined]]);
    expect(tempos('<sound tempo="0"/><sound tempo="100001"/><sound/>')).toEqual([[120, 1]]);
    expect(tempos('<sound tempo="100000"/>')).toEqual([[100_000, undefined]]);
    // What is played goes before what is written, which says what is counted.
    const both = metronome('half', '60').replace(
      '</direction>',
      '<sound tempo="118"/></direction>',
    );
    expect(tempos(both)).toEqual([[118, 2]]);
    expect(tempos(`${metronome('half', '60')}${note(4)}<sound tempo="90"/>`)).toEqual([
      [120, 2],
      [90, undefined],
    ]);
  });

  it('stands where the notes before it end, never before the bar, and in parts of a division too', () => {
    const places = (inside: string) => notesIn(inside).map(({ at }) => at.num / at.den);
    const backup = (length: number) => `<backup><duration>${length}</duration></backup>`;
    expect(places(`${note(4)}${backup(40)}${note(2)}${note(2)}`)).toEqual([0, 0, 0.5]);
    expect(places(`${note(4)}${backup(2)}${note(4)}`)).toEqual([0, 0.5]);
    expect(places(`${note(0.5)}${note(1.5)}${note(4)}`)).toEqual([0, 0.125, 0.5]);
    expect(places(`${note(2e9)}${note(-4)}${note(4)}${note(4)}`)).toEqual([0, 0, 0, 1]);
    const unseen = note(4, '', 'C5', ' print-object="no"');
    expect(places(`${unseen}${note(4)}`)).toEqual([1]);
  });

  it('is a sound by its place, its sign and its head, or by what the list of instruments says', () => {
    const pitched = (step: string, alter: number) =>
      `<note><pitch><step>${step}</step><alter>${alter}</alter><octave>3</octave></pitch><duration>4</duration></note>`;
    const sounds = (inside: string) =>
      nth(bar(inside).parts, 0).sounds.map(({ name, height, head }) => [name, height, head]);
    expect(sounds(`${pitched('F', 1)}${pitched('E', -1)}${pitched('E', 0)}`)).toEqual([
      ['E♭3', 22.5, undefined],
      ['E3', 23, undefined],
      ['F♯3', 24.5, undefined],
    ]);
    expect(sounds('<note><unpitched/><duration>4</duration></note>')).toEqual([
      ['B4', 34, undefined],
    ]);
    expect(sounds(note(4, '<notehead>Slash</notehead>'))).toEqual([['slash on C5', 35, 'slash']]);
  });

  it('is named by its part, its first instrument or its number; instruments of one name are one', () => {
    const listed = (name: string, ...instruments: readonly string[]) => {
      const list = instruments
        .map(
          (one, at) =>
            `<score-instrument id="I${at}"><instrument-name>${one}</instrument-name></score-instrument>`,
        )
        .join('');
      const numbers = instruments
        .map(
          (_, at) =>
            `<midi-instrument id="I${at}"><midi-unpitched>${[0, 1, 128, 129][at]}</midi-unpitched></midi-instrument>`,
        )
        .join('');
      const played = instruments
        .map((_, at) => note(4, `<instrument id="I${at}"/>`, `${'CDEF'[at]}5`))
        .join('');
      return nth(
        notation(
          `<score-partwise><part-list><score-part id="P1"><part-name>${name}</part-name>${list}${numbers}</score-part></part-list><part id="P1"><measure number="1">${time('4', 4)}${played || note(4)}</measure></part></score-partwise>`,
        ).parts,
        0,
      );
    };
    expect(listed('Drums').name).toBe('Drums');
    expect(listed('', 'bongos').name).toBe('bongos');
    expect(listed('').name).toBe('P1');
    expect(listed('A', 'congas: open', 'congas: slap').instrument).toBe('congas');
    expect(listed('A', 'congas: open', 'bongos: slap').instrument).toBeUndefined();
    expect(listed('A', 'open', 'slap').instrument).toBeUndefined();
    expect(listed('A', 'congas: open').instrument).toBeUndefined();
    const { sounds } = listed('A', 'low', 'open', 'slap', 'rim');
    expect(sounds.map(({ name, note: number }) => [name, number])).toEqual([
      ['low', undefined],
      ['open', 0],
      ['slap', 127],
      ['rim', undefined],
    ]);
  });

  it('is read of the first 64 parts, which is told; names over bars are those of any part', () => {
    const parts = (count: number) =>
      notation(
        score(
          Object.fromEntries(
            Array.from({ length: count }, (_, at) => [
              `Bell ${at + 1}`,
              [
                `${time('1', 4)}${at === 1 ? direction('<rehearsal>Bridge</rehearsal>') : ''}${note(4)}`,
              ],
            ]),
          ),
        ),
      );
    const many = parts(65);
    expect([many.parts.length, many.lost]).toEqual([64, ['Parts beyond the first 64.']]);
    const all = parts(64);
    expect([all.parts.length, all.lost]).toEqual([64, []]);
    expect(all.bars.map(({ label }) => label)).toEqual(['Bridge']);
    expect(parts(1).bars.map(({ label }) => label)).toEqual([undefined]);
  });

  it('goes over the barline by its tie, in its own sound, and begins anew where nothing was tied', () => {
    const tie = (type: string) => `<tie type="${type}"/>`;
    const tied = (...bars: readonly string[]) =>
      nth(notation(score({ Drum: [time('2', 4) + bars[0], ...bars.slice(1)] })).parts, 0).notes.map(
        ({ at, rings }) => [at.num / at.den, rings && rings.num / rings.den],
      );
    const from = `${note(4)}${note(4, tie('start'))}`;
    expect(tied(from, `${note(4, tie('stop'))}${note(4, tie('stop'), 'A4')}`)).toEqual([
      [0, undefined],
      [1, 2],
      [3, undefined],
    ]);
    // Over a whole bar, and no further than it is tied.
    const through = note(8, `${tie('stop')}${tie('start')}`);
    expect(tied(from, through, `${note(4, tie('stop'))}${note(4, tie('stop'))}`)).toEqual([
      [0, undefined],
      [1, 4],
      [5, undefined],
    ]);
    const ringing = nth(notesIn(note(4, notations('<tied type="let-ring"/>'))), 0);
    expect(ringing.rings).toEqual({ num: 1, den: 1 });
  });

  it('is sung in the words of its first verse, joined where they are in pieces', () => {
    const sung = (inside: string) => nth(notesIn(note(4, inside)), 0).say;
    expect(sung('<lyric><text>ta</text><elision> </elision><text>ka</text></lyric>')).toBe('taka');
    expect(sung('<lyric><text></text></lyric>')).toBeUndefined();
    expect(sung('')).toBeUndefined();
  });

  it('keeps a feel that is written over the part', () => {
    const feel = (said: string) => nth(bar(`${words(said)}${note(4)}`).parts, 0).feel;
    expect(feel('feel 62 in 2')).toBe('62 in 2');
    expect(feel('no feel ')).toBeUndefined();
  });
});
