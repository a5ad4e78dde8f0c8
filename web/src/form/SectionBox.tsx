import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import {
  bpmOf,
  type Doing,
  type Laid,
  pulsesAt,
  type RunningSides,
  sayBpm,
  sayChange,
  sayLength,
  sidesThrough,
  sourceOf,
  stretchSection,
  turnPulsesOf,
} from '@stride/core/form';
import { type CSSProperties, memo, useMemo, useRef, useState } from 'react';
import type { Px } from '../strideline/geometry.ts';
import type { OpenedForm } from './context.ts';
import { Lane, secondsTo } from './Lane.tsx';
import { roundsIn } from './lane-paths.ts';
import { type Piece, xOfTime } from './rows.ts';
import './form.css';

/** The head of a row, over its lanes, and the strip of sides under them. */
export const HEAD: Px = 66;
export const SIDES: Px = 26;

/** A piece is known by its section in the order as it is played, and its first turn. */
export function idOf({ span, from }: Piece): string {
  return `${span.index} ${from}`;
}

/** Whether anything is drawn of a player in a piece. */
export function hasLane({ span }: Piece, { player, line, solo, part }: Doing): boolean {
  const isCalling = span.section.calls?.some((call) => call.player === player.id) ?? false;
  return line !== undefined || solo !== undefined || part?.pickup !== undefined || isCalling;
}

interface SectionBoxProps {
  readonly laid: Laid;
  readonly piece: Piece;
  readonly scale: number;
  readonly isChosen: boolean;
  readonly isFound: boolean;
  readonly sides: RunningSides | undefined;
  readonly turns: boolean;
  /** Heights of the lanes, one after another; as text, so that the same heights are the same. */
  readonly lanes: string;
  readonly onChoose: (at: number | undefined) => void;
  readonly edit: OpenedForm['edit'];
}

/** A section as it stands in a row: its head, its lanes, the sides beneath, and the edge by which it is stretched. */
export const SectionBox = memo(function SectionBox(props: SectionBoxProps) {
  const { laid, piece, scale, isChosen, isFound, sides, turns, lanes, onChoose, edit } = props;
  const { span, width, x, from } = piece;
  const { section, index } = span;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: idOf(piece),
  });
  const change = from === 0 ? sayChange(span, laid.spans[index - 1]) : undefined;
  const isNarrow = width < 64;
  const style: CSSProperties = {
    left: x,
    width,
    transform: CSS.Translate.toString(transform) ?? '',
    transition: transition ?? '',
    zIndex: isDragging ? 20 : isChosen ? 2 : 1,
    opacity: isDragging ? 0.7 : 1,
  };
  return (
    <div ref={setNodeRef} className="absolute top-0 bottom-0" style={style}>
      {change && index > 0 ? (
        <span className="pointer-events-none absolute -top-0.5 left-1 z-10 text-fine font-semibold whitespace-nowrap text-warn">
          {shortly(change, width)}
        </span>
      ) : null}
      <div
        className={`absolute top-[18px] bottom-6 w-full rounded-lg ${index % 2 === 0 ? 'bg-band' : ''} ${isChosen ? 'outline-2 outline-go' : ''}`}
      />
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-pressed={isChosen}
        aria-roledescription="section"
        aria-label={`${section.name}, ${sayLength(section)}, ${section.level}, ${sayBpm(bpmOf(span.tempo))} a minute${isFound ? ', something was found here' : ''}`}
        data-section={section.name}
        data-at={index}
        data-space-plays
        className="absolute top-[18px] h-12 w-full touch-manipulation overflow-hidden rounded-lg px-1.5 pt-1 text-left"
        onClick={() => onChoose(isChosen ? undefined : index)}
      >
        <span className="block truncate font-title text-note leading-tight font-bold">
          {isFound ? <span className="mr-1 inline-block size-2 rounded-full bg-warn" /> : null}
          {isNarrow ? section.name.slice(0, width < 34 ? 1 : 4) : section.name}
          {section.speed ? <span className="font-normal">, {section.speed}</span> : null}
        </span>
        <span className="block truncate text-fine text-quiet">
          {isNarrow ? section.turns : sayPiece(piece)}
        </span>
      </button>
      <div className="pointer-events-none absolute w-full" style={{ top: HEAD }}>
        {span.doings.map((doing, at) => (
          <div key={doing.player.id} style={{ height: Number(lanes.split(' ')[at]) }}>
            {hasLane(piece, doing) ? (
              <Lane
                laid={laid}
                piece={piece}
                doing={doing}
                saidAbove={roundsAbove(laid, piece, at)}
              />
            ) : null}
          </div>
        ))}
        <Sides piece={piece} sides={sides} turns={turns && from === 0} />
      </div>
      {section.cut ? <Cut piece={piece} /> : null}
      {piece.to === span.turns ? (
        <Stretch
          turns={section.turns}
          perTurn={(span.length / span.turns) * scale}
          onTurns={(next) =>
            edit((form) => stretchSection(form, section.id, next), `stretch ${section.id}`)
          }
        />
      ) : null}
    </div>
  );
});

