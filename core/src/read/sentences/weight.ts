import { FAMILIES } from '../../instrument/index.ts';
import { capital } from '../../wording/index.ts';
import { highShare, type Weight, weightOf } from '../strokes/weight.ts';
import { type Finding, plain } from './finding.ts';
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
  const firsts = Array.from({ length: turns + 1 }, (_, turn) => {
    const slot = startTicks.findIndex((ticks) => ticks >= turn * turnTicks);
    return slot < 0 ? startTicks.length : slot;
  });
  const said = firsts.slice(0, -1).flatMap((from, turn) => {
    const to = firsts[turn + 1] ?? startTicks.length;
    const high = highShare(layer, from, to);
    if (high === undefined) return [];
    const { isWanted } = sayBalance(high, settings.high);
    const slots = layer.strokes.map(({ slot }) => slot).filter((slot) => slot >= from && slot < to);
    return [{ turn: turn + 1, high, isWanted, slots: [...new Set(slots)] }];
  });
  const off = said.filter(({ isWanted }) => !isWanted);
  const isOdd = said.some(({ high }) => percent(high) !== percent(whole));
  const words = (list: typeof said) =>
    list.map(({ turn, high }) => `turn ${turn} low ${100 - percent(high)}, high ${percent(high)}`);
  return [
    ...(isOdd && turns <= MOST_TURNS ? [plain(`${capital(words(said).join('; '))}.`)] : []),
    ...(off.length > 0 && off.length < said.length
      ? [
          {
            text: `Not as you want in ${off.length === 1 ? 'turn' : 'turns'} ${off.map(({ turn }) => turn).join(', ')}.`,
            slots: off.flatMap(({ slots }) => slots),
            tone: 'warn' as const,
          },
        ]
      : []),
  ];
}
