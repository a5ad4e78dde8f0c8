import { lineOf, type TodayItem } from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { database } from '../store/db.ts';
import { loadRhythm } from '../store/rhythms.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';

interface TodayItemsProps {
  readonly items: readonly TodayItem[];
  readonly isDone: readonly boolean[];
  /** The item that is next. */
  readonly at: number;
  readonly onBegin?: (at: number) => void;
}

/** The plan as stones, one under the other: as tall as each is long. */
export function TodayItems({ items, isDone, at, onBegin }: TodayItemsProps) {
  return (
    <ol className="flex flex-col">
      {items.map((item, index) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a place in the plan
          key={index}
        >
          {item.restBefore > 0 ? (
            <p className="flex items-center gap-4 py-1.5 text-note text-quiet">
              <span className="flex w-[76px] justify-center">
                <span aria-hidden className="h-8 border-l-[3px] border-dotted border-faint" />
              </span>
              {counted(item.restBefore, 'minute')} of rest: let the hands hang
            </p>
          ) : null}
          <Item
            item={item}
            state={isDone[index] ? 'done' : index === at ? 'now' : 'later'}
            {...(onBegin ? { onBegin: () => onBegin(index) } : {})}
          />
        </li>
      ))}
    </ol>
  );
}

const STONES = {
  done: 'var(--go)',
  now: 'var(--metal)',
  later: 'var(--stone)',
} as const;

function Item({
  item,
  state,
  onBegin,
}: {
  readonly item: TodayItem;
  readonly state: keyof typeof STONES;
  readonly onBegin?: () => void;
}) {
  const { rhythm, what, from, to, minutes } = item;
  const tempo = from === to ? String(from) : `${from} to ${to}`;
  const content = (
    <>
      <Stone minutes={minutes} state={state} />
      <span className="min-w-0 flex-1">
        <span className="block font-title text-lead font-bold">
          {item.kind === 'warm-up' ? `Warm up: ${rhythm.name}` : rhythm.name}
        </span>
        <span className="block text-note text-quiet">
          {what}
          {state === 'done' ? '; done' : ''}
        </span>
      </span>
      <span className="font-semibold whitespace-nowrap tabular-nums">{tempo}</span>
    </>
  );
  const className = 'flex w-full items-center gap-4 text-left';
  return (
    <div className="flex items-center gap-4 py-0.5">
      {onBegin ? (
        <button
          type="button"
          title="Begin here"
          className={`${className} min-h-11 rounded-lg hover:bg-band`}
          onClick={onBegin}
        >
          {content}
        </button>
      ) : (
        <div className={className}>{content}</div>
      )}
      <span
        aria-hidden
        className="pointer-events-none w-[230px] shrink-0 max-lg:hidden [&_text]:hidden"
      >
        <MiniLine item={item} />
      </span>
    </div>
  );
}

/** Pixels a minute, and how low and tall a stone may be. */
const TALL = { minute: 11, least: 50, most: 104 };

function Stone({
  minutes,
  state,
}: {
  readonly minutes: number;
  readonly state: keyof typeof STONES;
}) {
  const height = Math.min(TALL.most, Math.max(TALL.least, minutes * TALL.minute));
  const dark = state !== 'later';
  return (
    <svg width={76} height={height} viewBox={`0 0 76 ${height}`} className="shrink-0">
      <title>{counted(minutes, 'minute')}</title>
      <path
        d={`M2 6 Q38 -4 74 6 L74 ${height * 0.4} L64 ${height - 5} Q38 ${height + 3} 12 ${height - 5} L2 ${height * 0.4} Z`}
        fill={STONES[state]}
      />
      <text
        x={38}
        y={height / 2 + 7}
        textAnchor="middle"
        className="font-title text-[20px] font-bold"
        fill={dark ? 'var(--on-go)' : 'var(--ink)'}
      >
        {minutes}
      </text>
    </svg>
  );
}

/** The line that is practised, small. */
function MiniLine({ item }: { readonly item: TodayItem }) {
  const { data } = useQuery({
    queryKey: ['rhythm-of-day', item.rhythm.id],
    gcTime: 30_000,
    queryFn: () => loadRhythm(database, item.rhythm.id),
  });
  const shown = useMemo(() => {
    if (data?.status !== 'found') return undefined;
    const { rhythm } = data.record;
    const layers = rhythm.layers.filter(
      ({ id }) => lineOf({ rhythm, layer: { id, name: '' } }) === lineOf(item),
    );
    const [layer] = layers;
    if (!layer) return undefined;
    // The first turn says which line it is.
    const one = { ...rhythm, layers: [layer] };
    const timed = timeRhythm(one);
    return timed.ok ? { rhythm: one, timing: timed.timing } : undefined;
  }, [data, item]);
  if (!shown) return null;
  return <StrideLine rhythm={shown.rhythm} timing={shown.timing} scale={0.5} mostRows={1} />;
}
