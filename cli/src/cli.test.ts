import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readForm } from '@stride/core/form';
import { writeFormJson } from '@stride/core/formats';
import { readRhythm, writeRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { main } from './main.ts';

const folder = mkdtempSync(join(tmpdir(), 'stride-'));
const file = (name: string) => join(folder, name);
const STEPS = `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3

layer Bell : hand bell
play  X! . . / X . . / X .

layer Walker : darbuka
play  D! (k) (t) / T (t) (k) / O! O-
hand  each R L
say   dum ka ta / tek ta ka / dun da
`;
const WALK = `form Walk
tempo 180 per 3
player Bell
section Gather
cycle 3+3+2
turns 4
level soft
part Bell
play Lantern steps : Bell
section Stairs
cycle 3+3+2
turns 3
level full
part Bell
play Lantern steps : Bell
from 9.1
then Gather
then Stairs
`;
writeFileSync(file('steps.stride'), STEPS);
writeFileSync(file('bad.stride'), 'rhythm A\ncycle 3++2\nD');

async function run(...typed: string[]) {
  const out: string[] = [];
  const error: string[] = [];
  const code = await main(typed, {
    out: (text) => out.push(text),
    error: (text) => error.push(text),
  });
  return { code, out: out.join('\n'), error: error.join('\n') };
}

describe('the command line', () => {
  it('turns a rhythm into a score, notes and data, and back', async () => {
    for (const suffix of ['musicxml', 'mxl', 'mid', 'json']) {
      expect((await run('convert', file('steps.stride'), file(`out.${suffix}`))).code).toBe(0);
      const back = await run('convert', file(`out.${suffix}`), file(`${suffix}.stride`));
      expect(back.code).toBe(0);
      const { rhythm } = readRhythm(readFileSync(file(`${suffix}.stride`), 'utf8'), 'x');
      expect(rhythm.name).toBe('Lantern steps');
      expect(rhythm.layers.map(({ strokes }) => strokes.length)).toEqual([3, 8]);
    }
    // Scores and data bring all of it back.
    const whole = readRhythm(STEPS, 'x').rhythm;
    for (const suffix of ['musicxml', 'json']) {
      expect(readFileSync(file(`${suffix}.stride`), 'utf8')).toBe(writeRhythm(whole));
    }
  });

  it('says what a form cannot hold, and goes on', async () => {
    const { code, error, out } = await run('convert', file('steps.stride'), file('lost.mid'));
    expect([code, out]).toEqual([0, `${file('lost.mid')}: Lantern steps`]);
    expect(error).toContain('lost.mid: Which hand plays is not in it');
  });

  it('checks files line by line', async () => {
    const { code, out, error } = await run('check', file('steps.stride'), file('bad.stride'));
    expect(code).toBe(1);
    expect(out).toBe(`${file('steps.stride')}: good, Lantern steps`);
    expect(error).toContain('bad.stride: Line 2, column 9: A beat is missing here.');
    expect(error).toContain('1 of 2 could not be read.');
  });

  it('reads what the program reads, as sentences and as a table', async () => {
    const said = await run('read', file('steps.stride'));
    expect(said.out).toContain('Walker');
    expect(said.out).toMatch(/Fit: .*comes round on 1/);
    const table = await run('read', '--csv', file('steps.stride'));
    const [head, first] = table.out.split('\n');
    expect(head).toBe('rhythm,layer,group,finding');
    expect(first).toMatch(/^Lantern steps,Bell,/);
  });

  it('renders as sound', async () => {
    const { code, out } = await run(
      'render',
      file('steps.stride'),
      file('steps.wav'),
      '--turns=2',
      '--bits',
      '24',
      '--click',
    );
    expect([code, out]).toEqual([0, `${file('steps.wav')}: Lantern steps, 4 s`]);
    const wav = readFileSync(file('steps.wav'));
    expect(wav.subarray(0, 4).toString()).toBe('RIFF');
    expect(wav.readUInt16LE(34)).toBe(24);
  });

  it('says what is wrong with what was asked for, with a code of its own', async () => {
    const wrong = async (...typed: string[]) => {
      const { code, error } = await run(...typed);
      return `${code} ${error.split('\n')[0]}`;
    };
    expect(await wrong('dance')).toBe('2 There is no command “dance”.');
    expect(await wrong('convert', 'a')).toBe('2 Write it as: humble-stride convert IN OUT');
    expect(await wrong('convert', file('steps.stride'), 'a.xyz')).toContain(
      '2 a.xyz: its name ends with none of',
    );
    expect(await wrong('read', '--loud', 'x')).toBe('2 There is no setting --loud.');
    expect(await wrong('read', '--turns')).toBe('2 --turns lacks its value.');
    expect(await wrong('render', 'a', 'b', '--turns', 'many')).toContain(
      '1 a: there is no such file',
    );
    expect(await wrong('render', file('steps.stride'), 'b', '--turns', 'many')).toBe(
      '2 --turns is a number from 1 to 10000, not “many”.',
    );
    expect(await wrong('convert', file('none.mid'), file('a.stride'))).toContain(
      'none.mid: there is no such file',
    );
    expect(await wrong('render', file('steps.stride'), file('b.wav'), '--bits', '20')).toBe(
      '2 --bits is 16 or 24, not 20.',
    );
    expect(await wrong('convert', file('steps.stride'), file('no/such/folder.mid'))).toContain(
      'could not be written',
    );
    expect(await wrong('convert', file('steps.stride'), file('a.mid'), '--grid', 'odd')).toContain(
      '2 --grid is exact',
    );
    expect((await run('--help')).out).toContain('humble-stride convert IN OUT');
    expect((await run('--version')).out).toBe('humble-stride 0.1.0');
  });

  it('hears a recording, and says what it took for what', async () => {
    await run('render', file('steps.stride'), file('heard.wav'), '--turns', '4');
    const { code, error } = await run('convert', file('heard.wav'), file('heard.stride'));
    expect(code).toBe(0);
    expect(error).toContain('Heard: ');
    const { rhythm, usable } = readRhythm(readFileSync(file('heard.stride'), 'utf8'));
    expect(usable).toBe(true);
    expect(rhythm.layers[0]?.strokes.length).toBeGreaterThan(6);
    await run('convert', file('heard.wav'), file('later.stride'), '--before', '2');
    const { rhythm: later } = readRhythm(readFileSync(file('later.stride'), 'utf8'));
    const slots = (one: typeof rhythm) => one.layers[0]?.strokes.map(({ slot }) => slot);
    expect(slots(later)).not.toEqual(slots(rhythm));
    expect(later.layers[0]?.strokes).toHaveLength(rhythm.layers[0]?.strokes.length ?? 0);
    const half = await run('convert', file('heard.wav'), file('x.stride'), '--before', '2.5');
    expect([half.code, half.error]).toEqual([
      2,
      expect.stringContaining('--before is a whole number of pulses, not 2.5.'),
    ]);
    writeFileSync(file('cut.wav'), readFileSync(file('heard.wav')).subarray(0, 30));
    expect((await run('check', file('cut.wav'))).error).toContain('ends before its sound');
  });

  it('checks a form, reads what is found of it, and plays it as notes and as sound', async () => {
    const { rhythm } = readRhythm(STEPS, 'steps');
    const { form } = readForm(WALK, [rhythm]);
    writeFileSync(file('walk.json'), writeFormJson(form, new Map([['steps', rhythm]])));
    expect((await run('check', file('walk.json'))).out).toContain(
      'good, Walk, a form of 2 sections, 0:06',
    );
    expect((await run('read', file('walk.json'))).out).toContain('Stairs: ');
    expect((await run('read', '--csv', file('walk.json'))).out.split('\n')[0]).toBe(
      'form,section,finding',
    );
    expect((await run('convert', file('walk.json'), file('walk.mid'))).code).toBe(0);
    const back = await run('convert', file('walk.mid'), file('walked.json'));
    expect(back.code).toBe(0);
    expect((await run('render', file('walk.json'), file('walk.wav'))).out).toMatch(/Walk, \d+ s$/);
    expect((await run('convert', file('walk.json'), file('walk.musicxml'))).code).toBe(0);
    expect(readFileSync(file('walk.musicxml'), 'utf8')).toContain('Stairs</rehearsal>');
    expect(await run('convert', file('walk.json'), file('walk.stride'))).toMatchObject({
      code: 2,
      error: expect.stringContaining('is a form: it becomes .mid'),
    });
    writeFileSync(file('walk.stride'), WALK);
    expect((await run('check', file('walk.stride'))).error).toContain('only names its rhythms');
    writeFileSync(file('odd.json'), '{"humble-stride": 1, "form": {"name": 3}}');
    expect((await run('check', file('odd.json'))).code).toBe(1);
  });

  it('is there as a command', () => {
    const asked = spawnSync(
      process.execPath,
      [join(import.meta.dirname, '../bin/humble-stride.mjs'), 'check', file('steps.stride')],
      { encoding: 'utf8' },
    );
    expect([asked.status, asked.stdout.trim()]).toEqual([
      0,
      `${file('steps.stride')}: good, Lantern steps`,
    ]);
  }, 60_000);
});
