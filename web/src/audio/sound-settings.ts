import { ROOMS } from '@stride/core/mix';
import type { Speaker } from '@stride/core/speech';
import { CLICK_SOUNDS, type ClickSound } from '@stride/core/voice';
import * as v from 'valibot';
import { onDevice, parsed } from '../ui/browser-storage.ts';
import { createStore, useStore } from '../ui/store.ts';

/** How everything is heard on this device. */
const SoundSettingsSchema = v.object({
  room: v.picklist(ROOMS),
  /** How far apart the layers stand, 0 to 1. */
  spread: v.pipe(v.number(), v.minValue(0), v.maxValue(1)),
  /** Who says the count and the syllables. */
  voice: v.picklist(['off', 'low', 'high']),
  click: v.picklist(Object.keys(CLICK_SOUNDS) as ClickSound[]),
});
export type SoundSettings = Readonly<v.InferOutput<typeof SoundSettingsSchema>>;

const KEY = 'humble-stride-sound';
const USUAL: SoundSettings = { room: 'dry', spread: 0.6, voice: 'off', click: 'wood' };

/** What was chosen on this device before; the usual where nothing was, or where storage is closed. */
function kept(): SoundSettings {
  const data = parsed(onDevice.get(KEY));
  const read = v.safeParse(SoundSettingsSchema, { ...USUAL, ...(data ?? {}) });
  return read.success ? read.output : USUAL;
}

export const soundSettings = createStore(kept());

/** Changes how it is heard, and keeps it for the next visit. */
export function setSound(change: Partial<SoundSettings>): void {
  const next = { ...soundSettings.now(), ...change };
  onDevice.set(KEY, JSON.stringify(next));
  soundSettings.set(next);
}

export function useSoundSettings(): SoundSettings {
  return useStore(soundSettings);
}

/** Who says counts and syllables; nobody where the voice is off. */
export function useSpeaker(): Speaker | undefined {
  const { voice } = useSoundSettings();
  return voice === 'off' ? undefined : voice;
}
