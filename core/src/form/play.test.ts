import { describe, expect, it } from 'vitest';
import { collect, renderSound, startTransport } from '../sound/index.ts';
import { formOf, RHYTHMS } from './fixture.testkit.ts';
import {
  beginForm,
  type FormPlace,
  type FormWay,
  followingTurn,
  givenSign,
  type Laid,
  layOut,
  removeStep,
  renewed,
  segmentOf,
  stretchSection,
} from './index.ts';

const part = (name: string) => `part ${name}\nplay Walk : ${name}\n`;
const section = (name: string, length: string, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel full\n${more}`;

/** What is played, turn after turn, as section and turn from 1; `sign` is given in those places. */
function played(laid: Laid, way: FormWay, most: number, sign: readonly number[] = []): string {
  const words: string[] = [];
  let place = beginForm(laid, way);
  while (place && words.length < most) {
    const { kind, entered, turn } = place;
    words.push(kind === 'turn' ? `${entered.section.name}${turn + 1}` : kind);
    if (sign.includes(words.length)) place = givenSign(place);
    place = followingTurn(laid, way, place);
  }
  return words.join(' ');
}

const all = (from = 0, loop = false): FormWay => ({ kind: 'all', from, loop });
const laid = layOut(
  formOf(
    `${section('A', '2', part('Bell'))}\n${section('B', '2 to 4 until the sign', part('Bell'))}\n${section('C', '1', part('Bell'))}`,
  ),
  RHYTHMS,
);

describe('a form that plays', () => {
  it('counts in, goes through, and waits for the sign as long as it may', () => {
    expect(played(laid, all(), 20)).toBe('lead-in A1 A2 B1 B2 B3 B4 C1');
    expect(played(laid, all(), 20, [4])).toBe('lead-in A1 A2 B1 C1');
    expect(played(laid, all(), 20, [6])).toBe('lead-in A1 A2 B1 B2 B3 C1');
    expect(played(laid, all(), 20, [2])).toBe('lead-in A1 A2 B1 B2 B3 B4 C1');
    expect(played(laid, all(2), 20)).toBe('lead-in C1');
    expect(played(laid, all(1, true), 9, [2])).toBe('lead-in B1 C1 A1 A2 B1 B2 B3 B4');
  });

  it('goes round a section, or round a change', () => {
    expect(played(laid, { kind: 'section', at: 0 }, 6)).toBe('lead-in A1 A2 A1 A2 A1');
    expect(played(laid, { kind: 'change', at: 2 }, 6)).toBe('lead-in B2 C1 B2 C1 B2');
    expect(played(laid, { kind: 'change', at: 0 }, 6)).toBe('');
  });

  it('ends on a last stroke where it has one', () => {
    const form = { ...laid.form, final: true as const };
    expect(played(layOut(form, RHYTHMS), all(2), 9)).toBe('lead-in C1 final');
  });

  it('has only the count before it, and only a stroke of each after it', () => {
    const way = all(2);
    const ending = layOut({ ...laid.form, final: true as const }, RHYTHMS);
    const lead = beginForm(ending, way) as FormPlace;
    const turn = followingTurn(ending, way, lead) as FormPlace;
    const final = followingTurn(ending, way, turn) as FormPlace;
    const heard = (place: FormPlace) =>
      segmentOf(ending, way, place).score.events.map(({ layer }) => layer);
    expect(new Set(heard(lead))).toEqual(new Set(['count-in']));
    expect(heard(turn)).toContain('click');
    expect(heard(final)).toEqual(['player-1']);
  });

  it('goes on after the sign with the side it has come to', () => {
    const strokes = (sign: readonly number[]) => {
      let place = beginForm(laid, all(1));
      for (let turn = 1; place && place.entered.section.name !== 'C'; turn += 1) {
        if (sign.includes(turn)) place = givenSign(place);
        place = followingTurn(laid, all(1), place);
      }
      const { score } = segmentOf(laid, all(1), place as FormPlace);
      return score.events.filter(({ layer }) => layer === 'player-1').length;
    };
    // After two turns of B, and after three: three strokes, and two.
    expect([strokes([3]), strokes([4])]).toEqual([3, 2]);
  });

  it('has no pickup before an end that is still open, and has it once the sign is given', () => {
    const into = layOut(
      formOf(
        `${section('A', '2 to 4 until the sign')}\n${section('B', '1', 'part Congas\nplay Walk : Congas\npickup 1')}`,
      ),
      RHYTHMS,
    );
    const place = followingTurn(into, all(), beginForm(into, all()) as FormPlace) as FormPlace;
    const sounds = (one: FormPlace) =>
      segmentOf(into, all(), one).score.events.filter(({ layer }) => layer === 'player-3').length;
    expect([sounds(place), sounds(givenSign(place)), sounds({ ...place, turn: 3 })]).toEqual([
      0, 1, 1,
    ]);
  });

  it('changes tempo on the very sample, by and by as well, and slower for practice', () => {
    const gradual = layOut(
      formOf(
        `${section('A', '2', part('Bell'))}\n${section('B', '4', `change to 108 over 3\n${part('Bell')}`)}\n${section('C', '2', `change 3 become 2\n${part('Bell')}`)}`,
      ),
      RHYTHMS,
    );
    for (const slower of [1, 0.6]) {
      const first = segmentOf(gradual, all(), beginForm(gradual, all()) as FormPlace, slower);
      const { due } = collect(startTransport({ ...first, startTime: 0 }), 1000, ({ tag }) => {
        const next = followingTurn(gradual, all(), tag);
        return next && segmentOf(gradual, all(), next, slower);
      });
      const lead = (8 * 60) / (72 * 3);
      const rate = 48_000;
      const clicks = due.filter(({ event }) => /^(click|count-in)$/.test(event.layer));
      const ones = clicks.filter(({ event }) => event.sound.kind === 'strong');
      const turns = ones.slice(1).map(({ time }) => Math.round(time * slower * rate - lead * rate));
      // By the closed form, from the beginning of each section.
      const k = Math.log(108 / 72) / 24;
      const pulse = 60 / 216;
      const b = (turn: number) => (16 * pulse + (pulse * (1 - Math.exp(-k * turn * 8))) / k) * rate;
      const quick = 60 / 324;
      const c = b(3) + 8 * quick * rate;
      const slow = 60 / (72 * 3);
      const expected = [0, 8 * pulse * rate, b(0), b(1), b(2), b(3), c, c + 8 * slow * rate];
      turns.forEach((sample, at) => {
        expect(Math.abs(sample - (expected[at] ?? 0))).toBeLessThanOrEqual(1);
      });
      expect(turns).toHaveLength(expected.length);
    }
  });

  it('is heard as it is edited, from the next turn on', () => {
    const place = followingTurn(laid, all(), beginForm(laid, all()) as FormPlace) as FormPlace;
    const edited = layOut(stretchSection(laid.form, 'section-1', 5), RHYTHMS);
    expect(renewed(edited, place)).toMatchObject({ turn: 0, turns: 5 });
    // Never shorter than the turn that is heard.
    const second = followingTurn(laid, all(), place) as FormPlace;
    const shorter = layOut(stretchSection(laid.form, 'section-1', 1), RHYTHMS);
    expect(renewed(shorter, place)).toMatchObject({ turn: 0, turns: 1 });
    expect(renewed(shorter, second)).toMatchObject({ turn: 1, turns: 2 });
    // What is heard stays what it is where its section has gone.
    expect(renewed(layOut(removeStep(laid.form, { repeat: 0, step: 0 }), RHYTHMS), place)).toBe(
      place,
    );
  });

  it('has a voice for every sound', () => {
    let place = beginForm(laid, all());
    while (place) {
      for (const { sound } of segmentOf(laid, all(), place).score.events)
        expect(renderSound(sound, 8000).length).toBeGreaterThan(0);
      place = place.turn > 1 ? undefined : followingTurn(laid, all(), place);
    }
  });
});
