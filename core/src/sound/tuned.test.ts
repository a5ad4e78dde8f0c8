import { describe, expect, it } from 'vitest';
import { findInstrument, INSTRUMENTS } from '../instrument/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { drumsToTune } from '../voice/index.ts';
import { scoreRhythm, soundKey } from './index.ts';

function scored(rows: string) {
  const { rhythm, problems } = readRhythm(`rhythm A\ncycle 1x4\n${rows}`);
  expect(problems).toEqual([]);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const { events } = scoreRhythm(rhythm, timed.timing);
  return { rhythm, events: events.filter(({ layer }) => layer !== 'click') };
}

describe('tuned drums', () => {
  it('sound against their usual pitch, the others as they are', () => {
    const { rhythm, events } = scored('layer T : tabla\nplay G / N / t / k\ntune . C4\n');
    expect(events.map(({ sound }) => [sound.kind, sound.tuned])).toEqual([
      ['G', undefined],
      ['N', Number((261.6256 / 330).toFixed(4))],
      ['t', Number((261.6256 / 330).toFixed(4))],
      ['k', undefined],
    ]);
    expect(new Set(events.map(({ sound }) => soundKey(sound))).size).toBe(4);
    // Each sound has a name of its own, under which its waves are kept.
    const sound = { instrument: 'tabla', kind: 'N', force: 3 } as const;
    expect(
      [{}, { weak: true as const }, { tuned: 0.5 }, { weak: true as const, tuned: 2 }].map((more) =>
        soundKey({ ...sound, ...more }),
      ),
    ).toEqual(['tabla/N/3', 'tabla/N/3/weak', 'tabla/N/3/0.5', 'tabla/N/3/weak/2']);
    expect(readRhythm(writeRhythm(rhythm)).rhythm).toEqual(rhythm);
  });

  it('are there on all that rings, one for each pitch of a set', () => {
    const drums = (id: string) => {
      const found = findInstrument(id);
      return found
        ? drumsToTune(found).map(({ drum, pitch }) => `${drum} ${Math.round(pitch)}`)
        : [];
    };
    expect(drums('three-tall-drums')).toEqual(['0 152', '1 196', '2 250']);
    expect(drums('north-indian-pair')).toEqual(['0 92', '1 330']);
    expect(drums('two-pitch-bell')).toEqual(['0 620', '1 930']);
    expect(drums('claves')).toEqual(['0 2450']);
    for (const loose of ['shaker', 'scraper', 'palms-and-feet', 'spoken-voice'])
      expect(drums(loose)).toEqual([]);
    for (const instrument of INSTRUMENTS)
      for (const { pitch } of drumsToTune(instrument)) expect(pitch).toBeGreaterThan(30);
  });
});

describe('on one skin', () => {
  const damped = (rows: string) =>
    scored(rows).events.map(({ sound, dampTicks }) => [sound.kind, dampTicks]);

  it('a hand that stays ends what rang before, over the seam too; one that leaves does not', () => {
    expect(damped('layer A : conga\nplay O / S / M / .\n')).toEqual([
      ['O', 2],
      ['S', 1],
      ['M', 4],
    ]);
    expect(damped('layer A : conga\nplay O / S / O / .\n')).toEqual([
      ['O', undefined],
      ['S', undefined],
      ['O', undefined],
    ]);
  });

  it('fingers that keep time at the rim let it ring; a hand that rests inside it does not', () => {
    expect(damped('layer A : darbuka\nplay D / k / t / .\n')[0]).toEqual(['D', undefined]);
    expect(damped('layer A : conga\nplay O / H / . / .\n')[0]).toEqual(['O', 1]);
  });

  it('holds nothing on another drum, or where it may be left out', () => {
    expect(damped('layer A : congas\nplay o / M / O / .\n')).toEqual([
      ['o', undefined],
      ['M', 4],
      ['O', 3],
    ]);
    expect(damped('layer A : conga\nplay O / M? / . / .\n')[0]).toEqual(['O', undefined]);
  });

  it('a choke that comes sooner stays', () => {
    expect(damped('layer A : conga\nplay O^ . / . / M / .\n')[0]).toEqual(['O', 1]);
  });
});
