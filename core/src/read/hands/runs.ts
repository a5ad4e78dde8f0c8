import type { Hand, OneHand } from '../../rhythm/index.ts';

/** Strokes of one hand after another. */
export interface Run {
  /** Undefined where no hand plays. */
  readonly hand: OneHand | undefined;
  readonly length: number;
}

/** Follows the runs of one hand in a row of strokes, over the seam too; strokes of both hands together end a run. */
export class Runs {
  hasBoth = false;
  private count = 0;
  private first: Hand | undefined;
  private last: Hand | undefined;
  /** The run that goes on, and the one at the beginning as long as it is known. */
  private now = 0;
  private opening = 0;
  private best: Run = { hand: undefined, length: 0 };

  add(hand: Hand): void {
    this.count += 1;
    this.first ??= hand;
    this.now = hand === this.last && hand !== 'B' ? this.now + 1 : 1;
    if (this.now === this.count) this.opening = this.now;
    if (hand === 'B') this.hasBoth = true;
    this.last = hand;
    this.hold(this.now);
  }

  longest(): Run {
    const isOverSeam = this.first === this.last && this.last !== 'B';
    if (isOverSeam) this.hold(Math.min(this.now + this.opening, this.count));
    return this.best;
  }

  private hold(length: number): void {
    if (length <= this.best.length) return;
    this.best = { hand: this.last === 'B' ? 'R' : (this.last as OneHand), length };
  }
}
