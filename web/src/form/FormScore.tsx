import {
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext } from '@dnd-kit/sortable';
import {
  isTurnedOver,
  type Laid,
  moveRepeat,
  playAgainAt,
  type RunningSides,
  runningSides,
} from '@stride/core/form';
import { instrumentOf } from '@stride/core/instrument';
import { type ReactNode, useMemo, useRef } from 'react';
import type { Px } from '../strideline/geometry.ts';
import { useNear } from '../ui/use-near.ts';
import type { OpenedForm } from './context.ts';
import { LANE } from './lane-paths.ts';
import type { Row } from './rows.ts';
import { HEAD, hasLane, idOf, SectionBox, SIDES } from './SectionBox.tsx';
import './form.css';

interface FormScoreProps {
  readonly opened: OpenedForm;
  readonly rows: readonly Row[];
  /** Room for the names at the left. */
  readonly labels: Px;
  /** Pixels a second, for stretching. */
  readonly scale: number;
  readonly chosen: number | undefined;
  readonly onChoose: (at: number | undefined) => void;
  readonly onPlayer: (id: string) => void;
  /** What stands under a row: what is open of its chosen section. */
  readonly under: (row: number) => ReactNode;
}

/** With Ctrl or Alt a section is dragged as itself once more, and stays where it is as well. */
function isCopying(event: Event): boolean {
  return event instanceof MouseEvent && (event.ctrlKey || event.altKey);
}

/** Sections differ much in width: what counts is the one under the pointer, and the nearest where there is none. */
const underPointer: CollisionDetection = (dragged) => {
  const under = pointerWithin(dragged);
  return under.length > 0 ? under : closestCenter(dragged);
};

/** A form like a page of music: sections side by side, a line for each player, the sides of the timeline beneath. */
export function FormScore(props: FormScoreProps) {
  const { opened, rows, labels, scale, chosen, onChoose, onPlayer, under } = props;
  const { laid, form, edit, findings } = opened;
  // A finger that goes on scrolls; one that rests on a section for a moment takes it up.
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const ids = useMemo(() => rows.flatMap((row) => row.map((piece) => idOf(piece))), [rows]);
  const wrong = useMemo(() => new Set(findings.map(({ at }) => at)), [findings]);
  const sides = useMemo(() => runningSides(laid), [laid]);
  const instruments = useMemo(
    () => form.players.map(({ id }) => instrumentsOf(laid, id)),
    [laid, form.players],
  );
  const drop = ({ active, over, activatorEvent }: DragEndEvent) => {
    const [from, to] = [active, over].map(
      (one) => laid.spans[Number(String(one?.id).split(' ')[0])],
    );
    if (from && to && from.repeat !== to.repeat)
      edit((before) =>
        isCopying(activatorEvent)
          ? playAgainAt(before, from.repeat, to.repeat)
          : moveRepeat(before, from.repeat, to.repeat),
      );
  };
  return (
    <DndContext sensors={sensors} collisionDetection={underPointer} onDragEnd={drop}>
      <SortableContext items={ids} strategy={rectSortingStrategy}>
        {rows.map((row, index) => (
          <div key={row[0] ? idOf(row[0]) : index}>
            <ScoreRow
              row={row}
              index={index}
              opened={opened}
              labels={labels}
              scale={scale}
              chosen={chosen}
              instruments={instruments}
              isShort={rows.length <= ALL_DRAWN}
              wrong={wrong}
              sides={sides}
              onChoose={onChoose}
              onPlayer={onPlayer}
            />
            {under(index)}
          </div>
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface ScoreRowProps
  extends Pick<FormScoreProps, 'opened' | 'labels' | 'scale' | 'chosen' | 'onChoose' | 'onPlayer'> {
  readonly row: Row;
  readonly index: number;
  /** What each player plays on, in the order of players. */
  readonly instruments: readonly string[];
  /** All rows are drawn, in sight or not. */
  readonly isShort: boolean;
  /** Places in the order about which something was found. */
  readonly wrong: ReadonlySet<number>;
  readonly sides: readonly (RunningSides | undefined)[];
}

/** A row of sections, drawn where it is in sight. */
function ScoreRow(props: ScoreRowProps) {
  const { row, index, opened, labels, scale, chosen, instruments, isShort, wrong, sides } = props;
  const { onChoose, onPlayer } = props;
  const { laid, form, edit } = opened;
  const frame = useRef<HTMLDivElement>(null);
  const isDrawn = useNear(frame, index < FIRST_DRAWN) || isShort;
  const lanes = laneHeights(row, form.players.length);
  const heights = lanes.join(' ');
  return (
    <div ref={frame} className="relative flex" data-form-row={index}>
      <div className="shrink-0 pt-[66px]" style={{ width: labels }}>
        {form.players.map((player, at) => (
          <button
            type="button"
            key={player.id}
            className="flex w-full flex-col justify-center pr-2 text-left hover:text-go"
            style={{ height: lanes[at] }}
            onClick={() => onPlayer(player.id)}
          >
            <span
              className={`truncate font-title leading-tight font-bold ${lanes[at] === LANE ? 'text-lead' : 'text-fine text-quiet'}`}
            >
              {player.name}
            </span>
            {lanes[at] === LANE ? (
              <span className="truncate text-fine text-quiet">{instruments[at]}</span>
            ) : null}
          </button>
        ))}
        <span className="block pt-1 text-fine text-quiet" style={{ height: SIDES }}>
          side
        </span>
      </div>
      <div className="form-lanes relative min-w-0 flex-1">
        {isDrawn
          ? row.map((piece) => (
              <SectionBox
                key={idOf(piece)}
                laid={laid}
                piece={piece}
                scale={scale}
                isChosen={chosen === piece.span.index}
                isFound={wrong.has(piece.span.index)}
                sides={sides[piece.span.index]}
                turns={isTurnedOver(laid, sides, piece.span.index)}
                lanes={heights}
                onChoose={onChoose}
                edit={edit}
              />
            ))
          : null}
        <span
          aria-hidden
          hidden
          data-form-playhead={index}
          className="pointer-events-none absolute top-3 bottom-1 left-0 z-10 w-[3px] rounded bg-[var(--now)]"
        />
        <div style={{ height: HEAD + lanes.reduce((sum, lane) => sum + lane, 0) + SIDES }} />
      </div>
    </div>
  );
}

/** So many rows are drawn before it is known what is in sight. */
const FIRST_DRAWN = 2;

/** As many rows are drawn wherever one is; more are drawn where they are in sight. */
const ALL_DRAWN = 6;

function instrumentsOf({ spans, source }: Laid, player: string): string {
  const names = new Set(
    spans.flatMap(({ doings }) => {
      const line = doings.find((one) => one.player.id === player)?.line;
      const found = line && source(line);
      return found?.ok ? [instrumentOf(found.layer)?.name ?? ''] : [];
    }),
  );
  return [...names].slice(0, 2).join(', ');
}

/** The lane of a player who rests in all of a row. */
const REST: Px = 24;

/** How tall each player’s lane is in a row: where nothing of it is drawn, only its name needs room. */
function laneHeights(row: Row, players: number): readonly Px[] {
  return Array.from({ length: players }, (_, at) =>
    row.some((piece) => {
      const doing = piece.span.doings[at];
      return doing && hasLane(piece, doing);
    })
      ? LANE
      : REST,
  );
}
