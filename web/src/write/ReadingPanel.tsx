import type { Counting } from '@stride/core/counting';
import { onePeriod, readLayer, readSlot } from '@stride/core/read';
import { type Rhythm, type Timing, timeRhythm } from '@stride/core/rhythm';
import { useMemo } from 'react';
import { sayKin, useFamilies } from '../reading/use-families.ts';
import type { SlotRef } from '../strideline/SlotGrid.tsx';
import { useAfterPaint } from '../ui/use-after-paint.ts';
import { HearAlone } from './HearAlone.tsx';

interface ReadingPanelProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly counting: Counting;
  readonly chosen: SlotRef;
  readonly lit: ReadonlySet<number> | undefined;
  readonly onLight: (slots: ReadonlySet<number> | undefined) => void;
}

const TONES = { plain: '', good: 'text-good font-semibold', warn: 'text-warn' } as const;

/** What the chosen stroke and its layer say, always of the rhythm as it is now. */
export function ReadingPanel({
  rhythm,
  timing,
  counting,
  chosen,
  lit,
  onLight,
}: ReadingPanelProps) {
  const slot = useMemo(
    () => readSlot(rhythm, timing, chosen.layer, chosen.slot, counting),
    [rhythm, timing, chosen.layer, chosen.slot, counting],
  );
  // The sentences follow the stroke by a moment, so that the line answers the key at once.
  const read = useAfterPaint(rhythm);
  const groups = useMemo(() => readLayer(read, chosen.layer), [read, chosen.layer]);
  const line = useMemo(() => {
    const timed = timeRhythm(read);
    const layer = read.layers[chosen.layer];
    const grid = timed.ok ? timed.timing.layers[chosen.layer] : undefined;
    return timed.ok && layer && grid ? onePeriod(layer, grid, timed.timing) : undefined;
  }, [read, chosen.layer]);
  const kin = useFamilies(line?.onsets, line?.span ?? 0);
  return (
    <div className="relative">
      <section
        aria-label="Reading"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, and must scroll by keyboard too
        tabIndex={0}
        className="rounded-2xl border border-edge bg-card px-[18px] py-1.5 text-[15.5px] leading-snug overflow-y-auto lg:absolute lg:inset-0 max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-8 max-sm:block"
      >
        {slot ? (
          <Part title={slot.title}>
            {slot.lines.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </Part>
        ) : null}
        {kin && kin.length > 0 ? (
          <Part title="Families">
            {kin.slice(0, 3).map((one) => (
              <p key={one.id}>{sayKin(one)}</p>
            ))}
          </Part>
        ) : null}
        {groups.map((group) => (
          <Part key={group.title} title={group.title}>
            {group.findings.map((finding) => {
              const slots = new Set(finding.slots);
              const isLit = lit !== undefined && finding.slots.every((one) => lit.has(one));
              if (finding.slots.length === 0) {
                return (
                  <p key={finding.text} className={TONES[finding.tone]}>
                    {finding.text}
                  </p>
                );
              }
              return (
                <div key={finding.text} className="flex items-start gap-1">
                  <button
                    type="button"
                    aria-pressed={isLit}
                    title="Light up these strokes"
                    className={`-mx-1 block min-w-0 flex-1 rounded px-1 text-left underline decoration-edge decoration-dotted underline-offset-4 hover:bg-band aria-pressed:bg-choice ${TONES[finding.tone]}`}
                    onClick={() => onLight(isLit ? undefined : slots)}
                  >
                    {finding.text}
                  </button>
                  <HearAlone
                    rhythm={rhythm}
                    layerIndex={chosen.layer}
                    slots={finding.slots}
                    name={finding.text}
                  />
                </div>
              );
            })}
          </Part>
        ))}
      </section>
    </div>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <div className="border-b border-edge py-2.5 last:border-b-0">
      <h2 className="mb-1 text-[17px]">{title}</h2>
      {children}
    </div>
  );
}
