import { nth } from '../../bounds/index.ts';
import {
  type Finding,
  HAND_NAMES,
  type NamedLine,
  plain,
  sayKind,
  sayStroke,
} from '../../read/index.ts';
import { FORCE_NAMES } from '../../rhythm/index.ts';
import type { Seconds } from '../../time/index.ts';
import { counted, inWords, times } from '../../wording/index.ts';
import { EXACT, type Judgement, type SlotFigure } from './judge.ts';
import { cleanSpread, flaws, type Strictness } from './verdict.ts';

/** What sentences about a run need to name its strokes. */
export interface Named extends NamedLine {
  /** How many passes the run had. */
  readonly passes: number;
}

/** A division swings where the ratio of its parts is further from even than this, and than chance takes it. */
const SWINGS = 0.1;
/** Strokes that are needed to swing. */
const SWINGING = 6;
/** Decibels by which one hand may be the weaker without a word. */
const WEAKER = 3;

/** Time in whole milliseconds. @example sayMs(-0.0219) // '22 ms' */
export function sayMs(time: Seconds): string {
  return `${Math.round(Math.abs(time) * 1000)} ms`;
}

/** “five times out of six”; nothing where there was one pass. */
function outOf(some: number, all: number): string {
  if (all < 2) return '';
  if (some === all)
    return all === 2 ? ', both times' : `, ${inWords(all)} times out of ${inWords(all)}`;
  return `, ${times(some)} out of ${inWords(all)}`;
}

/**
 * What is to be said of a run: first the one sentence that helps most, then the others. Strokes are named
 * as the player names them, with their numbers.
 */
export function sayRun(judgement: Judgement, by: Strictness, named: Named): readonly Finding[] {
  const found = flaws(judgement, by);
  if (found.includes('silent')) {
    return [warn('Nothing was heard of this line.', [])];
  }
  const said = [
    ...missed(judgement, named),
    ...tooMany(judgement),
    ...kinds(judgement, named),
    ...swing(judgement),
    ...offSlots(judgement, by, named),
    ...drift(judgement, by),
    ...wander(judgement, by),
    ...hardness(judgement, named),
    ...hands(judgement, named),
  ];
  const rest = placed(judgement);
  if (said.length === 0) {
    const text = `Clean: spread ${sayMs(judgement.spread)}, nothing missed.`;
    return [{ text, slots: [], tone: 'good' }, ...rest];
  }
  const isAlone =
    said.length === 1 && swing(judgement).length === 0 && found.every((flaw) => flaw === 'spread');
  const { match, spreadElse } = judgement;
  const clean =
    isAlone && match.missed.length === 0 && spreadElse <= cleanSpread(judgement, by)
      ? [plain(`All else is clean: spread ${sayMs(spreadElse)}, nothing missed.`)]
      : [];
  return [...said, ...clean, ...rest];
}

function warn(text: string, slots: readonly number[]): Finding {
  return { text, slots, tone: 'warn' };
}

function missed({ match, slots }: Judgement, named: Named): readonly Finding[] {
  if (match.missed.length === 0) return [];
  const counts = new Map<number, number>();
  for (const { slot } of match.missed) counts.set(slot, (counts.get(slot) ?? 0) + 1);
  const most = [...counts.entries()].sort(([a, x], [b, y]) => y - x || a - b);
  const asked = (slot: number) => slots.find((one) => one.slot === slot)?.asked ?? 1;
  const [slot, count] = nth(most, 0);
  const others = match.missed.length - count;
  const more = others > 0 ? `, and ${counted(others, 'other')} beside it` : '';
  const all = most.map(([one]) => one);
  return [
    warn(`The ${sayStroke(named, slot)} is missing${outOf(count, asked(slot))}${more}.`, all),
  ];
}

function tooMany({ match: { extra } }: Judgement): readonly Finding[] {
  if (extra.length === 0) return [];
  return [
    warn(
      `${counted(extra.length, 'stroke')} more than ${extra.length === 1 ? 'is' : 'are'} written.`,
      [],
    ),
  ];
}

function kinds({ slots }: Judgement, named: Named): readonly Finding[] {
  return slots
    .flatMap((slot) => {
      const [other] = [...slot.takenFor.entries()].sort(([, a], [, b]) => b - a);
      return other ? [{ slot, kind: other[0], count: other[1] }] : [];
    })
    .sort((a, b) => b.count / b.slot.asked - a.count / a.slot.asked)
    .slice(0, 3)
    .map(({ slot, kind, count }) =>
      warn(
        `The ${sayStroke(named, slot.slot)} comes out as ${article(sayKind(named.layer, kind))}${outOf(count, slot.asked)}.`,
        [slot.slot],
      ),
    );
}

