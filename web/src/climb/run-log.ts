import {
  type Asked,
  type AskedSlot,
  askedAt,
  askedSlots,
  askedUntil,
  type Bleed,
  cleanSpread,
  comingsOut,
  type Flaw,
  flaws,
  type Hit,
  isBleedLoud,
  type Judgement,
  judge,
  judgePasses,
  type KeptRun,
  keepRun,
  learnBleed,
  type Named,
  type OwnSound,
  type Strictness,
  sayComingOut,
  sayRun,
  sayTrouble,
  type Trouble,
  troubleOf,
  type Verdict,
  verdict,
  withoutBleed,
} from '@stride/core/ear';
import { layerIn, type Passage } from '@stride/core/passage';
import type { Finding } from '@stride/core/read';
import {
  countingOf,
  type Layer,
  type LayerGrid,
  type Rhythm,
  type Timing,
} from '@stride/core/rhythm';
import type { Bpm, Seconds } from '@stride/core/time';
import { times } from '@stride/core/wording';

/** The line that is practised, on its grid. */
export interface PractisedLine {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly layerIndex: number;
  readonly layer: Layer;
  readonly grid: LayerGrid;
}

/** One pass as it was heard. */
export interface PassLog {
  readonly startTime: Seconds;
  /** Of the timing's ticks, at its beginning. */
  readonly secondsPerTick: Seconds;
  /** How the tempo rises from tick to tick: see `Pace`. */
  readonly rise?: number;
  /** How long it lasts when it is played to its end. */
  readonly seconds: Seconds;
  /** Stretches of it in which the click was silent. */
  readonly silences: readonly { readonly from: Seconds; readonly to: Seconds }[];
}

/** What was heard of a run, and what it says. */
export interface RunResult {
  readonly rung: number;
  readonly bpm: Bpm;
  readonly passes: readonly PassLog[];
  readonly judgement: Judgement;
  readonly verdict: Verdict;
  /** For each pass what was not clean; nothing where it was. */
  readonly flaws: readonly (readonly Flaw[])[];
  /** The first of them helps most. */
  readonly findings: readonly Finding[];
  readonly trouble: string | undefined;
  readonly kept: KeptRun;
  readonly strictness: Strictness;
  readonly cleanSpread: Seconds;
}

/** What a passage asks of the line, slot by slot. */
export function askedIn(line: PractisedLine, passage: Passage): readonly AskedSlot[] {
  const { rhythm, timing, layer, grid } = line;
  const ticks = ({ num, den }: Passage['from']) => (num * timing.ticksPerPulse) / den;
  const played = layerIn(rhythm.cycle, layer, grid, passage);
  return askedSlots(played, grid, ticks(passage.from), ticks(passage.to));
}

/** What was asked over all passes of a run. */
export function askedOver(
  slots: readonly AskedSlot[],
  passes: readonly PassLog[],
): readonly Asked[] {
  return passes.flatMap((pass, at) => askedAt(slots, at, pass.startTime, pass));
}

export interface RunToJudge {
  readonly line: PractisedLine;
  readonly passage: Passage;
  readonly rung: number;
  readonly bpm: Bpm;
  readonly passes: readonly PassLog[];
  readonly hits: readonly Hit[];
  /** What the program itself sounded, where a microphone may have heard it; first what was counted in. */
  readonly own?: { readonly countIn: readonly OwnSound[]; readonly all: readonly OwnSound[] };
  readonly calibrated: Seconds | undefined;
  readonly strictness: Strictness;
  /** How often the sound dropped out for a moment. */
  readonly dropouts?: number;
  /** Until when there was an input, where it ended in the middle. */
  readonly until?: Seconds | undefined;
}

