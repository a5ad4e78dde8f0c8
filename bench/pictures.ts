import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import { strokeLoudness, truePeak } from '@stride/core/loudness';
import { sayWord, spell } from '@stride/core/speech';
import {
  BAR_RATIOS,
  FREE_PLATE_RATIOS,
  kitFrom,
  MEMBRANE_MODES,
  PLATE_RATIOS,
  renderStroke,
  spectrogram,
  strike,
} from '@stride/core/voice';
import FFT from 'fft.js';

const RATE = 48_000;
const DOCS = new URL('../../docs/', import.meta.url);

/** What is drawn: strokes one after the other, each in so many seconds. */
const PICTURES: Readonly<Record<string, { each: number; strokes: readonly string[] }>> = {
  conga: {
    each: 0.5,
    strokes: ['O', 'M', 'S', 'C', 'B', 'T'].map((code) => `tall-hand-drum ${code}`),
  },
  tabla: {
    each: 0.7,
    strokes: ['U', 'N', 'I', 'T', 'G', 'g'].map((code) => `north-indian-pair ${code}`),
  },
  'cajon-and-udu': {
    each: 0.5,
    strokes: ['box-drum B', 'box-drum S', 'box-drum C', 'udu B', 'udu W', 'udu O'],
  },
  bells: {
    each: 0.6,
    strokes: [
      'two-pitch-bell L',
      'two-pitch-bell H',
      'two-pitch-bell l',
      'claves X',
      'finger-cymbals X',
      'drum-kit C',
    ],
  },
  rattles: {
    each: 0.45,
    strokes: [
      'shaker X',
      'shaker u',
      'scraper X',
      'jingle-tambourine T',
      'jingle-tambourine j',
      'drum-kit S',
    ],
  },
  voice: {
    each: 0.3,
    strokes: ['ta', 'ka', 'di', 'mi', 'dhin', 'na', 'one', 'two'].map((word) => `say ${word}`),
  },
};

const SIZE = { columns: 900, rows: 260 } as const;

function samplesOf({ each, strokes }: (typeof PICTURES)[string]): Float32Array {
  const out = new Float32Array(Math.ceil((strokes.length * each + 0.1) * RATE));
  strokes.forEach((stroke, at) => {
    const [instrument = '', kind = ''] = stroke.split(' ');
    const samples =
      instrument === 'say'
        ? sayWord(spell(kind), { speaker: 'low' }, RATE)
        : renderStroke(instrument, kind, { force: 3, take: at }, RATE);
    const from = Math.round((at * each + 0.03) * RATE);
    for (let i = 0; i < Math.min(samples.length, each * RATE); i += 1)
      out[from + i] = (out[from + i] ?? 0) + (samples[i] as number);
  });
  return out;
}

