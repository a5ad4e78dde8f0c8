import type { Finding } from '@stride/core/read';
import type { Rhythm } from '@stride/core/rhythm';
import { Sigma } from 'lucide-react';
import { useId, useState } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { HearAlone } from './HearAlone.tsx';

interface SentenceProps {
  readonly rhythm: Rhythm;
  readonly text: string;
  readonly tone?: Finding['tone'] | undefined;
  /** The strokes it speaks of; a sentence without any cannot be touched. */
  readonly speaksOf: Lit;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
  /** Writes out how its figure is worked out, where it has one. */
  readonly workOut?: (() => readonly string[]) | undefined;
}

const TONES = { plain: '', good: 'text-good font-semibold', warn: 'text-warn' } as const;

/** One sentence of a reading: touched, its strokes light up; they can be heard alone, and its sum seen. */
export function Sentence(props: SentenceProps) {
  const { rhythm, text, tone = 'plain', speaksOf, lit, onLight, workOut } = props;
  const [open, setOpen] = useState(false);
  const id = useId();
  const strokes = [...speaksOf.values()].reduce((sum, slots) => sum + slots.size, 0);
  const isLit = lit !== undefined && covers(lit, speaksOf);
  return (
    <div>
      <div className="flex items-start gap-1">
        {strokes === 0 ? (
          <p className={`min-w-0 flex-1 ${TONES[tone]}`}>{text}</p>
        ) : (
          <button
            type="button"
            aria-pressed={isLit}
            title="Light up these strokes"
            className={`-mx-1 block min-w-0 flex-1 rounded px-1 text-left underline decoration-edge decoration-dotted underline-offset-4 hover:bg-band aria-pressed:bg-choice ${TONES[tone]}`}
            onClick={() => onLight(isLit ? undefined : speaksOf)}
          >
            {text}
          </button>
        )}
        {workOut ? (
          <IconButton
            label={`How is this worked out: ${text}`}
            title="How is this worked out?"
            aria-expanded={open}
            aria-controls={id}
            onClick={() => setOpen(!open)}
          >
            <Sigma aria-hidden size={14} />
          </IconButton>
        ) : null}
        {strokes > 0 ? <HearAlone rhythm={rhythm} lit={speaksOf} name={text} /> : null}
      </div>
      {workOut ? (
        <div id={id} hidden={!open}>
          {open ? <Working lines={workOut()} /> : null}
        </div>
      ) : null}
    </div>
  );
}

function Working({ lines }: { readonly lines: readonly string[] }) {
  return (
    <ol
      aria-label="How this is worked out"
      className="my-1.5 border-l-[3px] border-edge pl-3 text-sm leading-snug text-quiet"
    >
      {lines.map((line, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: steps of a sum have nothing but their place
        <li key={index} className="py-0.5 break-words tabular-nums">
          {line}
        </li>
      ))}
    </ol>
  );
}

function covers(lit: Lit, speaksOf: Lit): boolean {
  return [...speaksOf].every(([layer, slots]) => {
    const here = lit.get(layer);
    return (
      here !== undefined && here.size === slots.size && [...slots].every((one) => here.has(one))
    );
  });
}

/** Strokes of one layer, as a sentence speaks of them. */
export function ofLayer(layer: number, slots: readonly number[]): Lit {
  return new Map([[layer, new Set(slots)]]);
}
