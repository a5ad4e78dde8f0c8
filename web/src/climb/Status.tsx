import { type ClimbEvent, type ClimbState, isUnderWay } from '@stride/core/climb';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { Key } from './Key.tsx';
import { type Said, sayGo } from './status.ts';

interface StatusProps {
  readonly said: Said;
  readonly state: ClimbState;
  readonly rungCount: number;
  /** The tempo one stopped at, to go on there. */
  readonly stoppedAt: number | undefined;
  readonly problem: string | undefined;
  /** The ladder cannot be climbed as it is set; an input that was refused may be tried again. */
  readonly isBlocked: boolean;
  /** The piece that fails, where the run showed one. */
  readonly failing: string | undefined;
  readonly send: (event: ClimbEvent) => void;
  readonly toggle: () => void;
  readonly onPiece: () => void;
  readonly onFar: () => void;
  /** The words of the turn that is counted in, and which of them is now. */
  readonly count: { readonly words: readonly string[]; readonly at: number } | undefined;
  /** The figures of the run, once it is judged. */
  readonly children?: ReactNode;
}

/** The one large sentence, and one key each for what can be done now. */
export function Status(props: StatusProps) {
  const { said, state, problem, failing, send, toggle, onPiece, onFar } = props;
  const under = isUnderWay(state) ? state : undefined;
  const isJudged = state.status === 'judged';
  return (
    <section
      aria-label="Now"
      className="flex flex-wrap items-center gap-x-6 gap-y-3 max-sm:order-first"
    >
      <p
        aria-live="polite"
        data-testid="climb-status"
        className={`font-title leading-none font-bold ${under && !isJudged ? 'text-display' : 'text-[52px]'} min-w-56 max-sm:text-figure`}
      >
        {said.title}
      </p>
      <p
        data-testid="climb-detail"
        className={`flex-1 basis-60 leading-tight max-sm:text-xl ${under && !isJudged ? 'max-w-[30ch] text-title' : `text-[22px] ${isJudged ? 'basis-[60%]' : 'max-w-[48ch]'}`}`}
      >
        {problem ?? said.detail}
        {props.count ? <CountedIn {...props.count} /> : null}
      </p>
      {props.children ? (
        <div className="flex-1 basis-[420px] max-sm:order-last">{props.children}</div>
      ) : null}
      <div className="ml-auto flex flex-wrap gap-2">
        {under && under.status !== 'listening' ? <Moves {...props} under={under} /> : null}
        {failing ? (
          <Button large className="px-3.5!" onClick={onPiece}>
            {failing} first <Key>P</Key>
          </Button>
        ) : null}
        {state.status === 'stopped' && state.rung > 0 ? (
          <Button large onClick={() => send({ type: 'start', rung: state.rung })}>
            Again at {props.stoppedAt}
          </Button>
        ) : null}
        <Button large look="go" disabled={props.isBlocked && !under} onClick={toggle}>
          {sayGo(state)} <Key>Space</Key>
        </Button>
        <Button large className="px-3.5!" title="Read it from two metres away" onClick={onFar}>
          Far <Key>V</Key>
        </Button>
      </div>
    </section>
  );
}

/** The rhythm's own words of the count, the one that sounds now standing out. */
export function CountedIn({ words, at }: NonNullable<StatusProps['count']>) {
  return (
    <span className="flex flex-wrap gap-x-[0.5em] text-[0.8em]">
      {words.map((word, index) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: the words of a turn in their order
          key={index}
          className={index === at ? 'font-bold' : 'text-quiet'}
        >
          {word}
        </span>
      ))}
    </span>
  );
}

function Moves({
  under,
  rungCount,
  send,
}: Pick<StatusProps, 'rungCount' | 'send'> & {
  readonly under: Extract<
    ClimbState,
    { readonly status: 'counting-in' | 'playing' | 'listening' | 'judged' }
  >;
}) {
  const staying = 'staying' in under && under.staying;
  return (
    <>
      <Button
        large
        className="px-3.5!"
        disabled={under.rung === 0}
        onClick={() => send({ type: 'down' })}
      >
        Down <Key>↓</Key>
      </Button>
      <Button
        large
        className="px-3.5!"
        look={staying ? 'on' : 'plain'}
        aria-pressed={staying}
        onClick={() => send({ type: 'stay' })}
      >
        Stay <Key>S</Key>
      </Button>
      <Button
        large
        className="px-3.5!"
        disabled={under.rung >= rungCount - 1 && under.status !== 'judged'}
        onClick={() => send({ type: 'up' })}
      >
        Up <Key>↑</Key>
      </Button>
    </>
  );
}
