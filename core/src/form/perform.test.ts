import { describe, expect, it } from 'vitest';
import { TIN } from '../instrument/tin.testkit.ts';
import { secondsOf } from '../sound/index.ts';
import { formOf, RHYTHMS, WALK } from './fixture.testkit.ts';
import { layOut, performForm } from './index.ts';

const section = (name: string, turns: string) =>
  `section ${name}\ncycle 3+3+2\nturns ${turns}\nlevel full\npart Bell\nplay Walk : Bell\n`;

describe('a form from beginning to end', () => {
  it('is counted in, plays each section as long as it is written, and names where each begins', () => {
    const laid = layOut(
      formOf(
        `${section('A', '2')}\n${section('B', '2 to 4 until the sign')}\n${section('C', '1')}`,
      ),
      RHYTHMS,
    );
    const performance = performForm(laid);
    if (!performance) throw new Error('nothing to play');
    expect(performance.segments.map(({ name }) => name)).toEqual([
      'count-in',
      'A',
      undefined,
      'B',
      undefined,
      'C',
    ]);
    const { bpm, per } = laid.form.tempo;
    expect(secondsOf(performance)).toBeCloseTo((6 * 8 * 60) / (bpm * per), 6);
    expect(performance.players.map(({ name, instrument }) => [name, instrument])).toContainEqual([
      'Bell',
      'hand-bell',
    ]);
    // Who never plays has no instrument.
    expect(performance.players.find(({ name }) => name === 'Drum')?.instrument).toBe('');
    expect(performForm(layOut(formOf(''), RHYTHMS))).toBeUndefined();
  });

  it('is played on one’s own instrument where the line is', () => {
    const [bell, ...others] = WALK.layers;
    if (!bell) throw new Error('a bell');
    const onTin = { ...WALK, layers: [{ ...bell, instrument: TIN.id, own: TIN }, ...others] };
    const players = (rhythm: typeof WALK) =>
      performForm(layOut(formOf(section('A', '2')), new Map([['walk', rhythm]])))?.players[0];
    expect(players(onTin)).toEqual({ id: 'player-1', name: 'Bell', instrument: TIN.id, own: TIN });
    expect(players(WALK)).toEqual({ id: 'player-1', name: 'Bell', instrument: 'hand-bell' });
  });
});
