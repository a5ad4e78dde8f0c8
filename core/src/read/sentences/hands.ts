import { findInstrument } from '../../instrument/index.ts';
import { type Hand, targetAt, tempoAt } from '../../rhythm/index.ts';
import { capital, counted, form, wordedCount } from '../../wording/index.ts';
import { drumMoves, hardMoves } from '../hands/drum-moves.ts';
import { type HandsReading, readHands, strokesPerSecond, tempoAtCeiling } from '../hands/hands.ts';
import { forcesByHand, wrists } from '../hands/wrists.ts';
import { type Finding, plain } from './finding.ts';
import { HAND_NAMES } from './place.ts';
import { sayRow } from './row.ts';
import type { Subject } from './subject.ts';

/** What a layer asks of the hands: counts, leads, speed now and at the target, moves, what cannot be. */
export function handFindings(subject: Subject): readonly Finding[] {
  const { rhythm, layer, timing, index } = subject;
  const { ceiling } = subject.settings;
  const instrument = findInstrument(layer.instrument);
  if (layer.strokes.length === 0 || instrument?.byHand === false) return [];
  const hands = readHands(layer, timing, index);
  const findings: Finding[] = [
    plain(sayHands(hands), [], 'hands'),
    ...leadFindings(subject, hands),
  ];
  const { target } = rhythm;
  const tempo = tempoAt(rhythm);
  if (hands.shortest) {
    const { gap, hand } = hands.shortest;
    const now = strokesPerSecond(gap, tempo);
    const later = strokesPerSecond(gap, { ...tempo, bpm: target });
    const limit = tempoAtCeiling(gap, tempo.per, ceiling);
    const who = hands.count.R > 0 && hands.count.L > 0 ? 'One hand' : `The ${HAND_NAMES[hand]}`;
    const reach = target === tempo.bpm ? '' : `, ${later.toFixed(1)} at ${target}`;
    findings.push(
      plain(`${who} strikes ${now.toFixed(1)} times a second now${reach}.`, [], 'tempo'),
    );
    if (later > ceiling || now > ceiling) {
      findings.push({
        text: `Above ${Math.floor(limit)} a minute one hand strikes more than ${ceiling} times a second, where many begin to tire.`,
        slots: [],
        tone: 'warn',
        figure: 'tempo',
      });
    }
  }
  findings.push(...moveFindings(subject));
  if (hands.impossible.length > 0) {
    findings.push({
      text: `One hand would play twice at once in ${wordedCount(hands.impossible.length, 'slot')}.`,
      slots: hands.impossible,
      tone: 'warn',
    });
  }
  return findings;
}

/** Where another hand begins a turn than began the one before. */
function leadFindings({ line, timing }: Subject, { leads }: HandsReading): readonly Finding[] {
  const changes = leads.flatMap((lead, turn) => {
    const before = leads[turn - 1];
    return turn > 0 && lead !== undefined && before !== undefined && lead !== before ? [turn] : [];
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
  if (findInstrument(layer.instrument)?.byHand === false) return [];
  const byHand = forcesByHand(layer);
  return (['R', 'L'] as const).flatMap((hand) => {
    const forces = byHand[hand];
    // A hand that never changes its height has nothing to learn here.
    const high = forces.filter((force) => force >= 3).length;
    if (high === 0 || high === forces.length) return [];
    const name = hand === 'R' ? 'Right' : 'Left';
    return [plain(`${name}: ${sayRow(wrists(forces))}.`, [], 'wrists')];
  });
}
