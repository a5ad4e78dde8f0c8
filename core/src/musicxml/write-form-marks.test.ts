import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { numberAt } from '../bounds/index.ts';
import { formFrom } from '../form/fixture.testkit.ts';
import { writeFormXml } from './index.ts';

import { laidOut, SCHEMA } from './laid-out.testkit.ts';

describe('what a form asks for, in its score', () => {
  it('says who calls, swells, and goes to another tempo by and by, where it is', async () => {
    const { text, lost } = writeFormXml(
      laidOut(
        formFrom(`form Walk
tempo 60 per 3
player Bell
section Rise
cycle 3+3+2
turns 4
level growing
change to 120 over 3
call 2.3 Bell
sign Hey
brings all stop
part Bell
play Walk : Bell
section Full
cycle 3+3+2
turns 2
level full
part Bell
play Walk : Bell
then Rise
then Full`),
      ),
    );
    const { errors } = await validateXML({
      xml: [{ fileName: 'form.musicxml', contents: text.replace(/<!DOCTYPE[^>]*>/, '') }],
      schema: [SCHEMA],
    });
    expect(errors.map(({ message }) => message)).toEqual([]);
    // What a bar says, in its order; quarters a minute, of which three eighths are one and a half.
    const bars = text.split('<measure ').slice(1);
    const said = bars.map((bar) =>
      [...bar.matchAll(/<words>([^<]*)|<(p|mf|f)\/>|<wedge type="(\w+)"|tempo="([\d.]+)"/g)].map(
        ([, ...found]) => found.find((one) => one !== undefined),
      ),
    );
    const tempos = [0, 1, 2, 3].map((turn) => 60 * 1.5 * 2 ** (turn / 3));
    const near = (tempo: number) => String(Math.round(tempo * 1e6) / 1e6);
    expect(said).toEqual([
      [
        near(numberAt(tempos, 0)),
        'growing, from soft to full',
        'to 120 over 3 turns',
        'p',
        'crescendo',
      ],
      ['at 75.6', near(numberAt(tempos, 1)), 'Bell calls “Hey” on beat 3: all stop'],
      ['at 95.2', near(numberAt(tempos, 2))],
      ['at 120', near(numberAt(tempos, 3)), 'stop'],
      ['180', 'f'],
      [],
    ]);
    expect(lost).toEqual([
      'Rise: on the way to another tempo it goes on with each turn, not within one.',
    ]);
  });

  it('says nothing of a change by and by to the tempo it has', () => {
    const { text, lost } = writeFormXml(
      laidOut(
        formFrom(
          'form Walk\ntempo 60 per 3\nplayer Bell\nsection Stay\ncycle 3+3+2\nturns 4\nchange to 60 over 2\npart Bell\nplay Walk : Bell\nthen Stay',
        ),
      ),
    );
    expect(text.match(/tempo="/g)).toHaveLength(1);
    expect(text).not.toContain('over 2 turns');
    expect(lost).toEqual([]);
  });

  it('ends a swell once, in the last bar of its section, though turns come again', () => {
    const swells = (turns: number) => {
      const { text } = writeFormXml(
        laidOut(
          formFrom(`form Walk
tempo 60 per 3
player Bell
section Rise
cycle 3+3+2
turns ${turns}
level growing
part Bell
play Walk : Bell
then Rise
then Rise`),
        ),
      );
      expect(text.match(/<p\/>/g)).toHaveLength(2);
      const bars = text.split('<measure ').slice(1);
      return [bars.length, ...bars.flatMap((bar, at) => (bar.includes('"stop"') ? [at] : []))];
    };
    // The bell comes round every two turns.
    expect(swells(8)).toEqual([4, 1, 3]);
    expect(swells(5)).toEqual([6, 2, 5]);
    expect(swells(1)).toEqual([2, 0, 1]);
  });

  it('tells each part that sounds how loud it plays, where that is new to it; marks stand over the first', () => {
    const { text } = writeFormXml(
      laidOut(
        formFrom(`form Walk
tempo 60 per 3
player Bell
player Drum
section Soft
cycle 3+3+2
turns 2
level soft
part Bell
play Walk : Bell
section Both
cycle 3+3+2
turns 2
level soft
part Bell
play Walk : Bell
part Drum
play Walk : Drum
section Rise
cycle 3+3+2
turns 2
level growing
part Drum
play Walk : Drum
section Plain
cycle 3+3+2
turns 2
level plain
part Bell
play Walk : Bell
part Drum
play Walk : Drum
then Soft
then Both
then Rise
then Plain`),
      ),
    );
    const parts = text.split('<part id=').slice(1);
    const told = parts.map((part) =>
      part
        .split('<measure ')
        .slice(1)
        .map((bar) =>
          [...bar.matchAll(/<(p|mf|f)\/>|<wedge type="(\w+)"/g)]
            .map(([, level, wedge]) => level ?? wedge)
            .join(' '),
        ),
    );
    expect(told).toEqual([
      ['p', '', '', '', '', '', 'mf', ''],
      ['', '', 'p', '', 'p crescendo', 'stop', 'mf', ''],
    ]);
    expect(parts.map((part) => part.match(/<rehearsal>/g)?.length)).toEqual([4, undefined]);
  });
});
