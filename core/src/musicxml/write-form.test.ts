import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { nth } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import { arbitraryForm, formFrom, RHYTHMS, WALK } from '../form/fixture.testkit.ts';
import { layOut, strokesInTurn } from '../form/index.ts';
import { pulseValue } from '../staff/index.ts';
import { add, formatRational, multiply, rational } from '../time/index.ts';
import { turnsByPlan, USUAL_PLAN } from '../variation/index.ts';
import { foldTurns, readMusicXml, writeFormXml, writtenTurns } from './index.ts';

import { FORM, laidOut, SCHEMA } from './laid-out.testkit.ts';

describe('turns that come again', () => {
  it('stand there once, the row that saves most', () => {
    const folded = (keys: string) =>
      foldTurns([...keys])
        .map(({ from, length, times }) => `${keys.slice(from, from + length)}x${times}`)
        .join(' ');
    expect(folded('aaaa')).toBe('ax4');
    expect(folded('ababc')).toBe('abx2 cx1');
    expect(folded('abcd')).toBe('abcdx1');
    expect(folded('xaaabaaab')).toBe('xx1 aaabx2');
    expect(folded('abcabd')).toBe('abcx2');
    expect(foldTurns([...'abcabd'])).toEqual([{ from: 0, length: 3, times: 2, ending: 1 }]);
    expect(writtenTurns(nth(foldTurns([...'abcabd']), 0))).toEqual([0, 1, 2, 5]);
    expect(folded('')).toBe('');
    expect(folded('abcdefghij')).toBe('abcdefghx1 ijx1');
  });

  it('are all there, in order', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 60 }), (keys) => {
        const again = foldTurns(keys).flatMap((row) => {
          const written = writtenTurns(row).map((turn) => nth(keys, turn));
          const { length, times, ending = 0 } = row;
          const once = written.slice(0, length);
          const last = [...written.slice(0, length - ending), ...written.slice(length)];
          return ending > 0 ? [...once, ...last] : Array.from({ length: times }, () => once).flat();
        });
        expect(again).toEqual(keys);
      }),
    );
  });
});

