import type { Page } from '@playwright/test';
import { normal, seeded } from '@stride/core/chance';
import {
  type Asked,
  askedAt,
  askedSlots,
  createEar,
  createFeatureMeter,
  EXAMPLES,
  type Features,
  findOnsets,
  judge,
  judgePasses,
  type Run,
  renderStruck,
  type Struck,
  simulate,
  tellKind,
} from '@stride/core/ear';
import { FAMILIES, type Family, INSTRUMENTS } from '@stride/core/instrument';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { secondsPerPulse, toNumber } from '@stride/core/time';
import { findVoice } from '@stride/core/voice';
import { type Figure, time } from './figure.ts';

const RATE = 48_000;
/** Strokes of a run, in fours at 200 a minute. */
const STROKES = 80;
const GAP = 60 / 200 / 4;
/** Instruments of a family that are listened to. */
const OF_A_FAMILY = 6;

interface Heard {
  asked: number;
  found: number;
  extra: number;
  readonly errors: number[];
}

/** How a run is played: with noise, with the program's own click, and as evenly in force as is written. */
interface Setting {
  readonly what: string;
  readonly noiseBelow: number;
  readonly click: boolean;
  readonly uneven: boolean;
}

/** Runs of a family's instruments, a little uneven in time as hands are. */
function hear(family: Family, { noiseBelow, click, uneven }: Setting): Heard {
  const all = INSTRUMENTS.flatMap((one) =>
    one.strokes
      .filter(({ code, family: its }) => its === family && findVoice(one.id, code))
      .map(({ code }) => ({ instrument: one.id, kind: code })),
  );
  const ids = [...new Set(all.map(({ instrument }) => instrument))];
  const heard: Heard = { asked: 0, found: 0, extra: 0, errors: [] };
  ids.slice(0, OF_A_FAMILY).forEach((id, run) => {
    const random = seeded(run * 77 + 5);
    const own = all.filter(({ instrument }) => instrument === id);
    const strokes = Array.from(
      { length: STROKES },
      (_, at): Struck => ({
        ...(own[Math.floor(random() * own.length)] ?? { instrument: id, kind: '' }),
        time: 0.3 + at * GAP + normal(random) * 0.006,
        force: uneven ? (([2, 3, 4] as const)[Math.floor(random() * 3)] ?? 3) : 3,
      }),
    );
    const clicks = Array.from(
      { length: click ? STROKES / 4 : 0 },
      (_, at): Struck => ({
        instrument: 'click',
        kind: at % 4 === 0 ? 'strong' : 'plain',
        force: 3,
        time: 0.3 + at * GAP * 4,
        gain: 0.1,
      }),
    );
    const sound = renderStruck([...strokes, ...clicks], RATE, 7.2, { seed: run + 1, noiseBelow });
    const onsets = findOnsets(sound, RATE);
    const used = new Set<number>();
    for (const { time } of strokes) {
      let best = -1;
      let far = 0.015;
      onsets.forEach((onset, at) => {
        const off = Math.abs(onset.time - time);
        if (off < far && !used.has(at)) [best, far] = [at, off];
      });
      heard.asked += 1;
      if (best < 0) continue;
      used.add(best);
      heard.found += 1;
      heard.errors.push(far * 1000);
    }
    heard.extra += onsets.length - used.size;
  });
  return heard;
}

