import { crossing } from '@stride/core/crossing';
import { cycleFromSpans } from '@stride/core/cycle';
import {
  followingPlace,
  SEQUENCE_START,
  type SequencePlace,
  scorePassage,
  segmentOf,
} from '@stride/core/passage';
import { familiesOf, type KnownLine, makeLibrary, readLayer } from '@stride/core/read';
import { timeRhythm } from '@stride/core/rhythm';
import { collect, renderScore, scoreRhythm, startTransport } from '@stride/core/sound';
import { tappedBeats } from '@stride/core/tapin';
import { readRhythm, writeRhythm } from '@stride/core/text';
import { type Figure, time, timeInUnits } from './figure.ts';
import { landingFigure } from './landing.ts';
import { largeRhythm, largeText, twelveLayers } from './large.ts';

/** The figures of the core, each beside a plain baseline of the same run. */
export function coreFigures(): Figure[] {
  const text = largeText();
  const rhythm = largeRhythm();
  const say = ({ ms, units }: ReturnType<typeof timeInUnits>) =>
    `${ms.toFixed(2)} ms (${units.toFixed(2)} × JSON.parse of it)`;
  // A fresh copy each time, so that nothing is remembered from the run before.
  const read = timeInUnits((copy) => copy.layers.map((_, index) => readLayer(copy, index)));
  const parse = timeInUnits(() => readRhythm(text));
  const write = timeInUnits(() => writeRhythm(rhythm));
  return [
    {
      what: 'all of read, 16 layers of 256 slots, median',
      value: say(read),
      limit: '1.4 units',
      ok: read.units <= 1.4,
    },
    {
      what: 'text to rhythm for it, median',
      value: say(parse),
      limit: '1.3 units',
      ok: parse.units <= 1.3,
    },
    { what: 'rhythm to text for it, median', value: say(write), limit: '—', ok: true },
    tapping(),
    largeCrossing(),
    families(),
    landingFigure(),
    scheduling(),
    sequence(),
    fiveMinutes(),
  ];
}

/** Five pulses whose grid has seventeen million parts. */
function largeCrossing(): Figure {
  const ms = time(() => crossing([31, 29, 28, 27, 25]));
  return {
    what: 'crossing 31:29:28:27:25 from its onsets, median',
    value: `${ms.toFixed(3)} ms`,
    limit: '5 ms',
    ok: ms < 5,
  };
}

/** One line among ten thousand of up to 64 pulses: looked up, and compared with each in turn. */
function families(): Figure {
  let seed = 7;
  const random = (below: number) => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed % below;
  };
  const spans = [8, 12, 16, 24, 32, 48, 64];
  const lines = Array.from({ length: 10_000 }, (_, index): KnownLine => {
    const span = spans[random(spans.length)] ?? 16;
    const onsets = Array.from({ length: span }, (_, at) => at).filter(
      (at) => at === 0 || random(3) === 0,
    );
    return { id: String(index), onsets, span };
  });
  const asked = lines.find((line) => line.span === 16) ?? { id: '', onsets: [0], span: 16 };
  const library = makeLibrary(lines);
  const quick = time(() => familiesOf(asked.onsets, asked.span, library), 20);
  const start = performance.now();
  const places = new Set(asked.onsets);
  // The same question put plainly: turned every way, is at most one stroke at another place?
  const kin = lines.filter(
    (line) =>
      line.span === asked.span &&
      line.onsets.length === asked.onsets.length &&
      Array.from({ length: line.span }, (_, by) => by).some(
        (by) =>
          line.onsets.filter((at) => places.has((at + by) % line.span)).length >=
          asked.onsets.length - 1,
      ),
  ).length;
  const found = familiesOf(asked.onsets, asked.span, library).length;
  const pairwise = performance.now() - start;
  return {
    what: 'families of a line among 10,000 lines of up to 64 pulses, median',
    value: `${quick.toFixed(1)} ms (${(pairwise / quick).toFixed(0)} × quicker than comparing it with each; ${found} found, ${kin} by comparing)`,
    limit: '100 ms',
    ok: quick < 100 && found === kin,
  };
}

/** Two hundred taps over twelve turns, a little unsteady, to divisions. */
function tapping(): Figure {
  const cycle = cycleFromSpans('4x4');
  const taps = Array.from({ length: 200 }, (_, index) => ({
    pulses: index * 0.95 + (((index * 7919) % 13) - 6) / 200,
    kind: 'D',
  }));
  const ms = time(() => tappedBeats(cycle, taps, { secondsPerPulse: 0.15 }));
  return {
    what: 'tapping in, 200 taps to divisions, median',
    value: `${ms.toFixed(2)} ms`,
    limit: '20 ms',
    ok: ms < 20,
  };
}

