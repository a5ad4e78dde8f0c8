import { turnPulses } from '../../cycle/index.ts';
import { toNumber, wrap } from '../../time/index.ts';
import { counted, inWords } from '../../wording/index.ts';
import { isSameLine } from '../doing.ts';
import { phaseOf, type Span, sourceOf, speedOf } from '../lay-out.ts';
import { isTurned, isTurnedAfter, sidesIn } from '../sides.ts';
import { about, type Look, type Mend } from './finding.ts';

const BARS = 8;

/** The nearest lengths, longer first, after which a line of so many pulses has come round. */
function comesRoundIn(span: Span, lengthPulses: number, phase: number): number | undefined {
  const each = turnPulses(span.section.cycle) * speedOf(span.section);
  for (let off = 1; off <= BARS; off += 1) {
    for (const turns of [span.turns + off, span.turns - off]) {
      if (turns >= 1 && wrap(phase + turns * each, lengthPulses) === 0) return turns;
    }
  }
  return undefined;
}

/** Sections after which the timeline is on its other side, and where it comes back. */
export const turnedSides: Look = ({ laid }) => {
  const running = laid.spans.map((span) => sidesIn(span, laid.source));
  return laid.spans.flatMap((span, at) => {
    const sides = running[at];
    const next = laid.spans[at + 1];
    if (!sides || !next || isTurned(sides) || !isTurnedAfter(sides, span.turns, span)) return [];
    // What does not run on begins with its first side again.
    const after = laid.spans.slice(at + 1).findIndex((one, index) => {
      const own = running[at + 1 + index];
      return !one.runsOn || (own !== undefined && !isTurned(own));
    });
    const then = running[at + 1];
    if (!next.runsOn || (then && !isTurned(then))) return [];
    const back = after < 0 ? undefined : laid.spans[at + 1 + after];
    const other = sides.first === 'three' ? 'two' : 'three';
    const stays =
      back === undefined
        ? 'and it stays there to the end'
        : `and it stays there until ${back.section.name}`;
    const turns = Math.max(1, Math.round(sides.length / turnPulses(span.section.cycle)));
    const wanted = comesRoundIn(span, sides.length, sides.phase);
    const mends: Mend[] = [
      ...(wanted === undefined
        ? []
        : [{ label: `Make it ${wanted}`, edit: { kind: 'turns', turns: wanted } } as const]),
      {
        label: `Begin anew in ${next.section.name}`,
        edit: { kind: 'anew', section: next.section.id },
      },
    ];
    return about(span, {
      kind: 'turned',
      weight: 'look',
      player: sides.player,
      text: `${span.section.name} has ${counted(span.turns, 'turn')}. The ${inWords(turns)}-turn ${sides.name} ends in its middle, so ${next.section.name} starts on the ${other}-side, ${stays}.`,
      mends,
    });
  });
};

/** Lines of several turns that a section breaks off in their middle; timelines have a finding of their own. */
export const oddTurns: Look = ({ laid }) =>
  laid.spans.flatMap((span) => {
    const { section } = span;
    const next = laid.spans[span.index + 1];
    if (span.section.most !== undefined) return [];
    const sided = sidesIn(span, laid.source);
    return span.doings.flatMap((doing) => {
      const found = sourceOf(laid.source, doing.line);
      if (!found || found.layer.side || doing.part?.until || section.cut) return [];
      const length = toNumber(found.length);
      const each = turnPulses(section.cycle) * speedOf(section);
      const turns = length / each;
      const phase = phaseOf(span, doing);
      // Where a timeline runs with it, what turns the timeline over turns this with it.
      if (turns < 2 || !Number.isInteger(turns) || (sided && sided.length % length === 0))
        return [];
      const left = wrap(phase + span.turns * each, length) / each;
      if (left === 0 || wrap(phase, length) !== 0) return [];
      const follows = next?.doings.find((one) => one.player.id === doing.player.id);
      const runsOn = next?.runsOn && isSameLine(follows?.line, doing.line);
      const wanted = comesRoundIn(span, length, phase);
      return about(span, {
        kind: 'odd-turns',
        weight: 'look',
        player: doing.player.id,
        text: `${section.name} has ${counted(span.turns, 'turn')}, and ${doing.player.name} plays ${inWords(turns)} turns of ${found.layer.name}: ${
          runsOn && next
            ? `${next.section.name} begins with turn ${Math.floor(left) + 1} of it.`
            : `it breaks off after turn ${Math.floor(left)} of ${turns}.`
        }`,
        mends:
          wanted === undefined
            ? []
            : [{ label: `Make it ${wanted}`, edit: { kind: 'turns', turns: wanted } }],
      });
    });
  });
