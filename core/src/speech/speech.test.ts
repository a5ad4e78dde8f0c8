import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strokeLoudness } from '../loudness/index.ts';
import { formantsIn } from './formants.testkit.ts';
import {
  CONSONANTS,
  type Consonant,
  SPEAKERS,
  type Speaker,
  sayWord,
  spell,
  VOWELS,
  type Vowel,
} from './index.ts';

const RATE = 48_000;
const say = (word: string, speaker: Speaker = 'low') => sayWord(spell(word), { speaker }, RATE);

describe('spelling', () => {
  it.each([
    ['dhin', 'dh i n'],
    ['ta', 't a'],
    ['TA', 't a'],
    ['Ta', 't a'],
    ['taKa', 't a k a'],
    ['kiTa', 'k i T a'],
    ['ḍum', 'D u m'],
    ['thom', 'th o m'],
    ['jhaa', 'jh aa'],
    ['tek', 't e k'],
    ['gunk', 'g u ng k'],
    ['1', 'w a n'],
    ['12', 't w e l v'],
    ['34', 'f o'],
    ['40', 't e n'],
    ['&', 'ae n'],
    ['e', 'i'],
    ['(na)', 'n a'],
    ['–', ''],
    ['!!', ''],
  ])('%s is said %s', (word, signs) => {
    expect(spell(word).join(' ')).toBe(signs);
  });

  it('has a sound for every sign, whatever is written', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 24, unit: 'grapheme' }), (word) => {
        for (const sign of spell(word)) expect(sign in VOWELS || sign in CONSONANTS).toBe(true);
        expect(sayWord(spell(word), { speaker: 'high' }, 8000).every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 30 },
    );
  });
});

describe('what is said', () => {
  it('is spelt, as long and as loud as it is written here, for whoever compares it by ear', async () => {
    const numbers = Array.from({ length: 21 }, (_, at) => String(at + 1));
    const words =
      'and an the & + e a ah uh one two three four five six seven eight nine ten trip let quick slow not un dos ' +
      'back queen tank cat quid box day kai kau now tee too you her soon ' +
      'ṭa ḍi ṇa tā tī tū ñi ça şa ı ö ü á é í ó ú pha bha tha dha Tha kiThaDha kha gha cha ja jha ma nga la ra ya wa va fa sa sha za ha';
    const lines = [...numbers, ...words.split(' ')].map((word) => {
      const samples = say(word);
      const ms = Math.round((samples.length / RATE) * 1000);
      return `${word}: ${spell(word).join(' ')}, ${ms} ms, ${strokeLoudness(samples, RATE).toFixed(1)} LUFS`;
    });
    await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('said.txt');
  });
});

describe('vowels', () => {
  const rate = 10_000;
  it.each(
    (Object.keys(VOWELS) as Vowel[]).flatMap((vowel) =>
      (Object.keys(SPEAKERS) as Speaker[]).map((speaker) => [vowel, speaker] as const),
    ),
  )('%s of the %s voice has its formants within 10 in 100', (vowel, speaker) => {
    // Said low, so that the harmonics lie close enough to show where the resonances are.
    const tuned = 90 / SPEAKERS[speaker].pitch;
    const samples = sayWord([vowel], { speaker, held: 0.4, tuned }, rate);
    const found = formantsIn(samples.slice(1000, 3500), rate);
    for (const [index, frequency] of VOWELS[vowel].entries()) {
      const meant = frequency * SPEAKERS[speaker].throat;
      expect(Math.abs((found[index] ?? 0) / meant - 1), `${meant} Hz: ${found}`).toBeLessThan(0.1);
    }
  });

  it('are spoken at the pitch of the speaker, and fall a little', () => {
    /** Swings in a second, by how far the sound is like itself a little later. */
    const pitchOf = (samples: Float32Array) => {
      let best = 0;
      let most = 0;
      for (let lag = 150; lag < 600; lag += 1) {
        let alike = 0;
        for (let i = 0; i < 2400; i += 1) alike += (samples[i] ?? 0) * (samples[i + lag] ?? 0);
        if (alike > most) {
          most = alike;
          best = lag;
        }
      }
      return RATE / best;
    };
    for (const speaker of ['low', 'high'] as const) {
      const samples = sayWord(['aa'], { speaker, held: 0.5 }, RATE);
      const early = pitchOf(samples.subarray(2400));
      expect(early / SPEAKERS[speaker].pitch).toBeGreaterThan(0.95);
      expect(early / SPEAKERS[speaker].pitch).toBeLessThan(1.1);
      expect(pitchOf(samples.subarray(16_000))).toBeLessThan(early);
    }
  });
});

