import { ladderTempos } from '@stride/core/climb';
import { PASSAGE_LIMITS, type Passage, performPassage, sayTurns } from '@stride/core/passage';
import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { type Performance, performClimb, performRhythm } from '@stride/core/sound';
import { toNumber } from '@stride/core/time';
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
  /** What is chosen in it, where something can be. */
  readonly chosen: Passage | undefined;
  /** How it is heard where one comes from: who is muted, how loud the others are, the click. */
  readonly mix: Mix;
  readonly onClose: () => void;
}

/** How a practice track goes up: a twentieth quicker at each rung. */
const STEP = { kind: 'percent', value: 5 } as const;

const KINDS = ['turns', 'chosen', 'climb'] as const;
type Kind = (typeof KINDS)[number];

/**
 * What is chosen, as one says it: “turn 2”, “pulses 3 to 6”; pulses are counted from the first one.
 * @param all pulses until the rhythm comes round
 */
function sayChosen(rhythm: Rhythm, chosen: Passage, all: number): string {
  const turns = sayTurns(rhythm, chosen);
  if (turns) return turns;
  const [from, to] = [toNumber(chosen.from), toNumber(chosen.to)];
  const said = (place: number) => String(Math.round(place * 100) / 100);
  if (to - from === 1 && Number.isInteger(from)) return `pulse ${from + 1}`;
  return Number.isInteger(from) && Number.isInteger(to)
    ? `pulses ${from + 1} to ${to > all ? `${to - all} of the next round` : to}`
    : `from pulse ${said(from + 1)} on, ${said(to - from)} pulses long`;
}

/** A rhythm as sound: which turns or what is chosen, how fast, who plays, with what click. */
export default function SoundDialog({ rhythm, chosen, mix, onClose }: SoundDialogProps) {
  const timed = timeRhythm(rhythm);
  const tempo = tempoAt(rhythm);
  const all = timed.ok ? timed.timing.fullTicks / timed.timing.turnTicks : 1;
  const pulses = timed.ok ? timed.timing.fullTicks / timed.timing.ticksPerPulse : 1;
  const [kind, setKind] = useState<Kind>('turns');
  const [turns, setTurns] = useState(Math.min(64, Math.max(all, 8)));
  const [times, setTimes] = useState(8);
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
    if (kind === 'climb') {
      return performClimb(rhythm, timed.timing, tempos, { turns: each, countIn });
    }
    return kind === 'chosen' && chosen
      ? performPassage(rhythm, timed.timing, { ...chosen, times }, { countIn, bpm })
      : performRhythm(rhythm, timed.timing, { turns, from, countIn, bpm });
  }, [rhythm, timed, kind, chosen, turns, times, from, countIn, bpm, tempos, each]);
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
            onChange={({ target: { value } }) =>
              setKind(KINDS.find((one) => one === value) ?? 'turns')
            }
          >
            <option value="turns">some turns at one tempo</option>
            {chosen ? (
              <option value="chosen">{sayChosen(rhythm, chosen, pulses)}, again and again</option>
            ) : null}
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
          ) : kind === 'chosen' ? (
            <>
              <NumberField
                label="Times"
                value={times}
                min={1}
                max={PASSAGE_LIMITS.times}
                onChange={(n) => setTimes(Math.round(n))}
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
