import { ladderTempos } from '@stride/core/climb';
import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { type Performance, performClimb, performRhythm } from '@stride/core/sound';
import { useMemo, useState } from 'react';
import { silentLayers } from '../bench/mix.ts';
import type { Mix } from '../store/db.ts';
import { Modal } from '../ui/Modal.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { WhoPlays } from './PlayedDialog.tsx';
import { Row } from './Row.tsx';
import { TakeSound } from './TakeSound.tsx';

interface SoundDialogProps {
  readonly rhythm: Rhythm;
  /** How it is heard where one comes from: who is muted, how loud the others are, the click. */
  readonly mix: Mix;
  readonly onClose: () => void;
}

/** How a practice track goes up: a twentieth quicker at each rung. */
const STEP = { kind: 'percent', value: 5 } as const;

/** A rhythm as sound: which turns, how fast, who plays, with what click. */
export default function SoundDialog({ rhythm, mix, onClose }: SoundDialogProps) {
  const timed = timeRhythm(rhythm);
  const tempo = tempoAt(rhythm);
  const all = timed.ok ? timed.timing.fullTicks / timed.timing.turnTicks : 1;
  const [kind, setKind] = useState<'turns' | 'climb'>('turns');
  const [turns, setTurns] = useState(Math.min(64, Math.max(all, 8)));
  const [from, setFrom] = useState(0);
  const [bpm, setBpm] = useState(tempo.bpm);
  const [to, setTo] = useState(Math.max(rhythm.target, tempo.bpm));
  const [each, setEach] = useState(4);
  const [countIn, setCountIn] = useState(1);
  const [out, setOut] = useState(silentLayers(mix, rhythm.layers));
  const tempos = useMemo(
    () => ladderTempos({ from: bpm, to: Math.max(bpm, to), step: STEP, passes: 1 }),
    [bpm, to],
  );
  const performance = useMemo((): Performance | undefined => {
    if (!timed.ok) return undefined;
    return kind === 'turns'
      ? performRhythm(rhythm, timed.timing, { turns, from, countIn, bpm })
      : performClimb(rhythm, timed.timing, tempos, { turns: each, countIn });
  }, [rhythm, timed, kind, turns, from, countIn, bpm, tempos, each]);
  if (!performance) return null;
  return (
    <Modal title="As sound or notes" open onOpenChange={(open) => !open && onClose()}>
      <TakeSound
        name={rhythm.name}
        performance={performance}
        out={out}
        levels={new Map(Object.entries(mix.levels))}
        clicked={mix.click}
        onClose={onClose}
      >
        <Row label="What">
          <Select
            aria-label="What is taken down"
            value={kind}
            onChange={({ target: { value } }) => setKind(value === 'climb' ? 'climb' : 'turns')}
          >
            <option value="turns">some turns at one tempo</option>
            <option value="climb">a track that climbs by itself</option>
          </Select>
          {kind === 'turns' ? (
            <>
              <NumberField
                label="Turns"
                value={turns}
                min={1}
                max={4000}
                onChange={(n) => setTurns(Math.round(n))}
              />
              <NumberField
                label="from turn"
                value={from + 1}
                min={1}
                max={all}
                onChange={(n) => setFrom(Math.round(n) - 1)}
              />
              <NumberField label="at" value={bpm} min={10} max={400} onChange={setBpm} />
            </>
          ) : (
            <>
              <NumberField label="from" value={bpm} min={10} max={400} onChange={setBpm} />
              <NumberField label="to" value={to} min={10} max={400} onChange={setTo} />
              <NumberField
                label="turns each"
                value={each}
                min={1}
                max={64}
                onChange={(n) => setEach(Math.round(n))}
              />
            </>
          )}
          <NumberField
            label="count-in"
            value={countIn}
            min={0}
            max={4}
            onChange={(n) => setCountIn(Math.round(n))}
          />
        </Row>
        {kind === 'climb' ? (
          <p className="text-quiet">
            {tempos.join(', ')} a minute. Where a hand tires or hurts, stop: the track does not
            know.
          </p>
        ) : null}
        <WhoPlays players={rhythm.layers} out={out} onOut={setOut} />
      </TakeSound>
    </Modal>
  );
}
