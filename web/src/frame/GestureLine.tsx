import { numberAt } from '@stride/core/bounds';
import { pulseOf, type SkeletonStroke } from '@stride/core/catalogue';
import { type Counting, countTurn, type SecondCount, secondCycle } from '@stride/core/counting';
import {
  beatStarts,
  beatsOf,
  beatsToPulses,
  type Cycle,
  type Gesture,
  turnPulses,
} from '@stride/core/cycle';
import { findInstrument, strokeKind } from '@stride/core/instrument';
import type { Rhythm } from '@stride/core/rhythm';
import { rational, toNumber } from '@stride/core/time';
import { useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { GestureMark } from '../strideline/GestureMark.tsx';
import { FAMILY_COLOUR, Head } from '../strideline/Head.tsx';
import { useWidth } from '../ui/use-width.ts';

interface GestureLineProps {
  readonly cycle: Cycle;
  readonly counting: Counting;
  readonly skeleton?: readonly SkeletonStroke[] | undefined;
  /** Id of the instrument of the skeleton’s strokes, where it has one. */
  readonly instrument?: string | undefined;
  readonly accents?: readonly number[] | undefined;
  /** A second counting under the first. */
  readonly second?: SecondCount | undefined;
  /** Beats after the one on which the composition begins. */
  readonly eduppu?: Rhythm['eduppu'];
  readonly playing: boolean;
}

const GESTURE_WORDS: Readonly<Record<Gesture, string>> = {
  clap: 'clap',
  finger: 'finger',
  wave: 'wave',
  silent: 'silent',
};
const SIDE = 26;

/** A cycle as its gestures along a line, with the strokes it is known by and its count. */
export function GestureLine(props: GestureLineProps) {
  const {
    cycle,
    counting,
    skeleton = [],
    instrument,
    accents = [],
    second,
    eduppu,
    playing,
  } = props;
  const drum = instrument === undefined ? undefined : findInstrument(instrument);
  const frame = useRef<HTMLDivElement>(null);
  const line = useRef<SVGLineElement>(null);
  const width = useWidth(frame) || 800;
  const turn = turnPulses(cycle);
  const least = 13;
  const rows = Math.max(1, Math.ceil((turn * least) / (width - 2 * SIDE)));
  const perRow = Math.ceil(turn / rows);
  const unit = (width - 2 * SIDE) / perRow;
  const says = skeleton.some((stroke) => stroke.say);
  const lower = second ? 20 : 0;
  const rowHeight = 128 + lower + (skeleton.length > 0 ? 36 : 0) + (says ? 20 : 0);
  const ground = (skeleton.length > 0 ? 50 : 14) + 44;
  const at = (pulse: number) => ({
    x: SIDE + (pulse % perRow) * unit,
    y: Math.floor(pulse / perRow) * rowHeight,
  });
  usePlayhead(playing, (position) => {
    const element = line.current;
    if (!element) return;
    element.style.visibility = position ? 'visible' : 'hidden';
    if (!position) return;
    element.dataset.pulse = String(position.pulses);
    element.dataset.tag = String(position.segment.tag);
    const { x, y } = at(position.pulses % turn);
    element.style.transform = `translate(${x}px, ${y}px)`;
  });
  const starts = beatStarts(cycle);
  const begins = eduppu && toNumber(beatsToPulses(cycle)(rational(eduppu.num, eduppu.den)));
  const rowStarts = Array.from({ length: rows }, (_, row) => row * perRow);
  const words = countTurn(counting, cycle).map((count, pulse) => ({ ...count, pulse }));
  const secondWords = second
    ? countTurn(second.counting, secondCycle(second)).map((count, pulse) => ({ ...count, pulse }))
    : [];
  const groupStarts = new Map<number, string>();
  let beat = 0;
  for (const group of cycle.groups) {
    groupStarts.set(numberAt(starts, beat), group.label ?? '');
    beat += group.beats.length;
  }
  const spoken = beatsOf(cycle)
    .map(({ span, gesture }) => `${GESTURE_WORDS[gesture ?? 'clap']} of ${span}`)
    .join(', ');
  return (
    <div ref={frame} className="w-full">
      <svg
        width={width}
        height={rows * rowHeight}
        role="img"
        aria-label={`${cycle.name}: ${spoken}`}
        className="block"
      >
        {rowStarts.map((start) => (
          <line
            key={start}
            x1={SIDE - 10}
            x2={SIDE + Math.min(perRow, turn - start) * unit}
            y1={at(start).y + ground}
            y2={at(start).y + ground}
            stroke="var(--ink)"
            strokeWidth={2.4}
            strokeLinecap="round"
          />
        ))}
        {words.map(({ pulse, ...count }) => {
          const { x, y } = at(pulse);
          if (!count.strong && unit < 15) return null;
          return (
            <g key={pulse}>
              <path
                d={`M${x} ${y + ground} v${count.strong ? 9 : 5}`}
                stroke={count.strong ? 'var(--ink)' : 'var(--faint)'}
                strokeWidth={count.strong ? 2.2 : 1.3}
              />
              <text
                x={x}
                y={y + ground + 27}
                textAnchor="middle"
                fontFamily="var(--font-title)"
                fontSize={count.strong ? (unit < 15 ? 14 : 18) : 13}
                fontWeight={count.strong ? 750 : 500}
                fill={count.strong ? 'var(--ink)' : 'var(--quiet)'}
              >
                {count.word}
              </text>
            </g>
          );
        })}
        {secondWords.map(({ word, strong, pulse }) => {
          const { x, y } = at(pulse);
          if (!strong && unit < 15) return null;
          return (
            <text
              key={pulse}
              data-second
              x={x}
              y={y + ground + 46}
              textAnchor="middle"
              fontFamily="var(--font-title)"
              fontSize={strong ? 15 : 12.5}
              fontWeight={strong ? 750 : 500}
              fill={strong ? 'var(--ink)' : 'var(--quiet)'}
            >
              {word}
            </text>
          );
        })}
        {[...groupStarts].map(([pulse, label]) => {
          const { x, y } = at(pulse);
          return (
            <g key={pulse}>
              <path
                d={`M${x - 9} ${y + ground + 36 + lower} h-0 v7 h18`}
                fill="none"
                stroke="var(--mark)"
                strokeWidth={2}
              />
              {label && unit * 3 > 30 ? (
                <text x={x + 12} y={y + ground + 48 + lower} fontSize={12.5} fill="var(--quiet)">
                  {label}
                </text>
              ) : null}
            </g>
          );
        })}
        {beatsOf(cycle).map(({ gesture }, index) => {
          const { x, y } = at(numberAt(starts, index));
          return (
            <GestureMark
              key={starts[index]}
              gesture={gesture ?? 'clap'}
              x={x}
              y={y + ground - 18}
              strong={index === 0}
            />
          );
        })}
        {accents.map((pulse) => {
          const { x, y } = at(pulse);
          return (
            <path
              key={pulse}
              d={`M${x - 6} ${y + ground - 46} l12 5 l-12 5`}
              fill="none"
              stroke="var(--slap)"
              strokeWidth={2.4}
            />
          );
        })}
        {begins === undefined ? null : (
          <g transform={`translate(${at(begins).x} ${at(begins).y + ground - 40})`}>
            <path d="M-6 -8 h12 l-6 8 Z" fill="var(--mark)" />
            <text x={10} y={-1} fontSize={12.5} fill="var(--quiet)">
              eduppu
            </text>
          </g>
        )}
        {skeleton.map((stroke) => {
          const { sound, say } = stroke;
          const pulse = pulseOf(stroke);
          const { x, y } = at(pulse);
          const own = drum && strokeKind(drum, stroke.kinds?.[0] ?? '')?.family;
          const family = own ?? (sound === 'low' ? 'bass' : sound === 'high' ? 'slap' : 'metal');
          return (
            <g key={pulse}>
              <g transform={`translate(${x} ${y + 22})`}>
                <path d="M0 0 V20" stroke={FAMILY_COLOUR[family]} strokeWidth={2} />
                <Head
                  family={family}
                  size={stroke.part && stroke.part[1] > 2 ? 6 : 8}
                  below={false}
                />
              </g>
              {say && unit > 20 ? (
                <text
                  x={x}
                  y={y + ground + 68 + lower}
                  textAnchor="middle"
                  fontSize={stroke.part && stroke.part[1] > 2 ? 11 : unit < 34 ? 11.5 : 14}
                  fill="var(--ink)"
                >
                  {say}
                </text>
              ) : null}
            </g>
          );
        })}
        <line
          ref={line}
          data-testid="gesture-playhead"
          x1={0}
          x2={0}
          y1={6}
          y2={ground + 10}
          stroke="var(--now)"
          strokeWidth={2.6}
          style={{ visibility: 'hidden' }}
        />
      </svg>
    </div>
  );
}

/** The four marks with their words. */
export function GestureKey() {
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 text-sm text-quiet">
      {(Object.keys(GESTURE_WORDS) as Gesture[]).map((gesture) => (
        <span key={gesture} className="inline-flex items-center gap-1.5">
          <svg width="24" height="24" aria-hidden="true">
            <GestureMark gesture={gesture} x={12} y={12} />
          </svg>
          {GESTURE_WORDS[gesture]}
        </span>
      ))}
    </p>
  );
}
