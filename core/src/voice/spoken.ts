import { sayWord, spell } from '../speech/index.ts';
import { SPEEDS } from './contact.ts';
import type { MouthBody } from './model.ts';
import type { Struck } from './take.ts';

/** A syllable, said. */
export function spoken(
  { speaker, syllable, lasts }: MouthBody,
  { meant, chance, tuned, sampleRate }: Struck,
): Float32Array {
  const how = {
    speaker,
    ...(lasts === undefined ? {} : { held: lasts }),
    effort: meant,
    leant: meant >= SPEEDS[4],
    tuned: tuned * (1 + 0.0004 * chance.turn),
    begins: 0.5 + 0.02 * chance.turn,
    breath: chance.noise('rattle').next,
  } as const;
  const speed = meant * chance.speed;
  return sayWord(spell(syllable), how, sampleRate).map((value) => value * speed);
}
