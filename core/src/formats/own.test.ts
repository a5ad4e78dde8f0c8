import { describe, expect, it } from 'vitest';
import { notesOf } from '../instrument/index.ts';
import { TIN } from '../instrument/tin.testkit.ts';
import { readMidiFile } from '../midi/index.ts';
import { readMusicXml, writeMusicXml } from '../musicxml/index.ts';
import { bringIn, proposeBringIn } from '../notation/index.ts';
import { readRhythm } from '../text/index.ts';
import { FORMATS, OWN_FORMAT, readLink, writeLink } from './index.ts';

const { rhythm } = readRhythm(
  'rhythm Tins\ncycle 4+4\ntempo 60 per 4\nlayer Tin : biscuit tin\nplay X . Y . / X . Y Y',
  'a',
  [TIN],
);

describe('a rhythm on an instrument of one’s own', () => {
  it('goes through the written form where the instrument is known', () => {
    const { content } = OWN_FORMAT.write(rhythm);
    expect(OWN_FORMAT.read(String(content), 'a', [TIN])).toEqual({
      ok: true,
      rhythm,
      instruments: [],
    });
    expect(OWN_FORMAT.read(String(content), 'a').ok).toBe(false);
  });

  it('goes through a link with the instrument, and is played on the one that is known', () => {
    const link = writeLink({ kind: 'rhythm', rhythm }) ?? '';
    expect(readLink(link)).toMatchObject({ ok: true, linked: { rhythm, instruments: [TIN] } });
    const mine = { ...TIN, note: 'Mine.' };
    const found = readLink(link, [mine]);
    expect(found).toMatchObject({ ok: true, linked: { instruments: [] } });
    const layers = found.ok && found.linked.kind === 'rhythm' ? found.linked.rhythm.layers : [];
    expect(layers.map(({ own }) => own)).toEqual([mine]);
  });

  it('is notes with the numbers of its strokes, and proposed as the instrument it names', () => {
    const midi = FORMATS.find(({ suffix }) => suffix === 'mid')?.write(rhythm);
    if (!(midi?.content instanceof Uint8Array)) throw new Error('no file');
    expect(midi.lost.join(' ')).not.toContain('No notes for');
    const read = readMidiFile(midi.content, 'Tins');
    if (!read.ok) throw new Error(read.message);
    const { parts } = read.notation;
    expect(parts.map((part) => part.instrument)).toEqual(['biscuit tin']);
    const numbers = notesOf(TIN);
    expect(parts[0]?.sounds.map(({ note }) => note)).toEqual(
      [...new Set([numbers.get('X'), numbers.get('Y')])].sort(),
    );
    const [own] = proposeBringIn(read.notation, [TIN]);
    expect(own?.parts[0]?.instrument).toBe(TIN);
    expect(proposeBringIn(read.notation)[0]?.parts[0]?.instrument).not.toBe(TIN);
  });

  it('is a score with the names of its strokes, from which it comes back', () => {
    const { text } = writeMusicXml(rhythm);
    expect(text).toContain('<instrument-name>biscuit tin: edge</instrument-name>');
    const read = readMusicXml(new TextEncoder().encode(text), 'Tins');
    if (!read.ok) throw new Error(read.message);
    const [proposed] = proposeBringIn(read.notation, [TIN]);
    if (!proposed) throw new Error('nothing proposed');
    const [layer] = bringIn(read.notation, proposed, 'a').rhythm.layers;
    const [first] = rhythm.layers;
    expect(layer?.own).toEqual(TIN);
    expect(layer?.strokes.map(({ slot, kind }) => [slot, kind])).toEqual(
      first?.strokes.map(({ slot, kind }) => [slot, kind]),
    );
  });
});
