import { numberAt } from '../../bounds/index.ts';
import { FAMILIES } from '../../instrument/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
import { capital } from '../../wording/index.ts';
import type { ReadSettings } from '../settings.ts';
import { highShare, highShares, type Weight, weightOf } from '../strokes/weight.ts';
import { type Finding, plain, touching } from './finding.ts';
import type { Subject } from './subject.ts';

const percent = (share: number) => Math.round(share * 100);

/** The weight in a sentence, the heaviest family first; undefined where fewer than two sound. */
export function sayWeight(weight: Weight): string | undefined {
  const heard = FAMILIES.filter((family) => weight[family] > 0).sort(
    (a, b) => weight[b] - weight[a],
  );
  if (heard.length < 2) return undefined;
  return `${capital(heard.map((family) => `${family} ${percent(weight[family])} %`).join(', '))}.`;
}

/**
 * Low against high in a sentence, right or not.
 * @param high the share of the high sounds, 0 to 1
 * @param wanted the shares that are wanted
 * @example sayBalance(0.28, { least: 0, most: 0.6 }).text // 'Low 72, high 28, as you want.'
 */
export function sayBalance(
  high: number,
  wanted: { readonly least: number; readonly most: number },
): { readonly text: string; readonly isWanted: boolean } {
  const shares = `Low ${100 - percent(high)}, high ${percent(high)}`;
  if (high > wanted.most) {
    return {
      text: `${shares}: the high sounds take over, you want at most ${percent(wanted.most)}.`,
      isWanted: false,
    };
  }
  if (high < wanted.least) {
    return {
      text: `${shares}: the high sounds are few, you want at least ${percent(wanted.least)}.`,
      isWanted: false,
    };
  }
  return { text: `${shares}, as you want.`, isWanted: true };
}

function isWithin(share: number, { least, most }: ReadSettings['high']): boolean {
  return share >= least && share <= most;
}

/** So many turns have their balance said one by one; of more only those that are not as wanted. */
const MOST_TURNS = 8;

/** How its sounds weigh against one another, low against high in the whole and in each turn. */
export function weightFindings(subject: Subject): readonly Finding[] {
  const { layer, settings } = subject;
  const weight = sayWeight(weightOf([layer]));
  const high = highShare(layer);
  const findings: Finding[] = weight === undefined ? [] : [plain(weight, [], 'weight')];
  if (high === undefined) return findings;
  const { text, isWanted } = sayBalance(high, settings.high);
  return [
    ...findings,
    { text, slots: [], tone: isWanted ? 'good' : 'warn', figure: 'weight' },
    ...byTurn(subject, high),
  ];
}

function byTurn({ layer, grid, settings }: Subject, whole: number): readonly Finding[] {
  const { startTicks, turnTicks, lengthTicks } = grid;
  const turns = lengthTicks / turnTicks;
  if (!Number.isInteger(turns) || turns < 2) return [];
  const firsts = firstSlots(startTicks, turnTicks, turns);
  const said: { readonly turn: number; readonly high: number; readonly isWanted: boolean }[] = [];
  highShares(layer, firsts).forEach((high, turn) => {
    if (high === undefined) return;
    said.push({ turn: turn + 1, high, isWanted: isWithin(high, settings.high) });
  });
  const off = said.filter(({ isWanted }) => !isWanted);
  const isOdd = said.some(({ high }) => percent(high) !== percent(whole));
  const words = (list: typeof said) =>
    list.map(({ turn, high }) => `turn ${turn} low ${100 - percent(high)}, high ${percent(high)}`);
  return [
    ...(isOdd && turns <= MOST_TURNS ? [plain(`${capital(words(said).join('; '))}.`)] : []),
    ...(off.length > 0 && off.length < said.length
      ? [
          touching(
            `Not as you want in ${off.length === 1 ? 'turn' : 'turns'} ${off.map(({ turn }) => turn).join(', ')}.`,
            () =>
              off.flatMap(({ turn }) =>
                slotsBetween(layer, numberAt(firsts, turn - 1), numberAt(firsts, turn)),
              ),
            { tone: 'warn' },
          ),
        ]
      : []),
  ];
}

/** The first slot of each turn, and the one after the last. */
function firstSlots(
  startTicks: LayerGrid['startTicks'],
  turnTicks: Ticks,
  turns: number,
): readonly number[] {
  const firsts: number[] = [];
  for (let slot = 0; slot < startTicks.length && firsts.length < turns; slot += 1) {
    if (numberAt(startTicks, slot) >= firsts.length * turnTicks) firsts.push(slot);
  }
  while (firsts.length <= turns) firsts.push(startTicks.length);
  return firsts;
}

function slotsBetween(layer: Layer, from: number, to: number): readonly number[] {
  const slots = layer.strokes.map(({ slot }) => slot);
  return [...new Set(slots.filter((slot) => slot >= from && slot < to))];
}
