import { instrumentOf } from '../../instrument/index.ts';
import { type Hand, targetAt, tempoAt } from '../../rhythm/index.ts';
import { type Pulses, rational, type Tempo, toSeconds } from '../../time/index.ts';
import { capital, counted, form, wordedCount } from '../../wording/index.ts';
import { drumMoves, hardMoves } from '../hands/drum-moves.ts';
import {
  type HandsReading,
  longestQuickRun,
  readHands,
  strokesPerSecond,
  sustained,
} from '../hands/hands.ts';
import { longestWaits } from '../hands/waits.ts';
import { forcesByHand, highFrom, wristAt, wristRow } from '../hands/wrists.ts';
import { type Finding, plain, touching } from './finding.ts';
import { sayMoment } from './pair.ts';
import { HAND_NAMES } from './place.ts';
import { sayRow } from './row.ts';
import type { Subject } from './subject.ts';

/** What a layer asks of the hands: counts, leads, speed now and at the target, moves, what cannot be. */
export function handFindings(subject: Subject): readonly Finding[] {
  const { layer, timing, index } = subject;
  const instrument = instrumentOf(layer);
  if (layer.strokes.length === 0 || instrument?.byHand === false) return [];
  const hands = readHands(layer, timing, index);
  const findings: Finding[] = [
    plain(sayHands(hands), [], 'hands'),
    ...ornamentFindings(subject, hands),
    ...leadFindings(subject, hands),
  ];
  findings.push(...rateFindings(subject, hands));
  findings.push(...restFindings(subject), ...moveFindings(subject));
  if (hands.impossible.length > 0) {
    findings.push({
      text: `One hand would play twice at once in ${wordedCount(hands.impossible.length, 'slot')}.`,
      slots: hands.impossible,
      tone: 'warn',
    });
  }
  return findings;
}

/** What graces and rolls add to the hands. */
function ornamentFindings({ layer }: Subject, { count, struck }: HandsReading): readonly Finding[] {
  const added = (['R', 'L'] as const).filter((hand) => struck[hand] !== count[hand]);
  if (added.length === 0) return [];
  const slots = layer.strokes.flatMap(({ slot, ornament }) => (ornament ? [slot] : []));
  const counts = (['R', 'L'] as const).map((hand) => `${HAND_NAMES[hand]} ${struck[hand]}`);
  return [plain(`With graces and rolls: ${counts.join(', ')}.`, [...new Set(slots)])];
}

const WHO = { R: 'the right hand', L: 'the left hand', F: 'the foot' } as const;

/** Closer together than this two strokes of one hand are hard for most, however few they are: seconds. */
const HARD_PAIR = 0.1;
/** From so many strokes of a hand in a row on, their speed is one to tire of. */
const LONG_RUN = 4;

/** How often the busiest hand strikes over a turn, its closest two, and what of it tires. */
function rateFindings(subject: Subject, hands: HandsReading): readonly Finding[] {
  const { rhythm, layer, timing, index, settings, grid } = subject;
  const { ceiling } = settings;
  const tempo = tempoAt(rhythm);
  const target = targetAt(rhythm);
  const moves = target.bpm !== tempo.bpm;
  const findings: Finding[] = [];
  const busiest = sustained(hands, grid.length, tempo);
  const later = sustained(hands, grid.length, target);
  if (!busiest || !later) return [];
  const reach = moves ? `, ${later.rate.toFixed(1)} at ${target.bpm}` : '';
  findings.push(
    plain(
      `Over a turn ${WHO[busiest.hand]} strikes ${busiest.rate.toFixed(1)} times a second${reach}.`,
      [],
      'tempo',
    ),
  );
  const fast = Math.max(target.bpm, tempo.bpm);
  const quickest = { ...tempo, bpm: fast };
  const tires = 'where many begin to tire';
  if (hands.closest) {
    const { gap, hand, slots } = hands.closest;
    const now = 1 / strokesPerSecond(gap, tempo);
    const then = 1 / strokesPerSecond(gap, target);
    findings.push(
      plain(
        `The closest two of ${WHO[hand]}: ${now.toFixed(2)} s${moves ? `, ${then.toFixed(2)} s at ${target.bpm}` : ''}.`,
        [...new Set(slots)],
      ),
    );
    const rate = strokesPerSecond(gap, quickest);
    if (rate > ceiling) {
      // The time between strokes at the ceiling, in pulses.
      const most = rational(Math.floor((fast * tempo.per * 10_000) / (60 * ceiling)), 10_000);
      const run = longestQuickRun(layer, timing, index, most);
      if (run && run.slots.length >= LONG_RUN) {
        findings.push(
          touching(
            `At ${fast}, ${run.slots.length} strokes of ${WHO[run.hand]} in a row come faster than ${ceiling} a second, ${tires}.`,
            () => [...new Set(run.slots)].sort((a, b) => a - b),
            { tone: 'warn', figure: 'tempo' },
          ),
        );
      } else if (1 / rate < HARD_PAIR) {
        findings.push({
          text: `At ${fast} two strokes of ${WHO[hand]} are ${(1 / rate).toFixed(2)} s apart, which is hard for most.`,
          slots: [...new Set(slots)],
          tone: 'warn',
          figure: 'tempo',
        });
      }
    }
  }
  const most = Math.max(busiest.rate, later.rate);
  if (most > ceiling) {
    const limit = Math.floor((fast * ceiling) / most);
    findings.push({
      text: `Above ${limit} a minute ${WHO[busiest.hand]} strikes more than ${ceiling} times a second over a turn, ${tires}.`,
      slots: [],
      tone: 'warn',
      figure: 'tempo',
    });
  }
  return findings;
}

