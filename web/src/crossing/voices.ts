import type { PulsePart } from '@stride/core/crossing';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import type { Force } from '@stride/core/rhythm';
import type { Sound } from '@stride/core/sound';

/** A sound that a pulse of a crossing can have. */
export interface Voice extends PulsePart {
  readonly name: string;
}

export const VOICES: readonly Omit<Voice, 'hand'>[] = [
  { name: 'djembe, tone', instrument: 'rope-drum', kind: 'O' },
  { name: 'hand bell', instrument: 'hand-bell', kind: 'X' },
  { name: 'claves', instrument: 'claves', kind: 'X' },
  { name: 'darbuka, dum', instrument: 'goblet-drum', kind: 'D' },
  { name: 'cajón, bass', instrument: 'box-drum', kind: 'B' },
  { name: 'bright clap', instrument: 'palms-and-feet', kind: 'X' },
  { name: 'hi-hat', instrument: 'drum-kit', kind: 'x' },
  { name: 'hi-hat, foot', instrument: 'drum-kit', kind: 'c' },
  { name: 'shaker', instrument: 'shaker', kind: 'X' },
  { name: 'foot', instrument: 'palms-and-feet', kind: 'H' },
];

const HANDS = ['R', 'L', 'F', 'F', 'F'] as const;
const SOUNDS = ['djembe, tone', 'hand bell', 'foot', 'claves', 'shaker'] as const;

/** What a pulse sounds like before one has chosen. */
export function usualVoice(pulse: number): Voice {
  const voice = VOICES.find(({ name }) => name === SOUNDS[pulse]) ?? VOICES[0];
  if (!voice) throw new Error('there are no voices');
  return { ...voice, hand: HANDS[pulse] ?? 'F' };
}

/** The voice of a part that comes from elsewhere; one that is not in the list has its own name. */
export function voiceOf(part: PulsePart): Voice {
  const { instrument, own, kind, hand } = part;
  const known = VOICES.find((one) => one.instrument === instrument && one.kind === kind);
  const found = instrumentOf(part);
  const stroke = found && strokeKind(found, kind)?.name;
  const name = known?.name ?? `${found?.name ?? instrument}, ${stroke ?? kind}`;
  return { name, instrument, ...(own && { own }), kind, hand };
}

/** How a voice sounds. */
export function soundOf({ instrument, own, kind }: Voice, force: Force): Sound {
  return { instrument, ...(own && { own }), kind, force };
}
