import {
  type Doing,
  type Laid,
  pulsesAt,
  sayLine,
  soundsBetween,
  timeTo,
  turnPulsesOf,
} from '@stride/core/form';
import { memo, useMemo } from 'react';
import type { Px } from '../strideline/geometry.ts';
import { SmallHeads } from '../strideline/MiniLine.tsx';
import { drawLane, drawPickup, type Extent, GROUND, LANE } from './lane-paths.ts';
import { type Piece, xOfTime } from './rows.ts';

/** From this many pixels on the strokes of a pickup can be told from one another. */
const PICKUP_SHOWN: Px = 36;

interface LaneProps {
  readonly laid: Laid;
  readonly piece: Piece;
  readonly doing: Doing;
  /** How many rounds the lane above says, which need not be said twice. */
  readonly saidAbove: number | undefined;
}

/** What a player does in a section, on one line of the page. */
export const Lane = memo(function Lane({ laid, piece, doing, saidAbove }: LaneProps) {
  const { span, width } = piece;
  const { section } = span;
  const extent = useMemo(() => extentOf(piece, doing), [piece, doing]);
  const drawing = useMemo(() => drawLane(laid, piece, doing, extent), [laid, piece, doing, extent]);
  const isMissing = doing.line !== undefined && !laid.source(doing.line).ok;
  const calls = (section.calls ?? []).filter((call) => call.player === doing.player.id);
  const words = [
    doing.isQuiet ? 'quiet' : undefined,
    doing.line?.mix === undefined ? undefined : 'mixed',
    drawing?.rounds === undefined || drawing.rounds === saidAbove
      ? undefined
      : `${drawing.rounds} rounds`,
  ].filter(Boolean);
  const pickup = piece.from === 0 ? doing.part?.pickup : undefined;
  const before = laid.spans[span.index - 1];
  const pickupWidth =
    pickup && before
      ? Math.max(20, pickupSeconds(before, pickup.beats) * (width / (piece.end - piece.start)))
      : 22;
  return (
    <svg
      width={width}
      height={LANE}
      role="img"
      aria-label={`${doing.player.name} in ${section.name}: ${sayDoing(laid, doing)}`}
      className="block overflow-visible"
    >
      {drawing?.grounds.map(([from, to]) => (
        <path key={from} d={`M${from} ${GROUND}H${to}`} stroke="var(--ink)" strokeWidth={1.6} />
      ))}
      <g opacity={doing.isQuiet ? 0.6 : 1}>
        {drawing ? <SmallHeads paths={drawing.paths} /> : null}
      </g>
      {pickup ? (
        <g>
          <path
            d={`M${-pickupWidth} ${GROUND}H0`}
            stroke="var(--mark)"
            strokeWidth={7}
            opacity={0.75}
          />
          <path d={`M${-pickupWidth} ${GROUND}H0`} stroke="var(--ink)" strokeWidth={1.6} />
          {before && pickupWidth > PICKUP_SHOWN
            ? [...drawPickup(laid, piece, doing)].map(([instrument, paths]) => (
                <SmallHeads key={instrument} paths={paths} />
              ))
            : null}
          <text
            x={-4}
            y={GROUND + 21}
            fontSize={13}
            textAnchor="end"
            fill="var(--quiet)"
            className="[paint-order:stroke] stroke-card stroke-[3px]"
          >
            pickup
          </text>
        </g>
      ) : null}
      {doing.solo ? <Solo width={width} /> : null}
      {isMissing ? (
        <text x={8} y={GROUND + 5} fontSize={13} fill="var(--warn)">
          not there
        </text>
      ) : null}
      {calls.map((call) => {
        const x = xOfTime(piece, secondsTo(span, pulsesAt(section, call.at)));
        if (x < -1 || x > width) return null;
        return (
          <g key={`${call.at.turn} ${call.sign}`}>
            <path d={`M${x} ${GROUND - 36}V${GROUND + 20}`} stroke="var(--now)" strokeWidth={2} />
            <text x={x + 4} y={10} fontSize={14} fontWeight={600} fill="var(--ink)">
              “{call.sign}”
            </text>
          </g>
        );
      })}
      {words.length > 0 && width > 44 ? (
        <text x={6} y={LANE - 3} fontSize={13} fill="var(--quiet)">
          {words.join(', ')}
        </text>
      ) : null}
    </svg>
  );
});

function Solo({ width }: { readonly width: Px }) {
  const [left, right] = [10, Math.max(20, width - 10)];
  const mid = (left + right) / 2;
  return (
    <g>
      <text x={Math.max(2, mid - 15)} y={14} fontSize={15} fill="var(--ink)">
        solo
      </text>
      <path
        d={`M${left} ${GROUND + 8} C${left + (mid - left) / 2} ${GROUND - 26}, ${left + (mid - left) / 2} ${GROUND - 26}, ${mid} ${GROUND + 8} S${right - (right - mid) / 2} ${GROUND + 38}, ${right} ${GROUND + 4}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={2}
        strokeDasharray="6 6"
      />
    </g>
  );
}

/** What a player does, in words. */
function sayDoing(laid: Laid, doing: Doing): string {
  if (doing.solo) return 'solo';
  if (!doing.line) return 'rests';
  return `${doing.isQuiet ? 'quietly ' : ''}${sayLine(laid, doing.line)}`;
}

function extentOf(piece: Piece, doing: Doing): Extent {
  const { span, width } = piece;
  const { from, to } = soundsBetween(span.section, doing, span.turns);
  return {
    from: Math.max(0, xOfTime(piece, secondsTo(span, from))),
    to: Math.min(width, xOfTime(piece, secondsTo(span, to))),
  };
}

/** When a pulse of a section is heard, from its beginning. */
export function secondsTo(span: Piece['span'], pulses: number): number {
  const turn = turnPulsesOf(span);
  const whole = Math.floor(pulses / turn);
  return timeTo(span, whole, pulses - whole * turn);
}

/** How long the last beats of a section last. */
function pickupSeconds(
  before: Piece['span'],
  beats: { readonly num: number; readonly den: number },
): number {
  const all = before.section.cycle.groups.flatMap((group) => group.beats).length;
  const share = Math.min(1, beats.num / beats.den / (all * before.turns));
  return before.length * share;
}
