import { turnPulses } from '../cycle/index.ts';
import { formatRational, rational, toNumber } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { type Doing, isSameLine } from './doing.ts';
import { type Laid, type Span, sourceOf, speedOf } from './lay-out.ts';
import type { Line } from './model.ts';
import { sayChange, sayLength, sayLine, sayPlace, sayPlaceIn } from './words.ts';

/** What one player has to know of a section, or of several that are rested through. */
export interface Cue {
  /** The first and the last section it is about, in the order as it is played. */
  readonly at: number;
  readonly last: number;
  readonly name: string;
  /** Turns it lasts, in words, and from which bar of the piece on, from 1. */
  readonly length: string;
  readonly bar: number;
  readonly does: 'plays' | 'rests' | 'leads' | 'is quiet';
  /** What is played. */
  readonly line?: Line;
  readonly what: string;
  /** The same line as before: it goes on. */
  readonly goesOn: boolean;
  /** How often the line comes round in it, where that differs from its turns. */
  readonly rounds?: string;
  /** How it is entered, stopped and played. */
  readonly notes: readonly string[];
  /** What to listen for before the next one. */
  readonly listen: readonly string[];
}

/** The cue sheet of one player: only what that player needs. */
export function cueSheet(laid: Laid, player: string): readonly Cue[] {
  const cues: Cue[] = [];
  for (const span of laid.spans) {
    const cue = cueFor(laid, span, player);
    const before = cues.at(-1);
    const isRestGoingOn =
      before?.does === 'rests' &&
      cue.does === 'rests' &&
      before.notes.length + cue.notes.length === 0;
    if (before && isRestGoingOn) {
      const turns = laid.spans
        .slice(before.at, span.index + 1)
        .reduce((sum, one) => sum + one.turns, 0);
      const open = laid.spans
        .slice(before.at, span.index + 1)
        .some((one) => one.section.most !== undefined);
      cues[cues.length - 1] = {
        ...cue,
        at: before.at,
        bar: before.bar,
        name: `${before.name}, ${cue.name}`,
        length: `${counted(turns, 'turn')}${open ? ', with a part until the sign' : ''}`,
      };
    } else cues.push(cue);
  }
  return cues;
}

function cueFor(laid: Laid, span: Span, player: string): Cue {
  const doing = span.doings.find((one) => one.player.id === player);
  const previous = laid.spans[span.index - 1];
  const before = previous?.doings.find((one) => one.player.id === player);
  const line = doing?.line;
  const found = sourceOf(laid.source, line);
  const goesOn = line !== undefined && span.runsOn && isSameLine(line, before?.line);
  return {
    at: span.index,
    last: span.index,
    name: span.section.name,
    length: sayLength(span.section),
    bar: span.firstTurn + 1,
    does: doing?.solo ? 'leads' : !line ? 'rests' : doing?.isQuiet ? 'is quiet' : 'plays',
    ...(line && { line }),
    what: whatOf(laid, doing),
    goesOn,
    ...(found && roundsOf(span, toNumber(found.length))),
    notes: notesOf(laid, span, doing, previous),
    listen: listenFor(laid, span, player),
  };
}

function whatOf(laid: Laid, doing: Doing | undefined): string {
  if (doing?.solo) {
    const may = doing.solo.map((line) => sayLine(laid, line));
    return may.length > 0 ? `Solo: ${may.join('; ')}` : 'Solo';
  }
  return doing?.line ? sayLine(laid, doing.line) : 'Rest';
}

/** How often a line comes round, where that is not once in each turn. */
function roundsOf({ section, turns }: Span, length: number): { readonly rounds?: string } {
  const all = (turns * turnPulses(section.cycle) * speedOf(section)) / length;
  if (all === turns || section.most !== undefined) return {};
  const whole = Math.floor(all);
  return { rounds: all === whole ? `${counted(whole, 'round')}` : `${whole} rounds and a part` };
}

function notesOf(
  laid: Laid,
  span: Span,
  doing: Doing | undefined,
  previous: Span | undefined,
): readonly string[] {
  const { section } = span;
  if (!doing?.line && !doing?.solo) return [];
  const { part } = doing;
  const change = previous && sayChange(span, previous);
  const pickup = part?.pickup;
  const beats = pickup && rational(pickup.beats.num, pickup.beats.den);
  const own = pickup?.line ? ` with ${sayLine(laid, pickup.line)}` : '';
  return [
    ...(beats
      ? [
          `Begin ${formatRational(beats)} ${beats.num === beats.den ? 'beat' : 'beats'} before${own}`,
        ]
      : []),
    ...(part?.from ? [`Enter in ${sayPlace(part.from)}`] : []),
    ...(part?.until ? [`Stop in ${sayPlace(part.until)}`] : []),
    ...(section.cut ? [`All stop in ${sayPlace(section.cut)}`] : []),
    ...(part?.begin === undefined ? [] : [`Begin with turn ${part.begin + 1} of the line`]),
    ...(change ? [`Tempo ${change}`] : []),
    ...(section.speed ? [section.speed === 'double' ? 'Double time' : 'Half time'] : []),
    ...(section.level === (previous?.section.level ?? 'plain')
      ? []
      : [section.level === 'growing' ? 'Grow' : `Play ${section.level}`]),
    ...(section.sung ? ['Someone sings'] : []),
    ...(section.calls ?? [])
      .filter((call) => call.player === doing.player.id)
      .map((call) => `Call “${call.sign}” in ${sayPlace(call.at)}`),
  ];
}

/** What announces the end of a section to a player: calls, pickups of others, who stops and who comes in. */
function listenFor(laid: Laid, span: Span, player: string): readonly string[] {
  const next = laid.spans[span.index + 1];
  const name = (id: string) => laid.form.players.find((one) => one.id === id)?.name ?? '';
  const calls = (span.section.calls ?? [])
    .filter((call) => call.player !== player)
    .map(
      ({ sign, player: by, at, brings }) =>
        `“${sign}” from ${name(by)} in ${sayPlaceIn(at, span.section.name)}${brings ? `, then ${brings}` : ''}`,
    );
  const pickups = (next?.doings ?? [])
    .filter((one) => one.player.id !== player && one.part?.pickup)
    .map((one) => `${one.player.name}’s pickup into ${next?.section.name ?? ''}`);
  const sign = span.section.most === undefined ? [] : ['The sign'];
  return [...calls, ...pickups, ...sign];
}

/** What changes for a player when a section begins, in a few words, to be said a turn ahead. */
export function announceFor(
  laid: Laid,
  at: number,
  player: string | undefined,
): string | undefined {
  const span = laid.spans[at];
  if (!span) return laid.form.final && at === laid.spans.length ? 'Last stroke' : undefined;
  if (player === undefined) return span.section.name;
  const cue = cueFor(laid, span, player);
  const does =
    cue.does === 'rests'
      ? 'rest'
      : cue.does === 'leads'
        ? 'you lead'
        : cue.goesOn
          ? 'go on'
          : cue.what;
  return `${span.section.name}: ${[does, ...cue.notes].join(', ')}`;
}
