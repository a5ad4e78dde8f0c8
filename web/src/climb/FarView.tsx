import type { ClimbState } from '@stride/core/climb';
import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { Button } from '../ui/Button.tsx';
import { CountedIn } from './Status.tsx';
import type { Said } from './status.ts';

interface FarViewProps {
  readonly said: Said;
  readonly state: ClimbState;
  /** What comes next: “then 76”, “then piece 2 at 72”. */
  readonly next: string | undefined;
  /** The words of the turn that is counted in, and which of them is now. */
  readonly count: { readonly words: readonly string[]; readonly at: number } | undefined;
  readonly problem: string | undefined;
  /** What one key, one pad or one hard stroke does now. */
  readonly sign: string;
  readonly onSign: () => void;
  readonly onClose: () => void;
  readonly children?: ReactNode;
}

/** One thing at a time, as large as the screen, for two metres away and busy hands. */
export function FarView(props: FarViewProps) {
  const { said, state, next, count, problem, sign, onSign, onClose, children } = props;
  const button = useRef<HTMLButtonElement>(null);
  // The space bar, and a pedal that sends it, press the one thing there is to press.
  useEffect(() => button.current?.focus(), []);
  const isQuestion = state.status === 'judged' || problem !== undefined;
  return (
    <section
      aria-label="Read from two metres away"
      className="fixed inset-0 z-20 flex flex-col bg-paper p-[3vmin]"
    >
      <div className="flex items-start justify-between gap-4">
        <p className="text-[clamp(18px,3.4vmin,34px)] text-quiet">{next ?? ''}</p>
        <Button large className="px-4" aria-label="Back to the whole screen" onClick={onClose}>
          <X aria-hidden size={24} />
        </Button>
      </div>
      <div className="flex min-h-0 flex-1 flex-col items-center justify-center gap-[3vmin] text-center landscape:max-md:flex-row">
        <p
          aria-live="polite"
          data-testid="far-title"
          className={`font-title leading-none font-bold ${isQuestion ? 'text-[clamp(56px,17vmin,210px)]' : 'text-[clamp(84px,34vmin,420px)]'}`}
        >
          {count ? (count.words[count.at] ?? '') : said.title}
        </p>
        {count ? (
          <p className="text-[clamp(24px,6vmin,64px)]">
            <CountedIn {...count} />
          </p>
        ) : (
          <p
            data-testid="far-detail"
            className="max-w-[30ch] text-[clamp(22px,6.4vmin,76px)] leading-tight"
          >
            {problem ?? said.detail}
          </p>
        )}
      </div>
      {children}
      <button
        ref={button}
        type="button"
        onClick={onSign}
        className="mt-[2vmin] min-h-16 rounded-2xl bg-go px-6 py-[2vmin] font-title text-[clamp(24px,6vmin,64px)] font-bold text-on-go"
      >
        {sign}
      </button>
    </section>
  );
}
