import { numberAt } from '@stride/core/bounds';
import { type Counting, countBeat } from '@stride/core/counting';
import { type Crossing as Crossed, soundsOf, stepsOf } from '@stride/core/crossing';
import { instrumentOf, strokeKind } from '@stride/core/instrument';
import { useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { FAMILY_COLOUR, Head } from '../strideline/Head.tsx';
import { useWidth } from '../ui/use-width.ts';
import type { Voice } from './voices.ts';

interface CrossingLineProps {
  readonly crossed: Crossed;
  readonly voices: readonly Voice[];
  /** Index of the pulse that is the beat. */
  readonly from: number;
  readonly counting: Counting;
  readonly playing: boolean;
}

const LEFT = 96;
const RIGHT = 34;
const ROW = 58;
const HANDS = { R: 'right', L: 'left', F: 'foot' } as const;

/** Each pulse on its own line over the span, and under them the composite on one line with both hands. */
export function CrossingLine({ crossed, voices, from, counting, playing }: CrossingLineProps) {
  const frame = useRef<HTMLDivElement>(null);
  const line = useRef<SVGLineElement>(null);
  const width = useWidth(frame) || 860;
  const room = width - LEFT - RIGHT;
  const { counts, grid, moments, strides } = crossed;
  const x = (at: number) => LEFT + (at / grid) * room;
  const top = 46;
  const ground = top + counts.length * ROW + 78;
  const height = ground + 92;
  const beats = numberAt(counts, from);
  const parts = grid / beats;
  // A beat that starts later than the span is counted where it is.
  const steps = stepsOf(crossed, from);
  // Ticks are drawn while they can still be told apart.
  const ticks = grid <= 240 ? Array.from({ length: grid }, (_, at) => at) : [];
  usePlayhead(playing, (at) => {
    const element = line.current;
    if (!element) return;
    element.style.visibility = at ? 'visible' : 'hidden';
    if (at) element.style.transform = `translateX(${x((at.pulses % 1) * grid)}px)`;
  });
  const words = Array.from({ length: beats }, (_, beat) =>
    parts <= 16 && room / grid > 13
      ? countBeat(counting, beat + 1, parts).map((word, part) => ({
          word,
          at: (numberAt(steps, beat) + part) % grid,
          strong: part === 0,
        }))
      : [{ word: String(beat + 1), at: numberAt(steps, beat), strong: true }],
  ).flat();
  return (
    <div ref={frame} className="w-full">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${counts.join(' against ')}: ${moments.length} moments, strides ${strides.join(' ')}`}
        className="block"
      >
        {words.map(({ word, at, strong }) => (
          <text
            key={at}
            x={x(at)}
            y={26}
            textAnchor="middle"
            fontFamily="var(--font-title)"
            fontSize={strong ? 21 : 13.5}
            fontWeight={strong ? 750 : 500}
            fill={strong ? 'var(--ink)' : 'var(--quiet)'}
          >
            {word}
          </text>
        ))}
        {Array.from({ length: beats }, (_, beat) => beat)
          .filter((beat) => beat % 2 === 0)
          .map((beat) => (
            <rect
              key={beat}
              x={x(numberAt(steps, beat)) - 8}
              y={top - 8}
              width={room / beats}
              height={height - top - 4}
              rx={9}
              fill="var(--band)"
            />
          ))}
        {counts.map((count, pulse) => {
          const voice = voices[pulse];
          const instrument = voice && instrumentOf(voice);
          const family =
            (instrument && voice && strokeKind(instrument, voice.kind)?.family) ?? 'open';
          const y = top + pulse * ROW + 40;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: pulses have nothing but their place
            <g key={pulse}>
              <text x={0} y={y - 8} fontFamily="var(--font-title)" fontSize={24} fontWeight={750}>
                <tspan fill="var(--ink)">{count}</tspan>
              </text>
              <text x={0} y={y + 9} fontSize={12.5} fill="var(--quiet)">
                {voice ? HANDS[voice.hand] : ''}
                {pulse === from ? ', the beat' : ''}
              </text>
              <path
                d={`M${LEFT - 10} ${y} H${x(grid) + 12}`}
                stroke="var(--ink)"
                strokeWidth={pulse === from ? 3 : 1.6}
                strokeLinecap="round"
              />
              {soundsOf(crossed, pulse).map((at) => (
                <g key={at} transform={`translate(${x(at)} ${y - 24})`}>
                  <path d="M0 0 V24" stroke={FAMILY_COLOUR[family]} strokeWidth={2.2} />
                  <Head
                    family={family}
                    size={at === stepsOf(crossed, pulse)[0] ? 9.5 : 8}
                    below={false}
                  />
                </g>
              ))}
            </g>
          );
        })}
        <text x={0} y={ground - 6} fontFamily="var(--font-title)" fontSize={17} fontWeight={700}>
          <tspan fill="var(--ink)">Together</tspan>
        </text>
        <path
          d={ticks.map((at) => `M${x(at)} ${ground - 4} v8`).join(' ')}
          stroke="var(--faint)"
          strokeWidth={1.3}
        />
        <path
          d={`M${LEFT - 10} ${ground} H${x(grid) + 12}`}
          stroke="var(--ink)"
          strokeWidth={2.6}
          strokeLinecap="round"
        />
        {moments.map(({ at, pulses }, index) => {
          const stride = numberAt(strides, index);
          const next = at + stride;
          return (
            <g key={at}>
              {pulses.map((pulse) => {
                const voice = voices[pulse];
                const instrument = voice && instrumentOf(voice);
                const family =
                  (instrument && voice && strokeKind(instrument, voice.kind)?.family) ?? 'open';
                const side = voice?.hand === 'L' ? 1 : voice?.hand === 'F' ? 1.75 : -1;
                return (
                  <g key={pulse} transform={`translate(${x(at)} ${ground + side * 36})`}>
                    <path
                      d={`M0 0 V${-side * 36}`}
                      stroke={FAMILY_COLOUR[family]}
                      strokeWidth={2.2}
                    />
                    <Head family={family} size={8.5} below={side > 0} />
                  </g>
                );
              })}
              {room / moments.length > 22 ? (
                <>
                  <path
                    d={`M${x(at)} ${ground} C${x(at)} ${ground - 22} ${x(next)} ${ground - 22} ${x(next)} ${ground}`}
                    fill="none"
                    stroke="var(--metal)"
                    strokeWidth={1.6}
                  />
                  <text
                    x={(x(at) + x(next)) / 2}
                    y={ground - 21}
                    textAnchor="middle"
                    fontSize={13}
                    fontWeight="700"
                    fill="var(--metal)"
                  >
                    {stride}
                  </text>
                </>
              ) : null}
            </g>
          );
        })}
        <circle
          cx={x(grid)}
          cy={ground}
          r={6}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.6}
          strokeDasharray="1.5 2.2"
        />
        <line
          ref={line}
          data-testid="crossing-playhead"
          x1={0}
          x2={0}
          y1={top - 6}
          y2={height - 10}
          stroke="var(--now)"
          strokeWidth={2.6}
          style={{ visibility: 'hidden' }}
        />
      </svg>
    </div>
  );
}