function onsetFigures(): Figure[] {
  const settings: readonly Setting[] = [
    { what: 'noise 30 dB below', noiseBelow: 30, click: false, uneven: false },
    { what: 'noise 20 dB below', noiseBelow: 20, click: false, uneven: false },
    { what: 'the click at −20 dB, noise 30 dB below', noiseBelow: 30, click: true, uneven: false },
    {
      what: 'soft, plain and loud ones mixed, noise 30 dB below',
      noiseBelow: 30,
      click: false,
      uneven: true,
    },
    {
      what: 'soft, plain and loud ones mixed, noise 20 dB below',
      noiseBelow: 20,
      click: false,
      uneven: true,
    },
  ];
  return settings.map((setting) => {
    const { what } = setting;
    let worst = { family: '', share: 2 };
    const all: Heard = { asked: 0, found: 0, extra: 0, errors: [] };
    for (const family of FAMILIES) {
      const one = hear(family, setting);
      if (one.found / one.asked < worst.share) worst = { family, share: one.found / one.asked };
      all.asked += one.asked;
      all.found += one.found;
      all.extra += one.extra;
      all.errors.push(...one.errors);
    }
    all.errors.sort((a, b) => a - b);
    const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
    const error = all.errors[Math.floor(all.errors.length / 2)] ?? Number.NaN;
    return {
      what: `strokes of every family in fours at 200, ${what}`,
      value: `${percent(all.found / all.asked)} found (least: ${worst.family} ${percent(worst.share)}), ${percent(all.extra / all.asked)} false, median ${error.toFixed(2)} ms off`,
      limit: `99 % of ${setting.uneven ? 'all' : 'every family'}, 1 % false, 2 ms`,
      ok:
        (setting.uneven ? all.found / all.asked : worst.share) >= 0.99 &&
        all.extra / all.asked <= 0.01 &&
        error < 2,
    };
  });
}

/** How well the strokes of one instrument are told apart. */
export interface KindsRow {
  readonly name: string;
  readonly strokes: number;
  readonly right: number;
  /** What is taken for what, the most frequent first. */
  readonly mixed: readonly string[];
}

/** Every instrument of up to eight strokes: three examples of each, then 160 strokes of all of them. */
export function kindsTable(): readonly KindsRow[] {
  const meter = createFeatureMeter(RATE);
  const rows: KindsRow[] = [];
  for (const instrument of INSTRUMENTS) {
    const codes = instrument.strokes
      .map(({ code }) => code)
      .filter((code) => findVoice(instrument.id, code));
    if (codes.length < 2 || codes.length > 8) continue;
    const random = seeded(rows.length * 31 + 9);
    const play = (list: readonly string[], gap: number, seed: number) => {
      const strokes = list.map(
        (kind, at): Struck => ({
          instrument: instrument.id,
          kind,
          force: 3,
          time: 0.2 + at * gap,
          gain: 10 ** ((random() * 6 - 3) / 20),
          pitch: 1 + normal(random) * 0.012,
        }),
      );
      const room = { seed, noiseBelow: 30 };
      const sound = renderStruck(strokes, RATE, 0.6 + list.length * gap, room);
      return strokes.map(({ kind, time }, at) => {
        const next = strokes[at + 1]?.time;
        const until = next === undefined ? undefined : Math.round(next * RATE);
        return { kind, features: meter.measure(sound, Math.round(time * RATE), until) };
      });
    };
    const examples = new Map<string, Features[]>();
    const taught = codes.flatMap((code) => Array.from({ length: EXAMPLES }, () => code));
    for (const { kind, features } of play(taught, 0.5, rows.length + 1)) {
      examples.set(kind, [...(examples.get(kind) ?? []), features]);
    }
    const asked = Array.from(
      { length: 160 },
      () => codes[Math.floor(random() * codes.length)] ?? '',
    );
    const mixed = new Map<string, number>();
    let right = 0;
    for (const { kind, features } of play(asked, 0.15, rows.length + 50)) {
      const told = tellKind(features, examples)?.kind;
      if (told === kind) right += 1;
      else mixed.set(`${kind} for ${told}`, (mixed.get(`${kind} for ${told}`) ?? 0) + 1);
    }
    rows.push({
      name: instrument.name,
      strokes: codes.length,
      right: right / asked.length,
      mixed: [...mixed.entries()].sort(([, a], [, b]) => b - a).map(([pair, n]) => `${pair} ${n}`),
    });
  }
  return rows;
}

