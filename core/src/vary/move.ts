import { findInstrument, type Instrument } from '../instrument/index.ts';
import type { Line, Varied } from './line.ts';

/** What a move is set to: plain numbers and words. */
export type Settings = Readonly<Record<string, number | string>>;

/** One thing a move can be set to. */
export type Field = FieldOfKind & {
  /** The choice on which it hangs, and at which of its values it counts; it always counts where it is not given. */
  readonly where?: readonly [choice: string, ...values: string[]];
};

type FieldOfKind =
  | {
      readonly kind: 'number';
      readonly key: string;
      readonly label: string;
      readonly min: number;
      readonly max: number;
      readonly usual: number;
    }
  | {
      readonly kind: 'choice';
      readonly key: string;
      readonly label: string;
      /** What it can be, with how that is said; the first is the usual. */
      readonly choices: Readonly<Record<string, string>>;
    }
  | {
      /** A short text of a form of its own. */
      readonly kind: 'written';
      readonly key: string;
      readonly label: string;
      readonly usual: string;
      /** How it is written, where it is written otherwise. */
      readonly hint: string;
      readonly fits: (text: string) => boolean;
    }
  | {
      /** An instrument, by its id. */
      readonly kind: 'instrument';
      readonly key: string;
      readonly label: string;
    }
  | {
      /** A kind of stroke of the line’s instrument. */
      readonly kind: 'stroke';
      readonly key: string;
      readonly label: string;
    };

/** The settings of a move as it asks for them: whatever is kept, what comes out is within its fields. */
export interface Asked {
  number(key: string): number;
  choice(key: string): string;
  /** Undefined where none is chosen. */
  stroke(key: string): string | undefined;
  /** What is written, where it is of the form that is asked for; else the usual. */
  written(key: string): string;
  /** Undefined where none is chosen, or none of that id is there. */
  instrument(key: string): Instrument | undefined;
}

/** A move: from a line to another. */
export interface Move {
  readonly name: string;
  /** What it does, in one sentence. */
  readonly about: string;
  readonly fields: readonly Field[];
  apply(line: Line, asked: Asked): Varied;
  /** What it is set to, in few words. @example 'Shift 1 part, keep the last 2' */
  say(asked: Asked): string;
}

/** Whether a field counts as a move is set. */
export function counts({ where }: Field, asked: Asked): boolean {
  if (!where) return true;
  const [choice, ...values] = where;
  return values.includes(asked.choice(choice));
}

/**
 * Reads settings by the fields they are for.
 * @param own instruments of one's own that can be chosen
 */
export function askedOf(
  { fields }: Pick<Move, 'fields'>,
  settings: Settings,
  own: readonly Instrument[] = [],
): Asked {
  const fieldOf = <K extends Field['kind']>(kind: K, key: string) => {
    const field = fields.find((one) => one.key === key);
    if (field?.kind !== kind) throw new RangeError(`There is no ${kind} ${key} to set.`);
    return field as Extract<Field, { kind: K }>;
  };
  const chosen = (kind: 'stroke' | 'instrument', key: string) => {
    fieldOf(kind, key);
    const value = settings[key];
    return typeof value === 'string' && value !== '' ? value : undefined;
  };
  return {
    number(key) {
      const { min, max, usual } = fieldOf('number', key);
      const value = settings[key];
      return typeof value === 'number' && Number.isInteger(value)
        ? Math.min(max, Math.max(min, value))
        : usual;
    },
    choice(key) {
      const { choices } = fieldOf('choice', key);
      const value = settings[key];
      if (typeof value === 'string' && Object.hasOwn(choices, value)) return value;
      return Object.keys(choices)[0] ?? '';
    },
    stroke: (key) => chosen('stroke', key),
    instrument: (key) => findInstrument(chosen('instrument', key) ?? '', own),
    written(key) {
      const { usual, fits } = fieldOf('written', key);
      const value = settings[key];
      return typeof value === 'string' && fits(value.trim()) ? value.trim() : usual;
    },
  };
}