function article(noun: string): string {
  return `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`;
}

const PARTS: Readonly<Record<number, string>> = { 2: 'twos', 4: 'fours', 6: 'sixes', 8: 'eights' };

function swing({ evenness }: Judgement): readonly Finding[] {
  return evenness.flatMap(({ parts, ratio, doubt, cells, agree }) => {
    if (ratio === undefined || Math.abs(ratio - 1) < Math.max(SWINGS, doubt)) return [];
    // One stroke that is off is no swing: every cell has to lean the same way, and there have to be a few.
    if (agree < cells || cells * parts < SWINGING) return [];
    const what = PARTS[parts] ?? `cells of ${parts}`;
    const how =
      ratio > 1
        ? `long short, ${ratio.toFixed(1)} to 1`
        : `short long, 1 to ${(1 / ratio).toFixed(1)}`;
    return [warn(`The ${what} swing: ${how}. Written they are even.`, [])];
  });
}

/** Slots that are off by more than a part of what is clean, the furthest first. */
function offSlots(judgement: Judgement, by: Strictness, named: Named): readonly Finding[] {
  if (swing(judgement).length > 0) return [];
  const most = Math.max(EXACT * 1.5, cleanSpread(judgement, by) * 0.75);
  return judgement.slots
    .filter(isOff(most))
    .sort((a, b) => Math.abs(b.bias) - Math.abs(a.bias))
    .slice(0, 2)
    .map(({ slot, bias, sameWay, asked }) =>
      warn(
        `The ${sayStroke(named, slot)} comes ${sayMs(bias)} ${bias < 0 ? 'early' : 'late'}${outOf(sameWay, asked)}.`,
        [slot],
      ),
    );
}

function isOff(most: Seconds) {
  return (slot: SlotFigure): slot is SlotFigure & { readonly bias: Seconds } =>
    slot.bias !== undefined && Math.abs(slot.bias) > most && slot.sameWay * 2 > slot.asked;
}

function drift({ drift: gained }: Judgement, by: Strictness): readonly Finding[] {
  if (Math.abs(gained) <= by.drift) return [];
  const much = `${Math.abs(gained).toFixed(1)} %`;
  return [
    warn(
      gained > 0
        ? `The whole hurries: ${much} quicker than the click.`
        : `The whole drags: ${much} slower than the click.`,
      [],
    ),
  ];
}

function wander(judgement: Judgement, by: Strictness): readonly Finding[] {
  const most = cleanSpread(judgement, by);
  if (judgement.spread <= most || judgement.spreadElse <= most) return [];
  if (swing(judgement).length > 0) return [];
  return [
    warn(`The strokes spread by ${sayMs(judgement.spread)}; ${sayMs(most)} would be clean.`, []),
  ];
}

function hardness({ loudness }: Judgement, named: Named): readonly Finding[] {
  if (!loudness) return [];
  const off = loudness.off
    .slice(0, 2)
    .map(({ slot, written, came }) =>
      warn(
        `The ${sayStroke(named, slot)} is written ${FORCE_NAMES[written]} and comes out ${FORCE_NAMES[came]}.`,
        [slot],
      ),
    );
  const { leftWeaker } = loudness;
  if (leftWeaker === undefined || Math.abs(leftWeaker) < WEAKER) return off;
  const weak = leftWeaker > 0 ? 'left' : 'right';
  return [
    ...off,
    warn(`The ${weak} hand is the weaker by ${Math.abs(leftWeaker).toFixed(0)} dB.`, []),
  ];
}

function hands({ wrongHands, match }: Judgement, named: Named): readonly Finding[] {
  const [first] = wrongHands;
  if (!first) return [];
  const { slot, hand } = first.asked;
  const slots = [...new Set(wrongHands.map(({ asked }) => asked.slot))];
  return [
    plain(
      `${counted(wrongHands.length, 'stroke')} of ${match.met.length} came with the other hand; the ${sayStroke(named, slot)} is written ${HAND_NAMES[hand]}.`,
      slots,
    ),
  ];
}

/** Where the player lies as a whole, where that can be known. */
function placed({ bias }: Judgement): readonly Finding[] {
  if (bias === undefined || Math.abs(bias) <= EXACT) return [];
  return [plain(`As a whole you lie ${sayMs(bias)} ${bias < 0 ? 'before' : 'behind'} the click.`)];
}
