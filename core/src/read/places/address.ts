import { numberAt } from '../../bounds/index.ts';
import type { Counting } from '../../counting/index.ts';
import { beatStarts, type Cycle, turnPulses } from '../../cycle/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import { placeOf } from './place.ts';

/** A slot that was meant by a typed place, or the sentence that says why there is none. */
export type AddressResult =
  | { readonly ok: true; readonly slot: number }
  | { readonly ok: false; readonly message: string };

const EXAMPLES = 'Write a place such as 3, & of 2, a of 1 in bar 2, just before 2, or pulse 7';

/**
 * The slot of a layer that a player means by a counted place: `3` or `beat 3`, `& of 2`,
 * `just before 2` (the last slot before the beat), `right after 1` (the first slot after it),
 * `pulse 7`, and as players say them: `the one`, `on 2`, `and of 3`; each with `in bar 2` or `bar 2` where it is not the first.
 * @example slotAt('& of 3 in bar 2', cycle, layer, grid, 'plain')
 */
export function slotAt(
  text: string,
  cycle: Cycle,
  layer: Layer,
  grid: LayerGrid,
  counting: Counting,
): AddressResult {
  const plain = text.trim().toLowerCase().replace(/[,]/g, ' ').replace(/\s+/g, ' ');
  const bar = /(?:^|\s)(?:in |of )?(?:bar|turn) (\d+)$|^(?:bar|turn) (\d+)\s?/.exec(plain);
  const turn = Number(bar?.[1] ?? bar?.[2] ?? 1);
  const rest = asCounted(bar ? plain.replace(bar[0], '').trim() : plain);
  const turns = Math.ceil(grid.lengthTicks / grid.turnTicks);
  if (turn < 1 || turn > turns) {
    return no(`There is no bar ${turn} here; ${layer.name} has ${turns}.`);
  }
  const from = (turn - 1) * grid.turnTicks;
  const perPulse = grid.turnTicks / turnPulses(cycle);
  const pulse = /^pulse (\d+)$/.exec(rest);
  if (pulse) return exactly(grid, from + (Number(pulse[1]) - 1) * perPulse, `pulse ${pulse[1]}`);

  const match = /^(?:(.+?) (?:of )?)?(?:beat )?(\d+)$/.exec(rest === '' ? '1' : rest);
  if (!match) return no(`“${text.trim()}” is not a place. ${EXAMPLES}.`);
  const [, word = '', number = ''] = match;
  const beat = Number(number);
  const starts = beatStarts(cycle);
  const start = starts[beat - 1];
  if (start === undefined) return no(`There is no beat ${beat}; a turn has ${starts.length}.`);
  const at = from + start * perPulse;
  if (word === '' || word === 'beat') return exactly(grid, at, `beat ${beat}`);
  if (word === 'just before' || word === 'before') {
    // Before the first beat of all comes the end of the layer, since it comes round.
    const slot = grid.startTicks.findLastIndex((ticks) => ticks < at);
    return { ok: true, slot: slot < 0 ? grid.startTicks.length - 1 : slot };
  }
  if (word === 'right after' || word === 'just after' || word === 'after') {
    const slot = grid.startTicks.findIndex((ticks) => ticks > at);
    return { ok: true, slot: Math.max(0, slot) };
  }
  const end = from + (starts[beat] ?? turnPulses(cycle)) * perPulse;
  const words: string[] = [];
  for (let slot = 0; slot < grid.startTicks.length; slot += 1) {
    const ticks = numberAt(grid.startTicks, slot);
    if (ticks <= at || ticks >= end) continue;
    const said = placeOf(cycle, layer, grid, slot, counting).word ?? '';
    if (said.toLowerCase() === word) return { ok: true, slot };
    words.push(said);
  }
  return no(
    words.length === 0
      ? `Beat ${beat} is not divided here.`
      : `Beat ${beat} has no “${word}” here. After ${beat} come ${words.join(', ')}.`,
  );
}

const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** A place as it is said, the way it is counted: `on the one` is 1, `and of three` is & of 3. */
function asCounted(said: string): string {
  return said
    .replace(/^(?:on )?the (?=one$)/, '')
    .replace(/^on /, '')
    .replace(/^(?:the )?and\b/, '&')
    .replace(/^the (?=\S+ (?:of|before|after))/, '')
    .replace(/\b[a-z]+$/, (word) => {
      const number = NUMBERS.indexOf(word) + 1;
      return number > 0 ? String(number) : word;
    });
}

function exactly(grid: LayerGrid, ticks: number, what: string): AddressResult {
  const slot = grid.startTicks.indexOf(ticks);
  if (slot >= 0) return { ok: true, slot };
  return no(`No slot begins on ${what} here.`);
}

function no(message: string): AddressResult {
  return { ok: false, message };
}
