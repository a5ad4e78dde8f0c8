import type { TappedBeat } from '@stride/core/tapin';
import { counted } from '@stride/core/wording';
import { Select } from '../ui/Select.tsx';

interface TappedBeatsProps {
  readonly beats: readonly TappedBeat[];
  /** For some beats another number of slots than the likeliest. */
  readonly chosen: ReadonlyMap<number, number>;
  readonly onChoose: (beat: number, slots: number) => void;
}

/** Each beat with its taps as they fell, the division that explains them, and the others. */
export function TappedBeats({ beats, chosen, onChoose }: TappedBeatsProps) {
  return (
    <ol className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-2">
      {beats.map(({ beat, taps, readings }) => {
        const [best] = readings;
        const used = readings.find((one) => one.slots === chosen.get(beat)) ?? best;
        return (
          <li key={beat} className="rounded-xl border border-edge px-3 py-2">
            <span className="font-title text-lg font-bold">{beat + 1}</span>
            {used ? (
              <>
                <svg
                  viewBox="-6 0 132 26"
                  className="block w-full"
                  role="img"
                  aria-label={`${taps.length} taps in beat ${beat + 1}`}
                >
                  <path d="M0 18 H120" stroke="var(--ink)" strokeWidth="2" />
                  <path
                    d={Array.from(
                      { length: used.slots },
                      (_, slot) => `M${(slot * 120) / used.slots} 12 v12`,
                    ).join(' ')}
                    stroke="var(--faint)"
                    strokeWidth="1.5"
                  />
                  {taps.map(({ place, tap }) => (
                    <circle
                      key={`${tap.pulses} ${tap.hand ?? tap.kind}`}
                      cx={place * 120}
                      cy={8}
                      r={4}
                      fill={tap.hand === 'L' ? 'var(--slap)' : 'var(--go)'}
                    />
                  ))}
                </svg>
                <label className="flex flex-col text-sm text-quiet">
                  {Math.round(used.confidence * 100)} % sure, off by {Math.round(used.error * 1000)}{' '}
                  ms
                  <Select
                    aria-label={`Slots in beat ${beat + 1}`}
                    value={used.slots}
                    className="mt-1 h-8 px-1 text-note"
                    onChange={(event) => onChoose(beat, Number(event.target.value))}
                  >
                    {readings.map((reading) => (
                      <option key={reading.slots} value={reading.slots}>
                        {counted(reading.slots, 'slot')} ({Math.round(reading.confidence * 100)} %)
                      </option>
                    ))}
                  </Select>
                </label>
              </>
            ) : (
              <p className="text-sm text-quiet">nothing tapped</p>
            )}
          </li>
        );
      })}
    </ol>
  );
}
