import { nth } from '../../bounds/index.ts';
import type { Hertz, Seconds } from '../../time/index.ts';
import { airIn, loadedHead, membrane, twoHeads } from '../bodies/membrane.ts';
import { bar, cymbal, plate, shell } from '../bodies/solid.ts';
import {
  AFTERS,
  type After,
  type Body,
  type Mode,
  type Rattle,
  type Strike,
  TOOLS,
  type Tool,
  type Voice,
} from '../model.ts';

/** The strokes of one instrument by their codes. */
export type Kit = ReadonlyMap<string, Voice>;

/** Words of a row, read from the left. */
class Words {
  readonly #words: string[];
  readonly #row: string;

  constructor(row: string) {
    this.#row = row;
    this.#words = row.trim().split(/\s+/);
  }

  get left(): boolean {
    return this.#words.length > 0;
  }

  /** The next word, taken off. @throws RangeError where there is none */
  word(): string {
    const word = this.#words.shift();
    if (word === undefined) throw new RangeError(`A word is missing: ${this.#row}`);
    return word;
  }

  number(): number {
    const value = Number(this.word());
    if (!Number.isFinite(value)) throw new RangeError(`A number is missing: ${this.#row}`);
    return value;
  }

  among<T extends string>(these: readonly T[]): T {
    const word = this.word();
    const found = these.find((one) => one === word);
    if (found === undefined) throw new RangeError(`No such word, ${word}: ${this.#row}`);
    return found;
  }
}

const HEADS = { membrane, loaded: loadedHead } as const;
const SOLIDS = { bar, plate, cymbal } as const;
const SHELLS = ['bell', 'clay', 'shell', 'small-cymbal'] as const;
const RATTLES = ['jingles', 'rings', 'wires', 'beads'] as const;

/**
 * A body from words: `membrane 220 ring 0.5 wide 0.28 air 92 0.35 1 back 1.5 tight 0.05 jingles 6200 0.5 0.3`. What comes
 * first says what it is; a pitch in hertz and a ring in seconds follow. `air`: pitch, ring, gain. `back`: how much higher
 * two heads against one another are. `wires`, `jingles`, `rings`, `beads`: pitch, gain, how long.
 */
export function bodyFrom(row: string): Body {
  const words = new Words(row);
  const kind = words.word();
  if (kind === 'mouth')
    return { kind, speaker: 'low', syllable: words.word(), lasts: words.number() };
  const pitch = words.number();
  if (kind === 'grains' || kind === 'ribs') {
    return {
      kind: 'grains',
      ribs: kind === 'ribs',
      pitch,
      grains: words.number(),
      lasts: words.number(),
      together: words.number(),
      vessel: rest(words),
    };
  }
  if (kind === 'palms') return { kind: 'palms', pitch, ring: words.number() };
  words.among(['ring']);
  const ring = words.number();
  const more = extras(words);
  return {
    kind: 'ringing',
    modes: [...ringing(kind, pitch, ring, more), ...more.air],
    tightens: more.tightens,
    width: kind === 'membrane' || kind === 'loaded' ? more.width : 0,
    ...(kind === 'loaded' ? { harmonic: true as const } : {}),
    ...(more.rattle ? { rattle: more.rattle } : {}),
  };
}

function rest(words: Words): readonly number[] {
  const all: number[] = [];
  while (words.left) all.push(words.number());
  return all;
}

interface Extras {
  width: number;
  back: number;
  tightens: number;
  air: readonly Mode[];
  rattle: Rattle | undefined;
}

function extras(words: Words): Extras {
  const more: Extras = { width: 0.28, back: 1, tightens: 0, air: [], rattle: undefined };
  while (words.left) {
    const word = words.word();
    const rattle = RATTLES.find((one) => one === word);
    if (rattle) {
      more.rattle = {
        kind: rattle,
        pitch: words.number(),
        gain: words.number(),
        ring: words.number(),
      };
    } else if (word === 'air') {
      more.air = [...more.air, airIn(words.number(), words.number(), words.number())];
    } else if (word === 'wide') more.width = words.number();
    else if (word === 'back') more.back = words.number();
    else if (word === 'tight') more.tightens = words.number();
    else throw new RangeError(`No such word of a body: ${word}`);
  }
  return more;
}

function ringing(
  kind: string,
  pitch: Hertz,
  ring: Seconds,
  { width, back }: Extras,
): readonly Mode[] {
  const shelled = SHELLS.find((one) => one === kind);
  if (shelled) return shell(shelled, pitch, ring);
  if (kind in SOLIDS) return SOLIDS[kind as keyof typeof SOLIDS](pitch, ring);
  if (!(kind in HEADS)) throw new RangeError(`No such body: ${kind}`);
  const head = { pitch, ring, width };
  return back > 1 ? twoHeads(head, back) : HEADS[kind as keyof typeof HEADS](head);
}

/**
 * A strike from words: `fingers 0.8 leaves`, and after it `@body` where the instrument has several, `x 0.6` for how hard
 * beside the others, `held` where another finger rests on the skin.
 */
function strikeFrom(words: Words): Strike & { readonly on?: string } {
  const tool: Tool = words.among(TOOLS);
  const place = words.number();
  const after: After = words.among(AFTERS);
  let weight = after === 'rests' ? 0.42 : 1;
  let held: true | undefined;
  let on: string | undefined;
  while (words.left) {
    const word = words.word();
    if (word.startsWith('@')) on = word.slice(1);
    else if (word === 'x') weight = words.number();
    else if (word === 'held') held = true;
    else throw new RangeError(`No such word of a strike: ${word}`);
  }
  return { tool, place, after, weight, ...(held ? { held } : {}), ...(on ? { on } : {}) };
}

/**
 * An instrument's strokes from rows of text: `name = body` for each body, `CODE strike` for each stroke. A stroke is on the
 * first body where it names none.
 * @throws RangeError where a row has a word that there is not
 */
export function kitFrom(table: string): Kit {
  const bodies = new Map<string, Body>();
  const kit = new Map<string, Voice>();
  for (const row of table.trim().split('\n')) {
    const [name, body] = row.split('=').map((one) => one.trim());
    if (name !== undefined && body !== undefined) {
      bodies.set(name, bodyFrom(body));
      continue;
    }
    const words = new Words(row);
    const code = words.word();
    const { on = nth([...bodies.keys()], 0), ...strike } = strikeFrom(words);
    const found = bodies.get(on);
    if (!found) throw new RangeError(`No such body, ${on}: ${row}`);
    kit.set(code, { body: found, strike, on });
  }
  return kit;
}