/** From this long on a wait is a rest: seconds. */
const REST = 0.3;

/** Where each hand can rest, now and at the target; the shortest of them is said where none can. */
function restFindings({ rhythm, layer, timing, index }: Subject): readonly Finding[] {
  const tempo = tempoAt(rhythm);
  const target = targetAt(rhythm);
  const seconds = (gap: Pulses, at: Tempo) => toSeconds(gap, at).toFixed(2);
  const waits = longestWaits(layer, timing, index);
  const [rests, others] = [true, false].map((long) =>
    waits.filter(({ gap }) => toSeconds(gap, target) >= REST === long),
  );
  const reach = (gap: Pulses) =>
    target.bpm === tempo.bpm ? '' : `, ${seconds(gap, target)} s at ${target.bpm}`;
  return [
    ...(rests ?? []).map(({ hand, gap, after, slot }) =>
      plain(
        `${capital(WHO[hand])} can rest longest after pulse ${sayMoment(after, timing)}: ${seconds(gap, tempo)} s${reach(gap)}.`,
        [slot],
      ),
    ),
    ...(others ?? []).map(({ hand, gap }) =>
      plain(
        `${capital(WHO[hand])} never waits longer than ${seconds(gap, target)} s at ${target.bpm}.`,
      ),
    ),
    ...(rests && rests.length > 0
      ? [plain('Let a waiting hand lie on the skin or the thigh: held in the air it tires first.')]
      : []),
  ];
}

/** Where another hand begins a turn than began the one before. */
function leadFindings({ line, timing }: Subject, { leads }: HandsReading): readonly Finding[] {
  const changes: number[] = [];
  leads.forEach((lead, turn) => {
    const before = leads[turn - 1];
    if (lead !== undefined && before !== undefined && lead !== before) changes.push(turn);
  });
  if (changes.length === 0) return [];
  const { slots, onsets } = line;
  const first = changes.flatMap((turn) => {
    const at = onsets.findIndex((onset) => onset >= turn * timing.turnTicks);
    return slots[at] ?? [];
  });
  const bars = changes.map((turn) => turn + 1).join(', ');
  return [plain(`The lead changes over at bar ${bars}.`, first)];
}

/** Moves between drums for which the hand has too little time now, else at the target. */
function moveFindings({ rhythm, layer, timing, index, settings }: Subject): readonly Finding[] {
  const { ceiling } = settings;
  const moves = drumMoves(layer, timing, index);
  if (moves.length === 0) return [];
  const now = hardMoves(moves, tempoAt(rhythm), ceiling);
  const target = targetAt(rhythm);
  const hard = now.length > 0 ? now : hardMoves(moves, target, ceiling);
  const [first] = hard;
  if (!first) {
    return [
      plain(`${counted(moves.length, 'move')} between drums, none too quick at ${target.bpm}.`),
    ];
  }
  const when = now.length > 0 ? 'now' : `at ${target.bpm}`;
  const least = Math.min(...hard.map((move) => move.seconds));
  const many = capital(wordedCount(hard.length, 'move'));
  return [
    {
      text: `${many} between drums ${form(hard.length, 'is')} next to impossible ${when}: the ${HAND_NAMES[first.hand]} has ${least.toFixed(2)} s to reach the other drum. Give one of the strokes to the other hand, or stay on the drum.`,
      slots: [...new Set(hard.flatMap((move) => [move.from, move.to]))].sort((a, b) => a - b),
      tone: 'warn',
    },
  ];
}

function sayHands(hands: HandsReading): string {
  const counts = (['R', 'L', 'F'] as const)
    .filter((hand) => hands.count[hand] > 0)
    .map((hand) => `${HAND_NAMES[hand]} ${hands.count[hand]}`)
    .join(', ');
  const sentence = capital(counts);
  if (hands.count.R === 0 || hands.count.L === 0) return `${sentence}.`;
  const order = hands.inTurn
    ? ', strictly in turn'
    : hands.longestRun.length > 1 && hands.longestRun.hand
      ? `, at most ${hands.longestRun.length} in a row with the ${HAND_NAMES[hands.longestRun.hand]}`
      : '';
  const [first] = hands.leads;
  const heard = hands.leads.filter((lead) => lead !== undefined);
  const lead =
    heard.length < hands.leads.length || first === undefined
      ? ''
      : heard.every((one) => one === first)
        ? `; ${sayLead(first)}${hands.leads.length > 1 ? ' every turn' : ''}`
        : `; the lead changes: ${heard.map((one) => HAND_NAMES[one]).join(', ')}`;
  return `${sentence}${order}${lead}.`;
}

function sayLead(hand: Hand): string {
  return hand === 'B' ? 'both hands lead together' : `the ${HAND_NAMES[hand]} leads`;
}

/** What the wrists do, hand by hand. */
export function wristFindings({ layer }: Subject): readonly Finding[] {
  if (instrumentOf(layer)?.byHand === false) return [];
  const byHand = forcesByHand(layer);
  const from = highFrom(layer);
  const findings: Finding[] = [];
  for (const hand of ['R', 'L'] as const) {
    const forces = byHand[hand];
    // A hand that never changes its height has nothing to learn here.
    let high = 0;
    for (const force of forces) if (force >= from) high += 1;
    if (high === 0 || high === forces.length) continue;
    const name = hand === 'R' ? 'Right' : 'Left';
    findings.push(plain(`${name}: ${sayRow(wristRow(forces, from), wristAt)}.`, [], 'wrists'));
  }
  return findings;
}