describe('consonants', () => {
  const consonants = Object.keys(CONSONANTS) as Consonant[];

  it('begin within a thousandth of a second of their time, and without a click', () => {
    for (const sign of consonants) {
      const samples = sayWord([sign, 'a'], { speaker: 'low' }, RATE);
      const consonant = samples.subarray(0, 0.03 * RATE);
      const peak = consonant.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      const begins = samples.findIndex((value) => Math.abs(value) > 0.02 * peak);
      expect(begins / RATE, sign).toBeLessThan(0.001);
      expect(Math.abs(samples[0] ?? 1), sign).toBeLessThan(0.05);
      expect(Math.abs(samples.at(-1) ?? 1), sign).toBeLessThan(1e-3);
    }
  });

  it('are told apart before their vowel: burst, breath, nose, where the tongue lies', () => {
    /** How strong bands of the first 80 ms are, beside the strongest. */
    const heard = (sign: Consonant) => {
      const samples = sayWord([sign, 'a'], { speaker: 'low' }, RATE).subarray(0, 0.08 * RATE);
      const bands = [200, 400, 800, 1400, 2000, 2600, 3300, 4200, 6000].flatMap((frequency) =>
        [0, 1, 2, 3, 4, 5, 6, 7].map((part) => {
          let re = 0;
          let im = 0;
          for (let i = part * 480; i < (part + 1) * 480; i += 1) {
            re += (samples[i] ?? 0) * Math.cos((2 * Math.PI * frequency * i) / RATE);
            im += (samples[i] ?? 0) * Math.sin((2 * Math.PI * frequency * i) / RATE);
          }
          return Math.hypot(re, im);
        }),
      );
      const most = Math.max(...bands);
      return bands.map((band) => Math.log(band / most + 0.01));
    };
    const all = ['t', 'T', 'd', 'D', 'dh', 'th', 'k', 'g', 'n', 'm', 'j', 'r', 'l'] as const;
    for (const [index, sign] of all.entries()) {
      for (const other of all.slice(index + 1)) {
        const [a, b] = [heard(sign), heard(other)];
        const apart = Math.hypot(...a.map((value, at) => value - (b[at] ?? 0)));
        expect(apart, `${sign} and ${other}`).toBeGreaterThan(1.5);
      }
    }
  });

  it('leave the vowel heard where four are said in a beat at 160', () => {
    const slot = 60 / 160 / 4;
    for (const word of ['ta', 'ka', 'di', 'mi', 'jo', 'nu', 'dha', 'ghe', 'na', 'ri']) {
      const samples = say(word);
      const power = (from: number, to: number) =>
        samples.subarray(from * RATE, to * RATE).reduce((sum, value) => sum + value * value, 0);
      expect(power(0.05, slot) / power(0, 0.3), word).toBeGreaterThan(0.12);
    }
  });
});

describe('the voice', () => {
  it('says the same the same way, louder and brighter with effort', () => {
    expect(say('dhin')).toEqual(say('dhin'));
    const with_ = (effort: number) => sayWord(spell('ta'), { speaker: 'low', effort }, RATE);
    expect(strokeLoudness(with_(1), RATE)).toBeGreaterThan(strokeLoudness(with_(0.3), RATE) + 2);
  });
});
