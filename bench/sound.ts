import { INSTRUMENTS } from '@stride/core/instrument';
import { createLimiter } from '@stride/core/mix';
import { FORCES } from '@stride/core/rhythm';
import { renderSound } from '@stride/core/sound';
import { sayWord, spell } from '@stride/core/speech';
import { type Figure, time } from './figure.ts';
import { RECIPES, renderRecipe } from './recipes.ts';

const RATE = 48_000;

/** What sounds cost: strokes as they are modelled beside the recipes they were, all of twelve layers, a voice, the limiter. */
export function soundFigures(): Figure[] {
  // First of all: nothing has been computed yet, as when a rhythm is opened.
  const twelve = INSTRUMENTS.slice(0, 12).flatMap(({ id, strokes }) =>
    strokes
      .slice(0, 6)
      .flatMap(({ code }) => ([2, 3] as const).map((force) => [id, code, force] as const)),
  );
  const began = performance.now();
  for (const [instrument, kind, force] of twelve) renderSound({ instrument, kind, force }, RATE);
  const all = performance.now() - began;
  const modelled = time(() => {
    for (const force of FORCES)
      for (const kind of ['O', 'S'])
        renderSound({ instrument: 'tall-hand-drum', kind, force }, RATE);
  }, 40);
  const recipes = time(() => {
    for (const force of FORCES)
      for (const kind of ['open', 'slap'] as const) renderRecipe(RECIPES[kind], force, RATE);
  }, 40);
  const word = time(() => sayWord(spell('dhin'), { speaker: 'low' }, RATE), 40);
  const second = [new Float32Array(RATE), new Float32Array(RATE)];
  for (let i = 0; i < RATE; i += 1)
    for (const channel of second) channel[i] = 1.5 * Math.sin(i * 0.07);
  const limiter = createLimiter(2, RATE);
  const limiting = time(() => {
    for (let at = 0; at < RATE; at += 128)
      limiter.process(second.map((channel) => channel.subarray(at, Math.min(RATE, at + 128))));
  }, 10);
  return [
    {
      what: `all strokes of twelve layers, ${twelve.length} sounds, computed and evened from nothing`,
      value: `${all.toFixed(0)} ms`,
      limit: '400 ms',
      ok: all < 400,
    },
    {
      what: 'a stroke as it is modelled, beside the recipe it was, median',
      value: `${(modelled / 8).toFixed(2)} ms, ${(recipes / 8).toFixed(2)} ms (${(modelled / recipes).toFixed(1)} ×)`,
      limit: 'side by side',
      ok: true,
    },
    { what: 'a syllable, median', value: `${word.toFixed(1)} ms`, limit: '—', ok: true },
    {
      what: 'the limiter over a second of two channels, all of it turned down, of one core',
      value: `${(limiting / 10).toFixed(1)} %`,
      limit: '10 %',
      ok: limiting / 10 < 10,
    },
  ];
}
