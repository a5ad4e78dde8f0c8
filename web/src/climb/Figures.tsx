import type { Finding } from '@stride/core/read';
import { counted } from '@stride/core/wording';
import type { ReactNode } from 'react';
import type { RunResult } from './run-log.ts';

interface FiguresProps {
  readonly result: RunResult;
  /** What changed against the last time. */
  readonly change: string | undefined;
  readonly onTouch: (slots: readonly number[]) => void;
  /** What else stands beside the figures. */
  readonly children?: ReactNode;
}

/** After the one sentence: three figures, and then everything. */
export function Figures({ result, change, onTouch, children }: FiguresProps) {
  const { judgement, flaws, cleanSpread, findings } = result;
  const { match, asked, spread, drift, bias } = judgement;
  const clean = flaws.filter((one) => one.length === 0).length;
  const ms = (seconds: number) => Math.round(seconds * 1000);
  return (
    <section aria-label="Figures of the run" className="flex flex-wrap items-start gap-x-5 gap-y-2">
      <Figure
        value={`${match.met.length} of ${asked}`}
        what={`strokes came${match.extra.length > 0 ? `, ${match.extra.length} too many` : ''}`}
      />
      <Figure value={`${ms(spread)} ms`} what={`spread; clean up to ${ms(cleanSpread)}`} />
      <Figure
        value={`${clean} of ${flaws.length}`}
        what={`${flaws.length === 1 ? 'pass' : 'passes'} clean`}
      />
      <div className="min-w-36 flex-1 text-note">
        {change ? <p>{change}</p> : null}
        <details>
          <summary className="cursor-pointer text-quiet">Everything heard</summary>
          <ul className="mt-1 flex flex-col gap-0.5">
            {findings.map((finding) => (
              <Said key={finding.text} finding={finding} onTouch={onTouch} />
            ))}
            <li>
              {Math.abs(drift) < 0.05
                ? 'No drift against the click.'
                : `Drift ${drift > 0 ? '+' : '−'}${Math.abs(drift).toFixed(1)} %: ${drift > 0 ? 'quicker' : 'slower'} than the click.`}
            </li>
            <li>
              {bias === undefined
                ? 'Whether you lie before or behind the click is not known until the delay of the input is measured.'
                : `Lying ${ms(Math.abs(bias))} ms ${bias < 0 ? 'before' : 'behind'} the click.`}
            </li>
            {judgement.knowsKinds ? null : (
              <li>This input does not know which stroke it was; only its time was judged.</li>
            )}
            {judgement.evenness.map(({ parts, lengths }) => (
              <li key={parts}>
                Cells of {parts}:{' '}
                {lengths
                  .map((length) => (length === undefined ? '–' : length.toFixed(2)))
                  .join(' ')}{' '}
                <span className="text-quiet">(1.00 is even)</span>
              </li>
            ))}
            <li>
              {flaws
                .map(
                  (one, at) =>
                    `Pass ${at + 1}: ${one.length === 0 ? 'clean' : one.map(sayFlaw).join(', ')}`,
                )
                .join('. ')}
              .
            </li>
          </ul>
        </details>
        {children}
      </div>
    </section>
  );
}

const FLAWS: Readonly<Record<RunResult['flaws'][number][number], string>> = {
  silent: 'not heard',
  missed: 'strokes missed',
  extra: 'strokes too many',
  spread: 'spread too wide',
  drift: 'not with the click',
  kinds: 'other strokes than written',
};

function sayFlaw(flaw: RunResult['flaws'][number][number]): string {
  return FLAWS[flaw];
}

function Said({
  finding,
  onTouch,
}: {
  readonly finding: Finding;
  readonly onTouch: FiguresProps['onTouch'];
}) {
  if (finding.slots.length === 0) return <li>{finding.text}</li>;
  return (
    <li>
      <button
        type="button"
        className="text-left underline decoration-dotted underline-offset-4"
        title={`Shows ${counted(finding.slots.length, 'stroke')} on the line`}
        onClick={() => onTouch(finding.slots)}
      >
        {finding.text}
      </button>
    </li>
  );
}

function Figure({ value, what }: { readonly value: string; readonly what: string }) {
  return (
    <p className="flex flex-col">
      <span className="font-title text-title leading-tight font-bold">{value}</span>
      <span className="text-note text-quiet">{what}</span>
    </p>
  );
}