/** A grey picture as PNG: dark where it is strong, with a line for every stroke and every octave from 100 Hz. */
function png(levels: Float32Array, each: number, lasts: number): Buffer {
  const { columns, rows } = SIZE;
  const raw = Buffer.alloc((columns + 1) * rows);
  const octave = (row: number) => Math.floor(Math.log2((50 * 280 ** (row / rows)) / 100));
  for (let y = 0; y < rows; y += 1) {
    const row = rows - 1 - y;
    for (let x = 0; x < columns; x += 1) {
      const grey = 255 - Math.round(245 * (levels[x * rows + row] ?? 0) ** 1.4);
      const isLine =
        octave(row) !== octave(row - 1) ||
        Math.floor((x / columns) * (lasts / each)) !==
          Math.floor(((x - 1) / columns) * (lasts / each));
      raw[y * (columns + 1) + 1 + x] = isLine ? Math.max(0, grey - 40) : grey;
    }
  }
  const chunk = (name: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
    const size = Buffer.alloc(4);
    size.writeUInt32BE(data.length);
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([size, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(columns, 0);
  head.writeUInt32BE(rows, 4);
  head[8] = 8;
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(raw, { level: 9 })),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** The peak of a spectrum nearest to a pitch, between two bins. */
function peakNear(samples: Float32Array, pitch: number): number {
  const size = 65_536;
  const fft = new FFT(size);
  const spectrum = fft.createComplexArray();
  const length = Math.min(size, samples.length);
  fft.realTransform(
    spectrum,
    Array.from({ length: size }, (_, i) =>
      i < length ? (samples[i] as number) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / length)) : 0,
    ),
  );
  const power = (bin: number) =>
    Math.log(Math.hypot(spectrum[2 * bin] ?? 0, spectrum[2 * bin + 1] ?? 0));
  let best = Math.floor((pitch * 0.94 * size) / RATE);
  for (let bin = best; bin <= Math.ceil((pitch * 1.06 * size) / RATE); bin += 1)
    if (power(bin) > power(best)) best = bin;
  const [a, b, c] = [power(best - 1), power(best), power(best + 1)];
  return ((best + (0.5 * (a - c)) / (a - 2 * b + c)) * RATE) / size;
}

const zeros = MEMBRANE_MODES.map(({ zero }) => zero / (MEMBRANE_MODES[0]?.zero ?? 1));
const MODELS: readonly (readonly [string, string, string, number, readonly number[], string])[] = [
  [
    'plain membrane',
    'membrane 200 ring 2 wide 0.6',
    'nail 0.6 leaves',
    200,
    zeros.slice(0, 5),
    'Rayleigh, §206; zeros of the Bessel functions',
  ],
  [
    'loaded head',
    'loaded 300 ring 2 wide 0.3',
    'nail 0.7 leaves',
    300,
    [1, 2, 3, 4, 5],
    'Raman 1934',
  ],
  ['bar, free', 'bar 600 ring 2', 'shaft 1 leaves', 600, BAR_RATIOS, 'Fletcher & Rossing 2.16'],
  [
    'plate, held at its edges',
    'plate 150 ring 2',
    'nail 0.7 leaves',
    150,
    PLATE_RATIOS.slice(0, 4),
    'Fletcher & Rossing 3.12, sides 1 : 1.55',
  ],
  [
    'plate, free (cymbal)',
    'cymbal 2000 ring 2',
    'nail 0.7 leaves',
    360,
    FREE_PLATE_RATIOS.slice(0, 4),
    'Leissa 1969, table 2.5',
  ],
  [
    'two heads',
    'membrane 182 ring 2 wide 0.35 back 1.81',
    'nail 0.2 leaves',
    182,
    [1, 330 / 182],
    'Rossing and others 1992',
  ],
  ['air in a body', 'clay 900 ring 0.1 air 92 1 3', 'palm 0 leaves', 92, [1], 'Helmholtz'],
];

function partialsTable(): string {
  const rows = MODELS.flatMap(([name, body, how, pitch, ratios, source]) => {
    const voice = kitFrom(`body = ${body}\nX ${how}`).get('X');
    if (!voice) throw new Error(name);
    const samples = strike(voice, 'X', { force: 4, take: 1 }, RATE);
    const found = ratios.map((ratio) => peakNear(samples, pitch * ratio) / pitch);
    const worst = Math.max(...found.map((one, at) => Math.abs(one / (ratios[at] ?? 1) - 1)));
    const list = (all: readonly number[]) => all.map((one) => one.toFixed(2)).join(' ');
    return [
      `| ${name} | ${list(ratios)} | ${list(found)} | ${(worst * 100).toFixed(2)} % | ${source} |`,
    ];
  });
  return [
    '| model | partials of its source | measured in the sound | furthest off | source |',
    '| --- | --- | --- | --- | --- |',
    ...rows,
  ].join('\n');
}

mkdirSync(new URL('sound/', DOCS), { recursive: true });
for (const [name, picture] of Object.entries(PICTURES)) {
  const samples = samplesOf(picture);
  const lasts = picture.each * picture.strokes.length;
  const levels = spectrogram(samples, RATE, { ...SIZE, lasts, lowest: 50, highest: 14_000 });
  writeFileSync(new URL(`sound/${name}.png`, DOCS), png(levels, picture.each, lasts));
  console.log(
    name,
    `${strokeLoudness(samples, RATE).toFixed(1)} LUFS, peak ${truePeak(samples).toFixed(2)}`,
  );
}
const page = new URL('sound.md', DOCS);
const text = readFileSync(page, 'utf8');
const marks = ['<!-- partials -->', '<!-- end of partials -->'] as const;
const [before = '', rest = ''] = text.split(marks[0]);
const [, after = ''] = rest.split(marks[1]);
writeFileSync(page, `${before}${marks[0]}\n\n${partialsTable()}\n\n${marks[1]}${after}`);