/** Twelve layers rendered for five minutes: at every part of a beat something is heard to begin. */
function fiveMinutes(): Figure {
  const rhythm = twelveLayers();
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const score = scoreRhythm(rhythm, timed.timing);
  const sampleRate = 16_000;
  const turns = 250;
  const start = performance.now();
  const out = renderScore(score, { tempo: rhythm.tempo, turns, sampleRate });
  const took = (performance.now() - start) / 1000;
  const step = (60 / (200 * 4)) * sampleRate;
  let dropouts = 0;
  for (let part = 0; part < turns * 16; part += 1) {
    let loudest = 0;
    for (let at = Math.round(part * step); at < part * step + 0.01 * sampleRate; at += 1) {
      loudest = Math.max(loudest, Math.abs(out[at] ?? 0));
    }
    if (!(loudest > 0.05)) dropouts += 1;
  }
  return {
    what: 'twelve layers at 200 in fours, five minutes rendered',
    value: `${dropouts} of ${turns * 16} parts silent (${took.toFixed(1)} s)`,
    limit: 'none silent',
    ok: dropouts === 0,
  };
}

/** The greatest distance of a rendered onset from its exact time, over forty turns of an odd tempo. */
function scheduling(): Figure {
  const { rhythm } = readRhythm(
    'rhythm A\ncycle 3+3+2\nlayer B : hand bell\nplay X . X / X*5 / X X X',
  );
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const score = scoreRhythm(rhythm, timed.timing);
  const tempo = { bpm: 73.7, per: 3 };
  const endTicks = 40 * score.lengthTicks;
  const only = { score, tempo, startTime: 0, startTicks: 0, endTicks, tag: undefined };
  const { due } = collect(startTransport(only), 600, () => undefined);
  const exact = (ticks: number) => (ticks * 60 * 48_000) / (score.ticksPerPulse * 73.7 * 3);
  const worst = due.reduce((most, { time }, index) => {
    const round = Math.floor(index / score.events.length);
    const event = score.events[index % score.events.length];
    const ticks = round * score.lengthTicks + (event?.ticks ?? Number.NaN);
    return Math.max(most, Math.abs(Math.round(time * 48_000) - exact(ticks)));
  }, 0);
  return {
    what: 'offline, onset against exact time over forty turns, greatest',
    value: `${worst.toFixed(3)} samples`,
    limit: 'under 1 sample',
    ok: worst < 1,
  };
}

/** Four hundred passages of a rhythm one after another, each stroke against its exact time. */
function sequence(): Figure {
  const { rhythm } = readRhythm(
    'rhythm A\ncycle 3+3+2\ntempo 91.3 per 3\nlayer B : hand bell\nplay X . X / X*5 / X X X',
  );
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const { ticksPerPulse } = timed.timing;
  // Pieces of one to eight pulses, from everywhere in the turn, some of them twice.
  const passages = Array.from({ length: 400 }, (_, at) => ({
    from: { num: at % 5, den: 1 },
    to: { num: (at % 5) + 1 + (at % 3), den: 1 },
    times: 1 + (at % 2),
  }));
  const score = scorePassage(rhythm, timed.timing, {});
  const at = (place: SequencePlace) => {
    const passage = passages[place.passage];
    if (!passage) throw new Error('the bench has no such passage');
    return segmentOf(rhythm, score, passage, place);
  };
  const first = { ...at(SEQUENCE_START), startTime: 0 };
  const { due } = collect(startTransport(first), 1e6, ({ tag }) => {
    const next = followingPlace({ passages }, tag);
    return next && at(next);
  });
  const perPulse = (60 * 48_000) / (91.3 * 3);
  let index = 0;
  let pulses = 0;
  let worst = 0;
  for (const { from, to, times } of passages) {
    for (let time = 0; time < times; time += 1) {
      for (const { ticks } of score.events) {
        const pulse = ticks / ticksPerPulse;
        if (pulse < from.num || pulse >= to.num) continue;
        const exact = (pulses + pulse - from.num) * perPulse;
        worst = Math.max(worst, Math.abs(Math.round((due[index]?.time ?? -1) * 48_000) - exact));
        index += 1;
      }
      pulses += to.num - from.num;
    }
  }
  return {
    what: `a sequence of 400 passages, ${due.length} strokes against exact time, greatest`,
    value: `${worst.toFixed(3)} samples`,
    limit: 'under 1 sample, none missing',
    ok: worst < 1 && index === due.length,
  };
}
