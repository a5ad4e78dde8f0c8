import { describe, expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import { scoreRhythm } from './index.ts';

/** How long each stroke may ring, in slots; – where nothing ends it. */
function rings(layers: string): string {
  const { rhythm, timing } = timed(`rhythm A\ncycle 1x4\ntempo 60\n${layers}`);
  const { events } = scoreRhythm(rhythm, timing);
  return events
    .filter(({ layer }) => layer !== 'click')
    .map(({ sound, dampTicks }) => {
      const slots = dampTicks === undefined ? '–' : (dampTicks * 4) / timing.turnTicks;
      return `${sound.kind}${slots}`;
    })
    .join(' ');
}

describe('what rings on a skin', () => {
  it('ends where a hand stays there, over the seam too, and goes on under strokes that leave', () => {
    expect(rings('layer A : congas\nplay O / . / M / .')).toMatchInlineSnapshot(`"O2 M4"`);
    expect(rings('layer A : congas\nplay O / . / O / .')).toMatchInlineSnapshot(`"O– O–"`);
    expect(rings('layer A : congas\nplay M / . / O / .')).toMatchInlineSnapshot(`"M4 O2"`);
  });

  it('ends sooner where it is choked sooner, and not later where it would be choked later', () => {
    expect(rings('layer A : congas\nplay O^ / . / M / .')).toMatchInlineSnapshot(`"O1 M4"`);
    expect(rings('layer A : congas\nplay O^ / _ / _ / M')).toMatchInlineSnapshot(`"O3 M4"`);
  });

  it('is ended on its own drum alone, and by its own layer', () => {
    expect(rings('layer A : congas\nplay o / M / . / .')).toMatchInlineSnapshot(`"o– M4"`);
    expect(
      rings('layer A : congas\nplay O / . / . / .\nlayer B : congas\nplay . / M / . / .'),
    ).toMatchInlineSnapshot(`"O– M4"`);
  });
});
