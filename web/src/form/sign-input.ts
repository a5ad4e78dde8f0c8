import { player } from '../audio/the-player.ts';
import { InputError } from '../ear/input.ts';
import { openMicrophone } from '../ear/microphone-input.ts';
import { midiPorts, struckNote } from '../ear/midi-input.ts';

/** By what the sign can be given; the key and the button always give it. */
export const SIGN_WAYS = {
  key: 'the Enter key or the button',
  midi: 'a MIDI pad or pedal',
  microphone: 'a hard stroke at the microphone',
} as const;
export type SignWay = keyof typeof SIGN_WAYS;

/** A stroke as loud as this, 0 to 1, is meant as a sign, and not one of those that are played all the time. */
const HARD = 0.5;

/** Strokes are found where they are louder than this. */
const THRESHOLD = 0.02;

/** Whether a message of MIDI is a pad that is struck, or a pedal that is pressed. */
export function isSign(data: Uint8Array | null | undefined): boolean {
  const [status = 0, controller = 0, value = 0] = data ?? [];
  const isPedal = (status & 0xf0) === 0xb0 && controller >= 64 && controller <= 69 && value >= 64;
  return isPedal || struckNote(data) !== undefined;
}

/**
 * Listens for a sign.
 * @param fail told why nothing is heard, with what to do
 * @returns stops listening
 */
export function listenForSign(
  way: SignWay,
  give: () => void,
  fail: (message: string) => void,
): () => void {
  let isOver = false;
  let stop = () => {
    isOver = true;
  };
  const ends = (end: () => void) => {
    if (isOver) end();
    else
      stop = () => {
        isOver = true;
        end();
      };
  };
  const failed = (error: unknown) => {
    if (!isOver)
      fail(
        error instanceof InputError
          ? error.message
          : 'The sign cannot be heard; press Enter for it.',
      );
  };
  if (way === 'midi')
    midiPorts().then((ports) => {
      const hear = (event: Event) => {
        if (isSign((event as MIDIMessageEvent).data)) give();
      };
      for (const port of ports) port.addEventListener('midimessage', hear);
      ends(() => {
        for (const port of ports) port.removeEventListener('midimessage', hear);
      });
    }, failed);
  if (way === 'microphone')
    openMicrophone(player, {
      threshold: THRESHOLD,
      examples: new Map(),
      stroke: ({ loud }) => {
        if (loud >= HARD) give();
      },
      fail,
    }).then((open) => ends(open.stop), failed);
  return () => stop();
}