/** The table for docs/listening.md. */
export function sayKinds(rows: readonly KindsRow[]): string {
  const lines = rows.map(
    ({ name, strokes, right, mixed }) =>
      `| ${name} | ${strokes} | ${(right * 100).toFixed(0)} % | ${mixed.slice(0, 4).join(', ') || '–'} |`,
  );
  return [
    '| instrument | strokes | right | of 160, taken for another |',
    '|---|---|---|---|',
    ...lines,
  ].join('\n');
}

function kindsFigure(): Figure {
  const rows = kindsTable();
  const mean = rows.reduce((sum, { right }) => sum + right, 0) / rows.length;
  const least = [...rows].sort((a, b) => a.right - b.right)[0];
  return {
    what: `strokes told apart after three examples, ${rows.length} instruments`,
    value: `${(mean * 100).toFixed(1)} % right (least: ${least?.name} ${((least?.right ?? 0) * 100).toFixed(0)} %)`,
    limit: '95 % on average',
    ok: mean >= 0.95,
  };
}

const FOURS =
  'rhythm A\ncycle 4x4\ntempo 80 per 4\nlayer D : goblet drum\nplay D! (k) t k / T! (k) t k / O! k O (k) / T! k t (k)';
const SIXES = 'rhythm A\ncycle 1x4\ntempo 50 per 1\nlayer D : goblet drum\nplay D k t k t k*4';

/** A line as it is asked for so many passes. */
function asking(text: string, passes: number) {
  const { rhythm } = readRhythm(text, 'a');
  const timed = timeRhythm(rhythm);
  const [layer] = rhythm.layers;
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!timed.ok || !layer || !grid) throw new Error('the bench has no line');
  const secondsPerTick = toNumber(secondsPerPulse(rhythm.tempo)) / timed.timing.ticksPerPulse;
  const slots = askedSlots(layer, grid, 0, timed.timing.fullTicks);
  const length = timed.timing.fullTicks * secondsPerTick;
  const asked: readonly Asked[] = Array.from({ length: passes }, (_, pass) =>
    askedAt(slots, pass, 1 + pass * length, { secondsPerTick }),
  ).flat();
  return { layer, grid, secondsPerTick, asked };
}

function judging(): readonly Figure[] {
  const line = asking(FOURS, 125);
  const habits = { seed: 3, spread: 0.012, misses: 0.02, extras: 0.02 };
  const hits = simulate(line.asked, habits, line.layer, line.grid, line.secondsPerTick);
  const run: Run = { ...line, hits };
  const whole = judge(run);
  const ms = time(() => judge(run));
  return [
    {
      what: `match and judge of ${hits.length} hits, median`,
      value: `${ms.toFixed(1)} ms`,
      limit: '10 ms',
      ok: ms < 10,
    },
    {
      what: 'then each of its 125 passes, in what the whole took',
      value: `${(time(() => judgePasses(run, whole)) / ms).toFixed(1)} times`,
      limit: 'once',
      ok: time(() => judgePasses(run, whole)) <= ms,
    },
  ];
}

