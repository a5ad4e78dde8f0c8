import type { Cycle } from '@stride/core/cycle';
import type { Instrument } from '@stride/core/instrument';
import type { Clip } from '@stride/core/rhythm';
import { type InstrumentClip, readClips, writeClips } from '@stride/core/text';

/** What was copied last on a line; it goes from rhythm to rhythm. */
interface Copied {
  readonly clips: readonly Clip[];
  readonly text: string;
  /** Whether the system took the text; where it did not, what it holds is older than this. */
  shared: boolean;
}

let copied: Copied | undefined;

/**
 * Keeps copied strokes, and gives them to the system as text, for other tabs and programs.
 * @returns whether the system took them; where it did not, they still go round in this tab
 */
export async function copyOut(clips: readonly InstrumentClip[], cycle: Cycle): Promise<boolean> {
  const text = writeClips(clips, cycle);
  const made: Copied = { clips: clips.map((one) => one.clip), text, shared: false };
  copied = made;
  try {
    await navigator.clipboard.writeText(text);
    made.shared = true;
  } catch {
    // The browser does not allow it, or there is no clipboard.
  }
  return made.shared;
}

/** What the system holds, as text; undefined where the browser does not let the page ask. */
export async function systemText(): Promise<string | undefined> {
  try {
    return await navigator.clipboard.readText();
  } catch {
    return undefined;
  }
}

export type ToPaste =
  | { readonly ok: true; readonly clips: readonly Clip[] }
  | { readonly ok: false; readonly message: string };

/**
 * What there is to paste: what the system holds, or what was copied here where that is the same or newer.
 * @param text what the system holds, where it is known
 * @param instruments of the layers it would go to, from the first one on
 */
export function toPaste(
  text: string | undefined,
  instruments: readonly (Instrument | undefined)[],
  cycle: Cycle,
): ToPaste {
  const foreign = text !== undefined && text.trim() !== '' && text.trim() !== copied?.text.trim();
  if (copied && !(foreign && copied.shared)) return { ok: true, clips: copied.clips };
  if (!foreign) {
    return {
      ok: false,
      message: 'Nothing is copied yet: Ctrl C copies the turn, or the stretch chosen with Shift.',
    };
  }
  const read = readClips(text, instruments, cycle);
  return read.ok
    ? read
    : { ok: false, message: `What was copied cannot be read as strokes. ${read.message}` };
}
