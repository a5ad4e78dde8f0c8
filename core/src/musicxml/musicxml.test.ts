import { readFileSync } from 'node:fs';
import { inflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { nth } from '../bounds/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { soundsIn } from '../notation/same.testkit.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { type Rhythm, type Stroke, timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { packXml, readMusicXml, writeMusicXml } from './index.ts';

const STEPS = readRhythm(
  `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3
tags street, lantern
layer Bell : hand bell
play X! . . / X . . / X .
layer Walker : congas
play 'O! _ (t) / <1> S . o- C! / O? ~M | D X X X X X / H T / B
hand R . L / R . L R / R L | R L R L R / R L / B
say dum . ka / tek . dun dun / tek ka`.replace('D X X X X X / H T / B', 'S O M O S / H T t / B _'),
  'lantern-steps',
).rhythm;

const read = (file: Uint8Array | string) => {
  const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file;
  return readMusicXml(bytes, 'a score');
};
function notation(file: Uint8Array | string) {
  const result = read(file);
  if (!result.ok) throw new Error(result.message);
  return result.notation;
}
const messageOf = (file: Uint8Array | string) => {
  const result = read(file);
  return result.ok ? 'read' : result.message;
};
const back = (file: Uint8Array | string) => {
  const given = notation(file);
  return bringIn(given, { ...nth(proposeBringIn(given), 0), grid: 'exact' }, 'back');
};
const all = ({ slot: _slot, ...stroke }: Stroke) => Object.entries(stroke).sort();

const SCHEMA = readFileSync(new URL('./structure.testkit.xsd', import.meta.url), 'utf8');
async function problemsIn(...scores: readonly string[]): Promise<readonly string[]> {
  const { errors } = await validateXML({
    xml: scores.map((xml, at) => ({
      fileName: `score-${at}.musicxml`,
      contents: xml.replace(/<!DOCTYPE[^>]*>/, ''),
    })),
    schema: [SCHEMA],
  });
  return errors.map(({ message }) => message);
}

/** A reader of its own for zips (APPNOTE 4.3): by the list at the end, each file inflated by Node. */
function unzipped(zip: Uint8Array): ReadonlyMap<string, string> {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  const end = zip.length - 22;
  expect(view.getUint32(end, true)).toBe(0x06054b50);
  let at = view.getUint32(end + 16, true);
  return new Map(
    Array.from({ length: view.getUint16(end + 10, true) }, (): [string, string] => {
      const sizes = [20, 28, 30, 32].map((field) =>
        field === 20 ? view.getUint32(at + field, true) : view.getUint16(at + field, true),
      );
      const [packed = 0, name = 0, extra = 0, comment = 0] = sizes;
      const local = view.getUint32(at + 42, true);
      const from = local + 30 + view.getUint16(local + 26, true) + view.getUint16(local + 28, true);
      const bytes = zip.subarray(from, from + packed);
      const isPlain = view.getUint16(at + 10, true) === 0;
      const called = new TextDecoder().decode(zip.subarray(at + 46, at + 46 + name));
      at += 46 + name + extra + comment;
      return [called, new TextDecoder().decode(isPlain ? bytes : inflateRawSync(bytes))];
    }),
  );
}

describe('what a score cannot hold', () => {
  it('is told, each by its name, and nothing where all is there', () => {
    const lost = (more: string) => {
      const { rhythm, problems } = readRhythm(`rhythm A\ncycle 2+2\n${more}\nplay O . / O .`);
      expect(problems).toEqual([]);
      return writeMusicXml(rhythm).lost;
    };
    expect(lost('layer Drum : congas')).toEqual([]);
    expect(lost('layer Drum : congas\ntune G2 C4')).toEqual(['Drum: what the drums are tuned to.']);
    expect(lost('eduppu 1\nlayer Drum : congas')).toEqual([
      'Where it begins after the one (eduppu).',
    ]);
    expect(lost('count running\nlayer Drum : congas')).toEqual(['How it is counted.']);
  });
});

describe('a score that is written', () => {
  it('has its elements where MusicXML 4 wants them, by a reader that is not ours', async () => {
    const samples = fc.sample(arbitraryRhythm, { numRuns: 25, seed: 7 });
    const texts = [STEPS, ...samples]
      .filter(({ layers }) => layers.length > 0)
      .map((rhythm) => writeMusicXml(rhythm).text)
      .filter(({ length }) => length < 1_000_000);
    expect(texts.length).toBeGreaterThan(15);
    expect(await problemsIn(...texts)).toEqual([]);
    // The schema does not let anything pass.
    const broken = writeMusicXml(STEPS).text.replace('<voice>1</voice>', '<tone>1</tone>');
    expect(await problemsIn(broken)).not.toEqual([]);
  });

  it('comes back with every stroke, hand, syllable, ornament and mark', () => {
    const { text, lost } = writeMusicXml(STEPS);
    expect(lost).toEqual([]);
    const { rhythm, lost: notRead } = back(text);
    expect(notRead).toEqual([]);
    expect(soundsIn(rhythm, all)).toEqual(soundsIn(STEPS, all));
    const { cycle, tempo, target, tags, name } = STEPS;
    expect(rhythm).toMatchObject({ cycle, tempo, target, tags, name });
    expect(rhythm.layers.map(({ instrument }) => instrument)).toEqual(['hand-bell', 'tall-drums']);
  });

  it('lists what turns are in the phrase and how loud they are, but not that they have names', () => {
    const [first] = STEPS.turns ?? [];
    const turn = { turn: 0, name: 'Out', ...first, mark: 'plain' as const };
    const listed = (turns: Rhythm['turns']) => writeMusicXml({ ...STEPS, turns }).lost;
    expect(listed([turn])).toEqual([]);
    const sentence = 'What turns are in the phrase, and how loud; their names are there.';
    expect(listed([turn, { ...turn, turn: 1, mark: 'call' }])).toEqual([sentence]);
    expect(listed([turn, { ...turn, turn: 1, level: 2 }])).toEqual([sentence]);
  });

  it('packed, is a zip that lists it, by a reader that is not ours', () => {
    const { text } = writeMusicXml(STEPS);
    const files = unzipped(packXml(text));
    expect([...files.keys()]).toEqual(['mimetype', 'META-INF/container.xml', 'score.musicxml']);
    expect(files.get('mimetype')).toBe('application/vnd.recordare.musicxml');
    expect(files.get('META-INF/container.xml')).toContain('full-path="score.musicxml"');
    expect(files.get('score.musicxml')).toBe(text);
  });

  it('is the same packed', () => {
    expect(notation(packXml(writeMusicXml(STEPS).text))).toEqual(
      notation(writeMusicXml(STEPS).text),
    );
  });

  it('packed by another program, is the score that its list names, or the one at the top', () => {
    const score = strToU8(writeMusicXml(STEPS).text);
    const other = strToU8('<score-partwise/>');
    const list = strToU8(
      '<container><rootfiles><rootfile full-path="in/a.xml"/><rootfile full-path="b.xml"/></rootfiles></container>',
    );
    const wanted = notation(writeMusicXml(STEPS).text);
    const named = { 'b.xml': other, 'META-INF/container.xml': list, 'in/a.xml': score };
    expect(notation(zipSync(named))).toEqual(wanted);
    for (const top of ['a.musicxml', 'A.XML']) {
      const listless = { 'META-INF/other.xml': other, 'in/b.xml': other, [top]: score };
      expect(notation(zipSync(listless))).toEqual(wanted);
    }
    expect(messageOf(zipSync({ 'in/b.xml': score, 'a.txt': score }))).toBe(
      'There is no score in this packed file.',
    );
    // What only begins like a packed file is read as text.
    for (const begun of ['P<', '<K']) expect(messageOf(begun)).not.toContain('zip');
  });

  it('has the note that its list of parts gives each instrument', () => {
    const { text } = writeMusicXml(STEPS);
    const notes = (said: string) =>
      notation(
        text.replace('<midi-unpitched>64<', `<midi-unpitched>${said}<`),
      ).parts[1]?.sounds.map(({ note }) => note);
    const usual = notes('64');
    expect(usual).toContain(63);
    const with0 = (number: number | undefined) =>
      usual?.map((note) => (note === 63 ? number : note));
    expect(notes('1')).toEqual(with0(0));
    expect(notes('128')).toEqual(with0(127));
    for (const none of ['0', '129', '', 'x']) expect(notes(none)).toEqual(with0(undefined));
  });

  it('tells the other programs how each stroke is written and heard', () => {
    const { text } = writeMusicXml(STEPS);
    expect(text).toContain('<beats>3+3+2</beats>');
    expect(text).toContain('<instrument-name>congas: open slap</instrument-name>');
    expect(text).toContain('<midi-unpitched>64</midi-unpitched>');
    expect(text).toContain('<sound tempo="108"/>');
    expect(text.match(/<grace slash="yes"\/>/g)).toHaveLength(1);
    expect(text).toContain('<repeat direction="backward"/>');
  });

  it('comes back whatever the rhythm is, or says exactly what does not', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const timed = timeRhythm(rhythm);
        if (!timed.ok || timed.timing.fullTicks / timed.timing.turnTicks > 24) return;
        const own = {
          ...rhythm,
          layers: rhythm.layers.filter(({ strokes }) => strokes.length > 0),
        };
        const { text, lost } = writeMusicXml(own);
        if (own.layers.length === 0) {
          expect(messageOf(text)).toContain('not one note');
          return;
        }
        const { rhythm: came } = back(text);
        const said = lost.join(' ');
        const kept = (stroke: Stroke) => {
          const { ornament, ...rest } = stroke;
          const isGrace = ornament === 'flam' || ornament === 'drag' || ornament === 'ruff';
          const hasGrace = said.includes('the graces of');
          return all({ ...rest, ...(ornament && !(hasGrace && isGrace) ? { ornament } : {}) });
        };
        if (said.includes('no note value')) return;
        const [there, here] = [soundsIn(own, kept), soundsIn(came, kept)];
        const again = there.length / here.length;
        expect(Number.isInteger(again)).toBe(true);
        if (again === 1) expect(here).toEqual(there);
        expect(came.cycle.groups.map(({ beats }) => beats)).toEqual(
          own.cycle.groups.map(({ beats }) => beats),
        );
        expect((came.variations ?? []).length).toBeLessThanOrEqual((own.variations ?? []).length);
      }),
      { numRuns: 80 },
    );
  });
});