/** Judges a run: takes out the program's own sound, matches, weighs every pass, and puts it into words. */
export function judgeRun(run: RunToJudge): RunResult {
  const { line, passage, passes, strictness, dropouts = 0 } = run;
  const { rhythm, layer, grid } = line;
  const { hits, bleed } = withoutOwn(run);
  const slots = askedIn(line, passage);
  const whole = askedOver(slots, passes).filter(
    ({ time }) => run.until === undefined || time < run.until,
  );
  const [first] = passes;
  const secondsPerTick = first?.secondsPerTick ?? 1;
  const played = layerIn(rhythm.cycle, layer, grid, passage);
  const judgeOf = (asked: readonly Asked[]) => {
    const one = { layer: played, grid, secondsPerTick, asked, hits, calibrated: run.calibrated };
    return { one, judgement: judge(one) };
  };
  let { one, judgement } = judgeOf(whole);
  const named: Named = {
    cycle: rhythm.cycle,
    layer: played,
    grid,
    counting: countingOf(rhythm, layer),
    passes: passes.length,
  };
  const trouble = troubleOf(judgement, whole, hits, otherLines(line, passage, passes));
  if (trouble?.kind === 'hands off')
    ({ one, judgement } = judgeOf(askedUntil(whole, trouble.after)));
  const byPass = judgePasses(one, judgement).map((pass) => flaws(pass, strictness));
  const clean = byPass.map((found) => found.length === 0);
  const isWhole = trouble === undefined && run.until === undefined;
  const limit = cleanSpread(judgement, strictness);
  const out = sayComingOut(
    comingsOut(
      judgement.match.met,
      passes.flatMap(({ silences }) => silences),
    ),
    limit,
  );
  const findings = sayRun(judgement, strictness, named);
  return {
    rung: run.rung,
    bpm: run.bpm,
    passes,
    judgement,
    verdict: isWhole ? verdictOf(clean, dropouts) : 'stay',
    flaws: byPass,
    findings: [
      ...findings,
      ...(out ? [{ text: out, slots: [], tone: 'plain' as const }] : []),
      ...(dropouts > 0 ? [{ text: sayDropouts(dropouts), slots: [], tone: 'warn' as const }] : []),
      ...(isBleedLoud(bleed, run.own?.all ?? [], hits)
        ? [{ text: HEADPHONES, slots: [], tone: 'warn' as const }]
        : []),
    ],
    trouble: trouble && sayOf(trouble, named, rhythm),
    kept: keepRun(judgement, run.bpm, clean.every(Boolean)),
    strictness,
    cleanSpread: limit,
  };
}

/** Where the sound dropped out, what was not clean is not held against the hands. */
function verdictOf(clean: readonly boolean[], dropouts: number): Verdict {
  const said = verdict(clean);
  return said === 'down' && dropouts > 0 ? 'stay' : said;
}

function sayDropouts(dropouts: number): string {
  return `The microphone dropped out ${times(dropouts)}, as on a busy machine: times may be off by some hundredths, and strokes missing. Close what else is running.`;
}

const HEADPHONES =
  'The program is nearly as loud in the microphone as your drum. With headphones soft strokes are heard better.';

function sayOf(trouble: Trouble, named: Named, rhythm: Rhythm): string {
  return sayTrouble(trouble, named, (layer) => rhythm.layers[layer]?.name ?? 'another line');
}

function withoutOwn({ hits, own, passes }: RunToJudge): {
  readonly hits: readonly Hit[];
  readonly bleed: Bleed | undefined;
} {
  const start = passes[0]?.startTime ?? 0;
  const played = hits.filter(({ time }) => time > start - 0.2);
  if (!own) return { hits: played, bleed: undefined };
  const bleed = learnBleed(
    hits.filter(({ time }) => time < start - 0.05),
    own.countIn,
  );
  return { hits: withoutBleed(played, own.all, bleed), bleed };
}

/** What the other lines would ask in the same passes. */
function otherLines(line: PractisedLine, passage: Passage, passes: readonly PassLog[]) {
  const { rhythm, timing, layerIndex } = line;
  const { from, to } = passage;
  return rhythm.layers.flatMap((layer, index) => {
    const grid = timing.layers[index];
    if (index === layerIndex || !grid) return [];
    const other = { rhythm, timing, layerIndex: index, layer, grid };
    return [{ layer: index, asked: askedOver(askedIn(other, { from, to, times: 1 }), passes) }];
  });
}
