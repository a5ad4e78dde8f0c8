import { readFileSync } from 'node:fs';
import { inflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { soundsIn } from '../notation/same.testkit.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { type Rhythm, type Stroke, timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { packXml, writeMusicXml } from './index.ts';
import { back, messageOf, notation, STEPS } from './musicxml.testkit.ts';

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

/** The layers in which something rings on; for how long a score says only as far as notes are drawn. */
const ringing = ({ layers }: Rhythm) =>
  layers.filter(({ rings = [] }) => rings.length > 0).map(({ name }) => name);

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
    // A layer that is no whole turns long is cut anew, and what rang on in it does so no more.
    const free = readRhythm(
      'rhythm A\ncycle 2+2\nlayer Drum : congas\nplay O _ / . . / O .\nloop own',
    );
    expect(free.problems).toEqual([]);
    expect(writeMusicXml(free.rhythm).lost).toEqual([
      'Drum: written out in whole turns, since in a score no part has bars of its own.',
      'Drum: 1 slot of ringing on that is not written.',
    ]);
    // Layers of 3, 5, 7 and 11 turns come round together after 1,155.
    const turning = [3, 5, 7, 11]
      .map((beats) => `layer L${beats} : claves\nplay X${' / .'.repeat(beats - 1)}\nloop own`)
      .join('\n');
    const long = readRhythm(`rhythm A\ncycle 1\n${turning}`);
    expect(long.problems).toEqual([]);
    const written = writeMusicXml(long.rhythm);
    expect(written.lost).toEqual([
      'A comes round after 1155 turns; the first 256 are written, and the repeat is not where all begins again.',
    ]);
    expect(written.text.match(/<measure /g)).toHaveLength(4 * 256);
    expect(lost('count running\nlayer Drum : congas')).toEqual(['How it is counted.']);
    const counted = readRhythm(
      'rhythm A\ncycle 2+2\nlayer Drum : congas\nplay O . / O .\nsay plain',
    );
    expect(counted.problems).toEqual([]);
    expect(writeMusicXml(counted.rhythm).lost).toEqual(['Drum: what is counted under the line.']);
  });
});

describe('a score that is written', () => {
  it('has its elements where MusicXML 4 wants them, by a reader that is not ours', async () => {
    const samples = fc.sample(arbitraryRhythm, { numRuns: 12, seed: 7 });
    const texts = [STEPS, ...samples]
      .filter(({ layers }) => layers.length > 0)
      .map((rhythm) => writeMusicXml(rhythm).text)
      .filter(({ length }) => length < 1_000_000);
    expect(texts.length).toBeGreaterThan(9);
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

  it('comes back with what rings over the bar', () => {
    const { rhythm, problems } = readRhythm(
      'rhythm A\ncycle 2+2\nlayer Drum : congas\nplay O . / . O | _ _ / O .',
    );
    expect(problems).toEqual([]);
    const { text, lost } = writeMusicXml(rhythm);
    expect(lost).toEqual([]);
    expect(rhythm.layers[0]?.rings).toEqual([4, 5]);
    expect(back(text).rhythm.layers[0]).toMatchObject({
      rings: [4, 5],
      strokes: [{ slot: 0 }, { slot: 3 }, { slot: 6 }],
    });
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
        if (!said.includes('ringing on')) expect(ringing(came)).toEqual(ringing(own));
        expect(came.cycle.groups.map(({ beats }) => beats)).toEqual(
          own.cycle.groups.map(({ beats }) => beats),
        );
        expect((came.variations ?? []).length).toBeLessThanOrEqual((own.variations ?? []).length);
      }),
      { numRuns: 40 },
    );
  });
});