/** A score as other programs write one: a list of parts, and the bars of each. */
function score(parts: Readonly<Record<string, readonly string[]>>, head = ''): string {
  const ids = Object.keys(parts);
  return `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="3.1">${head}<part-list>${ids
    .map((name, at) => `<score-part id="P${at + 1}"><part-name>${name}</part-name></score-part>`)
    .join('')}</part-list>${ids
    .map(
      (name, at) =>
        `<part id="P${at + 1}">${parts[name]
          ?.map((bar, index) =>
            bar.startsWith('<measure') ? bar : `<measure number="${index + 1}">${bar}</measure>`,
          )
          .join('')}</part>`,
    )
    .join('')}</score-partwise>`;
}
const time = (beats: string, type: number, divisions = 4) =>
  `<attributes><divisions>${divisions}</divisions><time><beats>${beats}</beats><beat-type>${type}</beat-type></time></attributes>`;
const note = (duration: number, inside = '', place = 'C5', attributes = '') =>
  `<note${attributes}><unpitched><display-step>${place[0]}</display-step><display-octave>${place[1]}</display-octave></unpitched><duration>${duration}</duration><voice>1</voice>${inside}</note>`;
const rest = (duration: number) => `<note><rest/><duration>${duration}</duration></note>`;
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
    expect(instrument).toBe('tall-drums');
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
      { numRuns: 120 },
    );
  });
});
