import type { Features, Listened } from '@stride/core/ear';
import type { Layer, LayerGrid } from '@stride/core/rhythm';
import { useEffect, useMemo, useRef, useState } from 'react';
import { player } from '../audio/the-player.ts';
import { type Setting, useSetting } from '../store/use-setting.ts';
import { type EarInput, INPUTS, InputError, type InputKind } from './input.ts';
import { keysInput } from './keys-input.ts';
import { microphoneInput } from './microphone-input.ts';
import { type MidiPort, midiInput, midiPorts, type NoteMap } from './midi-input.ts';
import { type PadsInput, padsInput } from './pads-input.ts';
import { SIMULATED, type SimulatedName, simulatedInput } from './simulated-input.ts';

/** What a player has told the program of how it hears, on this device. */
export interface EarSettings {
  readonly kind: InputKind;
  readonly simulated: SimulatedName;
  readonly microphone?: string | undefined;
  readonly midi?: string | undefined;
  /** Of the room, as it was when it was listened to. */
  readonly threshold: number;
  /** Constant delay by device, in seconds. */
  readonly delays: Readonly<Record<string, number>>;
  /** Notes by MIDI device and instrument. */
  readonly notes: Readonly<Record<string, NoteMap>>;
}

const USUAL: EarSettings = {
  kind: 'off',
  simulated: 'steady',
  threshold: 0.01,
  delays: {},
  notes: {},
};

const EAR: Setting<EarSettings> = {
  key: 'ear',
  usual: USUAL,
  check(value) {
    const kept = (typeof value === 'object' && value !== null ? value : {}) as Partial<EarSettings>;
    const isKind = typeof kept.kind === 'string' && kept.kind in INPUTS;
    const isPlayer = typeof kept.simulated === 'string' && kept.simulated in SIMULATED;
    return {
      ...USUAL,
      ...kept,
      kind: isKind ? (kept.kind as InputKind) : 'off',
      simulated: isPlayer ? (kept.simulated as SimulatedName) : 'steady',
    };
  },
};

/** Three examples of each stroke, by instrument and letter. */
export type KeptExamples = Readonly<Record<string, Readonly<Record<string, readonly Features[]>>>>;

const EXAMPLES: Setting<KeptExamples> = {
  key: 'ear-examples',
  usual: {},
  check: (value) => (typeof value === 'object' && value !== null ? (value as KeptExamples) : {}),
};

export interface EarSetup {
  readonly settings: EarSettings;
  set(change: Partial<EarSettings>): void;
  readonly input: EarInput | undefined;
  readonly pads: PadsInput;
  readonly ports: readonly MidiPort[];
  /** Why there is no input of the kind that was chosen. */
  readonly problem: string | undefined;
  readonly calibrated: number | undefined;
  setDelay(device: string, delay: number | undefined): void;
  readonly examples: ReadonlyMap<string, readonly Features[]>;
  setExamples(examples: ReadonlyMap<string, readonly Features[]>): void;
  readonly notes: NoteMap;
  setNotes(notes: NoteMap): void;
  setRoom(room: Listened): void;
  /** Loudest moment of what the microphone hears now. */
  readonly level: () => number;
  /** Takes the sound of a run besides, while it is set. */
  readonly sound: {
    take: ((samples: Float32Array<ArrayBuffer>, time: number) => void) | undefined;
  };
}

const SILENT = () => 0;

/** By what the player is heard on this line, as it is set up on this device. */
export function useEar(layer: Layer | undefined, grid: LayerGrid | undefined): EarSetup {
  const [settings, change] = useSetting(EAR);
  const [kept, changeExamples] = useSetting(EXAMPLES);
  const [ports, setPorts] = useState<readonly MidiPort[]>([]);
  const [problem, setProblem] = useState<string>();
  const level = useRef(SILENT);
  const [sound] = useState<EarSetup['sound']>(() => ({ take: undefined }));
  const [pads] = useState(() => padsInput(player));
  const { instrument = '', own } = layer ?? {};
  const { kind, simulated, microphone, midi, threshold } = settings;

  useEffect(() => {
    if (kind !== 'midi') {
      setProblem(undefined);
      return;
    }
    let current = true;
    midiPorts().then(
      (found) => {
        if (!current) return;
        setPorts(found);
        setProblem(undefined);
      },
      (error: unknown) => {
        if (current) setProblem(error instanceof InputError ? error.message : String(error));
      },
    );
    return () => {
      current = false;
    };
  }, [kind]);

  const examples = useMemo(
    () => new Map(Object.entries(kept[instrument] ?? {})),
    [kept, instrument],
  );
  const port = ports.find(({ id }) => id === midi) ?? ports[0];
  const noteKey = `${port?.name ?? ''}/${instrument}`;
  const notes = settings.notes[noteKey];

  const input = useMemo((): EarInput | undefined => {
    switch (kind) {
      case 'off':
        return undefined;
      case 'keys':
        return keysInput(player, { instrument, own });
      case 'pads':
        return pads;
      case 'midi':
        return port && midiInput(player, port, notes ?? {});
      case 'microphone':
        return microphoneInput(player, {
          device: microphone,
          threshold,
          examples,
          sound: (samples, time) => sound.take?.(samples, time),
          meter: (now) => {
            level.current = now;
          },
        });
      case 'simulated':
        return layer && grid ? simulatedInput(player, simulated, { layer, grid }) : undefined;
    }
  }, [
    kind,
    instrument,
    own,
    pads,
    port,
    notes,
    microphone,
    threshold,
    examples,
    simulated,
    layer,
    grid,
    sound,
  ]);

  return {
    settings,
    set: (next) => change((before) => ({ ...before, ...next })),
    input,
    pads,
    ports,
    problem,
    calibrated: input && settings.delays[input.device],
    setDelay(device, delay) {
      change((before) => {
        const { [device]: _old, ...others } = before.delays;
        return { ...before, delays: delay === undefined ? others : { ...others, [device]: delay } };
      });
    },
    examples,
    setExamples(next) {
      changeExamples((before) => ({ ...before, [instrument]: Object.fromEntries(next) }));
    },
    notes: notes ?? {},
    setNotes(next) {
      change((before) => ({ ...before, notes: { ...before.notes, [noteKey]: next } }));
    },
    setRoom(room) {
      change((before) => ({ ...before, threshold: room.threshold }));
    },
    level: () => level.current(),
    sound,
  };
}