/** A change of tempo in as many words as there is room for. */
function shortly(change: string, width: Px): string {
  if (width > change.length * 7.2) return change;
  const [tempos = '', how = ''] = change.split(', ');
  return tempos.endsWith('stays') ? how : tempos;
}

/** How many rounds the nearest lane above says that its line has in a piece. */
function roundsAbove({ source }: Laid, piece: Piece, lane: number): number | undefined {
  const { span } = piece;
  for (const doing of span.doings.slice(0, lane).toReversed()) {
    const found = sourceOf(source, doing.line);
    if (found) return Math.round(roundsIn(span, found, piece.to - piece.from));
  }
  return undefined;
}

/** How long a piece is: of a section that is cut between rows, which of its turns. */
function sayPiece({ span, from, to }: Piece): string {
  const { section, turns } = span;
  const bar = `bar ${span.firstTurn + from + 1}`;
  if (to - from < turns) return `turns ${from + 1} to ${to} of ${turns}, ${bar}`;
  const open = section.most === undefined ? '' : ' or the sign';
  return `${turns} ${turns === 1 ? 'turn' : 'turns'}${open}, ${section.level}, ${bar}`;
}

/** Where everyone stops. */
function Cut({ piece }: { readonly piece: Piece }) {
  const { span, width } = piece;
  const { cut } = span.section;
  if (!cut) return null;
  const x = xOfTime(piece, secondsTo(span, pulsesAt(span.section, cut)));
  if (x < 0 || x > width) return null;
  return (
    <span
      aria-hidden
      className="pointer-events-none absolute top-[66px] bottom-8 border-l-4 border-double border-ink"
      style={{ left: x - 2 }}
    />
  );
}

/** The sides of the timeline through a piece: three above, two below; a ring where they are turned. */
function Sides({
  piece,
  sides,
  turns,
}: {
  readonly piece: Piece;
  readonly sides: RunningSides | undefined;
  readonly turns: boolean;
}) {
  const { span, width } = piece;
  const paths = useMemo(() => {
    if (!sides) return undefined;
    let [three, two] = ['', ''];
    for (const { from, to, side } of sidesThrough(sides, span.turns, turnPulsesOf(span))) {
      const [left, right] = [from, to].map((pulses) => xOfTime(piece, secondsTo(span, pulses)));
      if (left === undefined || right === undefined || right < 0 || left > width) continue;
      const dash = `M${Math.max(0, left).toFixed(1)} ${side === 'three' ? 6 : 16}H${(Math.min(width, right) - 1).toFixed(1)}`;
      if (side === 'three') three += dash;
      else two += dash;
    }
    return { three, two };
  }, [piece, span, sides, width]);
  return (
    <svg width={width} height={SIDES} aria-hidden="true" className="block overflow-visible">
      {paths ? (
        <>
          <path d={paths.three} stroke="var(--open)" strokeWidth={4} />
          <path d={paths.two} stroke="var(--muted)" strokeWidth={4} />
          {turns ? (
            <circle cx={0} cy={11} r={8} fill="none" stroke="var(--now)" strokeWidth={2.5} />
          ) : null}
        </>
      ) : null}
    </svg>
  );
}

/** The right edge of a section, by which it is made longer or shorter. */
function Stretch({
  turns,
  perTurn,
  onTurns,
}: {
  readonly turns: number;
  readonly perTurn: Px;
  readonly onTurns: (turns: number) => void;
}) {
  const begun = useRef<{ readonly x: Px; readonly turns: number }>(undefined);
  const [now, setNow] = useState<number>();
  return (
    <span
      aria-hidden
      title={`${turns} turns: drag to make it longer or shorter`}
      className="absolute top-[18px] -right-1.5 z-10 h-12 w-3 cursor-ew-resize touch-none rounded hover:bg-mark"
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        begun.current = { x: event.clientX, turns };
      }}
      onPointerMove={(event) => {
        const start = begun.current;
        if (!start) return;
        setNow(Math.max(1, start.turns + Math.round((event.clientX - start.x) / perTurn)));
      }}
      onPointerCancel={() => {
        begun.current = undefined;
        setNow(undefined);
      }}
      onPointerUp={() => {
        if (now !== undefined && now !== turns) onTurns(now);
        begun.current = undefined;
        setNow(undefined);
      }}
    >
      {now === undefined ? null : (
        <span className="absolute -top-7 left-1/2 -translate-x-1/2 rounded bg-ink px-2 py-0.5 text-note font-semibold whitespace-nowrap text-card">
          {now} turns
        </span>
      )}
    </span>
  );
}
