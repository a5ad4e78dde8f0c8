/** What a screen is opened with where it is one of its set-ups: the screen checks it. */
export interface OpenedSetup {
  readonly setup: unknown;
}
