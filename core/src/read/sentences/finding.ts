/** One sentence of a reading, with the slots of the layer it speaks of. */
export interface Finding {
  readonly text: string;
  /** Slots that light up when the sentence is touched. */
  readonly slots: readonly number[];
  /** `good` where something comes out even, `warn` where the player should look. */
  readonly tone: 'plain' | 'good' | 'warn';
  /** The figure it gives, whose sum `workOut` writes out. */
  readonly figure?: Figure;
}

/** Figures of a reading that can be worked out before the player's eyes. */
export type Figure =
  | 'fit'
  | 'strides'
  | 'evenness'
  | 'syncopation'
  | 'accents'
  | 'sides'
  | 'together'
  | 'hands'
  | 'tempo'
  | 'wrists'
  | 'weight';

/** A sentence that neither praises nor warns. */
export function plain(text: string, slots: readonly number[] = [], figure?: Figure): Finding {
  // Written out: hundreds are made after every edit of a large rhythm.
  return figure ? { text, slots, tone: 'plain', figure } : { text, slots, tone: 'plain' };
}

/** A sentence whose slots are listed when somebody asks for them: most are never touched. Hundreds are made: no private fields. */
class Touching implements Finding {
  readonly tone: Finding['tone'];
  readonly figure?: Figure;
  private listed: readonly number[] | undefined;

  constructor(
    readonly text: string,
    private readonly list: () => readonly number[],
    { tone = 'plain', figure }: Pick<Partial<Finding>, 'tone' | 'figure'>,
  ) {
    this.tone = tone;
    if (figure) this.figure = figure;
  }

  get slots(): readonly number[] {
    this.listed ??= this.list();
    return this.listed;
  }
}

/**
 * A sentence that is about strokes of the line.
 * @param slots lists them; it is called once at most
 */
export function touching(
  text: string,
  slots: () => readonly number[],
  about: Pick<Partial<Finding>, 'tone' | 'figure'> = {},
): Finding {
  return new Touching(text, slots, about);
}