describe('a form as a score', () => {
  it('has mixed lines as they will sound, and loses nothing of them', () => {
    const mixed = formFrom(`form Mixed
tempo 72 per 3
player Drum

section A
cycle 3+3+2
turns 40
level plain
part Drum
play Walk : Drum : mixed 3

then A`);
    const { text, lost } = writeFormXml(laidOut(mixed));
    expect(lost).toEqual([]);
    const drawn = turnsByPlan(WALK, { ...USUAL_PLAN, way: 'mixed', seed: 3 }, 40);
    const corners = drawn.filter(({ variation }) => variation?.name === 'Corner').length;
    expect(corners).toBeGreaterThan(2);
    const back = readMusicXml(new TextEncoder().encode(text), 'Mixed');
    if (!back.ok) throw new Error(back.message);
    // Home has four strokes and six by turns; the variation has seven, and stands for a turn of six.
    expect(back.notation.parts[0]?.notes).toHaveLength(40 * 5 + corners);
  });

  it('has a part for each player, sections with their marks, and turns that come again once', async () => {
    const { text, lost } = writeFormXml(laidOut(FORM));
    const { errors } = await validateXML({
      xml: [{ fileName: 'form.musicxml', contents: text.replace(/<!DOCTYPE[^>]*>/, '') }],
      schema: [SCHEMA],
    });
    expect(errors.map(({ message }) => message)).toEqual([]);
    expect(text.match(/<score-part /g)).toHaveLength(2);
    for (const name of ['Gather', 'Walk on', 'Quay'])
      expect(text).toContain(`>${name}</rehearsal>`);
    // The bell has two turns that go round eight times.
    expect(text).toMatch(/<repeat direction="backward" times="8"/);
    expect(text).toContain('<beats>7</beats>');
    expect(text.match(/<beats>/g)).toHaveLength(4);
    expect(text).toContain('4 turns until the sign, 8 at most');
    expect(lost.join('\n')).toContain('Walk on: it is as long as it usually lasts');
  });

  it('read back and played out has every stroke at its place', () => {
    const laid = laidOut(FORM);
    const read = readMusicXml(new TextEncoder().encode(writeFormXml(laid).text), 'a form');
    if (!read.ok) throw new Error(read.message);
    const [bell, drum] = read.notation.parts;
    const placesOf = (player: string) => {
      let start = rational(0);
      return laid.spans.flatMap((span) =>
        Array.from({ length: span.turns }, (_, turn) => {
          const here = start;
          // Eighths are pulses in both cycles.
          start = add(start, rational(turnPulses(span.section.cycle), 2));
          return strokesInTurn(laid, { span, turn }, player).map(({ at }) =>
            formatRational(add(here, multiply(at, rational(1, 2)))),
          );
        }).flat(),
      );
    };
    expect(bell?.notes.map(({ at }) => formatRational(at))).toEqual(placesOf('player-1'));
    expect(drum?.notes.map(({ at }) => formatRational(at))).toEqual(placesOf('player-2'));
  });

  it('whatever the form is, read back has every stroke at its place, or says what has not', () => {
    let compared = 0;
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        const laid = laidOut(form);
        const { text, lost } = writeFormXml(laid);
        const told = /only rests stand there|beside the place|no note value/.test(lost.join());
        const read = readMusicXml(new TextEncoder().encode(text), 'a form');
        // A form in which nobody plays is no score; one that is all one repeat comes round by itself.
        if (told || !read.ok || !text.includes('<measure ')) return;
        const bars = laid.spans.reduce((sum, { turns }) => sum + turns, 0);
        if (read.notation.bars.length !== bars) {
          expect(text.match(/direction="forward"/g)?.length).toBeGreaterThan(0);
          return;
        }
        compared += 1;
        let start = rational(0);
        const placed = laid.spans.flatMap((span) =>
          Array.from({ length: span.turns }, (_, turn) => {
            const here = start;
            const { cycle } = span.section;
            const quarters = rational(4, pulseValue(cycle));
            start = add(start, multiply(rational(turnPulses(cycle)), quarters));
            return form.players.flatMap(({ id }) =>
              strokesInTurn(laid, { span, turn }, id).map(({ at }) =>
                formatRational(add(here, multiply(at, quarters))),
              ),
            );
          }).flat(),
        );
        const notes = read.notation.parts.flatMap((part) =>
          part.notes.map(({ at }) => formatRational(at)),
        );
        expect(notes.sort()).toEqual(placed.sort());
      }),
      { numRuns: 12 },
    );
    expect(compared).toBeGreaterThan(5);
  });

  it('has its tempo where a section begins with rests, and tells what else has no place', () => {
    const varied = new Map(RHYTHMS);
    const walk = nth([...RHYTHMS.values()], 0);
    const layers = walk.layers.map((layer) => ({
      ...layer,
      feel: {
        name: 'Lilt',
        cuts: [{ slots: 3, at: [rational(0), rational(2, 5), rational(2, 3)] }],
      },
      strokes: layer.strokes.map((stroke) => ({ ...stroke, damp: true as const })),
    }));
    varied.set(walk.id, { ...walk, layers });
    const { text, lost } = writeFormXml(
      layOut(
        formFrom(`form Walk
tempo 72 per 3
player Bell
section Wait
cycle 3+3+2
turns 2
level full
part Bell
play Walk : Bell
from 2.1
then Wait`),
        varied,
      ),
    );
    expect(text).toContain('<per-minute>72</per-minute>');
    expect(lost).toEqual(['Bell: the feel; strokes stand where their slots are.', 'Bell: chokes.']);
  });

  it('has a second ending where the last turns are others the second time', () => {
    const laid = laidOut(
      formFrom(`form Walk
tempo 60 per 3
player Bell
player Drum
section Stairs
cycle 3+3+2
turns 4
level plain
part Bell
play Walk : Bell
part Drum
play Walk : Drum
from 4.1
then Stairs`),
    );
    const { text } = writeFormXml(laid);
    for (const part of text.split('<part id=').slice(1)) {
      const bars = part
        .split('<measure ')
        .slice(1)
        .map((bar) =>
          [
            ...bar.matchAll(
              /<ending number="(\d)" type="(\w+)"|<repeat direction="(\w+)"( times)?/g,
            ),
          ]
            .map(
              ([, number, type, direction, times]) =>
                `${number ?? direction}${type ?? times ?? ''}`,
            )
            .join(' '),
        );
      expect(bars).toEqual(['forward', '1start 1stop backward', '2start 2stop']);
    }
    const back = readMusicXml(new TextEncoder().encode(text), 'Walk');
    if (!back.ok) throw new Error(back.message);
    expect(back.notation.bars).toHaveLength(4);
    const drum = back.notation.parts.find(({ name }) => name === 'Drum');
    // All in the last of four bars of four quarters.
    expect(drum?.notes.map(({ at }) => Math.floor(at.num / at.den / 4))).toEqual(Array(6).fill(3));
  });

  it('whatever the form is, is written in order, and never throws', async () => {
    const texts = fc
      .sample(arbitraryForm, { numRuns: 7, seed: 3 })
      .map((form) => writeFormXml(laidOut(form)).text.replace(/<!DOCTYPE[^>]*>/, ''))
      // A form in which nobody plays has no part, which no score may be without.
      .filter((text) => text.includes('<score-part '));
    expect(texts.length).toBeGreaterThan(4);
    const { errors } = await validateXML({
      xml: texts.map((contents, at) => ({ fileName: `form-${at}.musicxml`, contents })),
      schema: [SCHEMA],
    });
    expect(errors.map(({ message }) => message)).toEqual([]);
  });
});