/** What was planted in a simulated player, and what of it is found again. */
function planted(): Figure {
  const line = asking(FOURS, 40);
  const six = asking(SIXES.replace('k*4', 'k / D k t k t k / D k t k t k / D k t k t k'), 12);
  let [bias, spread, swing, slots] = [0, 0, 0, 0];
  const seeds = [1, 2, 3, 4, 5, 6, 7, 8];
  for (const seed of seeds) {
    const habits = { seed, bias: 0.004 * seed - 0.02, spread: 0.005 + seed * 0.001 };
    const { layer, grid, secondsPerTick, asked } = line;
    const plain = judge({
      ...line,
      hits: simulate(asked, habits, layer, grid, secondsPerTick),
      calibrated: 0,
    });
    bias = Math.max(bias, Math.abs((plain.bias ?? 1) - habits.bias) * 1000);
    spread = Math.max(spread, Math.abs(plain.spread / habits.spread - 1));
    const rushing = { ...habits, off: [{ slot: (seed * 5) % 16, by: -0.025 }] };
    const found = judge({ ...line, hits: simulate(asked, rushing, layer, grid, secondsPerTick) });
    const worst = [...found.slots].sort((a, b) => (a.bias ?? 0) - (b.bias ?? 0))[0];
    if (worst?.slot === rushing.off[0]?.slot) slots += 1;
    const ratio = 1 + seed * 0.07;
    const swung = { seed, spread: 0.005, swing: { parts: 6, ratio } };
    const heard = judge({
      ...six,
      hits: simulate(six.asked, swung, six.layer, six.grid, six.secondsPerTick),
    });
    swing = Math.max(swing, Math.abs((heard.evenness[0]?.ratio ?? 0) - ratio));
  }
  return {
    what: 'planted in eight simulated players and found again: bias, spread, rushing stroke, swing; worst',
    value: `${bias.toFixed(2)} ms, ${(spread * 100).toFixed(1)} %, ${slots} of ${seeds.length}, ${swing.toFixed(3)}`,
    limit: '1 ms, 10 %, all, 0.05',
    ok: bias <= 1 && spread <= 0.1 && slots === seeds.length && swing <= 0.05,
  };
}

/** What listening costs, in hundredths of one core. */
function cost(): Figure {
  const strokes = Array.from(
    { length: 120 },
    (_, at): Struck => ({
      instrument: 'goblet-drum',
      kind: ['D', 'T', 'k', 'O'][at % 4] ?? 'D',
      force: 3,
      time: 0.2 + at * GAP * 2,
    }),
  );
  const seconds = 20;
  const sound = renderStruck(strokes, RATE, seconds, { seed: 1, noiseBelow: 30 });
  const examples = new Map(['D', 'T', 'k', 'O'].map((kind) => [kind, [[0], [0], [0]]]));
  const start = performance.now();
  const ear = createEar(RATE, { threshold: 0.005, examples });
  for (let at = 0; at < sound.length; at += 1024) ear.push(sound.subarray(at, at + 1024));
  const share = (performance.now() - start) / seconds / 10;
  return {
    what: 'listening, all of it in the background, of one core',
    value: `${share.toFixed(1)} %`,
    limit: '10 %',
    ok: share < 10,
  };
}

/** The figures of the ear that need no browser. */
export function earFigures(): Figure[] {
  return [...onsetFigures(), kindsFigure(), ...judging(), planted(), cost()];
}

/** From a stroke on a key to the frame in which its mark is painted. */
export async function keyToMark(page: Page, address: string): Promise<Figure> {
  await page.goto(`${address}/bench/lantern-steps/climb`);
  await page.getByRole('tab', { name: /^Ear/ }).click();
  await page.getByLabel('You are heard by').selectOption('keys');
  await page.getByRole('tab', { name: /^Ladder/ }).click();
  await page.getByLabel('Passes', { exact: true }).fill('8');
  await page.getByTestId('climb-status').click();
  await page.keyboard.press('Space');
  await page.getByText('Pass 1 of 8.').waitFor();
  const times = await page.evaluate(async () => {
    const found: number[] = [];
    for (let i = 0; i < 80; i += 1) {
      const marks = document.querySelectorAll('[data-live]').length;
      const start = performance.now();
      window.dispatchEvent(
        new KeyboardEvent('keydown', { key: 'j', bubbles: true, cancelable: true }),
      );
      const added = document.querySelectorAll('[data-live]').length > marks;
      await window.painted();
      if (added) found.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 130));
    }
    return found.sort((a, b) => a - b);
  });
  await page.keyboard.press('Escape');
  const p95 = times[Math.floor(times.length * 0.95)] ?? Number.NaN;
  return {
    what: `a stroke on a key to its mark on screen, 95th percentile of ${times.length}`,
    value: `${p95.toFixed(1)} ms`,
    limit: '50 ms',
    ok: p95 < 50 && times.length > 60,
  };
}
