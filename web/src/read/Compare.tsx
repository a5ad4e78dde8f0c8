import { compareLayers, type LayerInCycle, sayLayers } from '@stride/core/read';
import { type Rhythm, tempoAt, timeRhythm } from '@stride/core/rhythm';
import { layScores, type Score, scoreRhythm } from '@stride/core/sound';
import type { Ticks } from '@stride/core/time';
import { Play, Square } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { player } from '../audio/the-player.ts';
import type { RhythmDocument } from '../store/document.ts';
import { useRecentRhythms } from '../store/use-store.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Select } from '../ui/Select.tsx';
import { CompareLines } from './CompareLines.tsx';
import { type Source, sourcesFor, turnSides } from './compare-sources.ts';

interface CompareProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  readonly document: RhythmDocument;
}

const HEADINGS = ['This rhythm', 'Before', 'Timelines', 'The Shelf'] as const;

/** Two lines, one over the other: what moved, what came and went, in a drawing, in words, and to the ear. */
export function Compare({ rhythm, layerIndex, document }: CompareProps) {
  const recent = useRecentRhythms();
  const layer = rhythm.layers[layerIndex];
  const opened = document.opened.rhythm;
  const sources = useMemo(
    () => sourcesFor(rhythm, layerIndex, opened, recent),
    [rhythm, layerIndex, opened, recent],
  );
  const [wanted, setWanted] = useState<string>();
  const source = sources.find((one) => one.id === wanted) ?? sources[0];
  const turns = useMemo(() => turnSides(rhythm, layerIndex), [rhythm, layerIndex]);
  const [turn, setTurn] = useState<number>();
  const mine = useMemo((): LayerInCycle | undefined => {
    if (!layer) return undefined;
    const whole = { name: layer.name, cycle: rhythm.cycle, layer };
    return turn === undefined ? (source?.against ?? whole) : (turns[turn] ?? whole);
  }, [layer, rhythm.cycle, turns, turn, source]);
  // What changed is told from what was to what is.
  const sides = useMemo((): readonly [LayerInCycle, LayerInCycle] | undefined => {
    if (!mine || !source) return undefined;
    return source.heading === 'Before' ? [source.side, mine] : [mine, source.side];
  }, [mine, source]);
  const result = useMemo(() => sides && compareLayers(...sides), [sides]);
  /** What is lit belongs to one comparison. */
  const [lighting, setLighting] = useState<{
    readonly of: typeof result;
    readonly places: ReadonlySet<Ticks> | undefined;
  }>();
  const lit = lighting && lighting.of === result ? lighting.places : undefined;
  const setLit = (places: ReadonlySet<Ticks> | undefined) => setLighting({ of: result, places });
  if (!mine || !source || !sides || !result) return null;
  return (
    <div className="flex flex-col gap-[14px]">
      <Card aria-label="Compare" className="px-4 pt-3 pb-2">
        <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-2">
          <h2 className="text-xl">{mine.name}</h2>
          {turns.length > 0 ? (
            <Select
              aria-label="What of it is compared"
              value={turn === undefined || !turns[turn] ? '' : turn}
              onChange={({ target: { value } }) =>
                setTurn(value === '' ? undefined : Number(value))
              }
            >
              <option value="">{source.against ? 'in its place' : 'all of it'}</option>
              {turns.map((side, at) => (
                <option key={side.name} value={at}>
                  turn {at + 1}
                </option>
              ))}
            </Select>
          ) : null}
          <span className="text-quiet">{source.heading === 'Before' ? 'after' : 'over'}</span>
          <SourceSelect sources={sources} value={source.id} onChange={setWanted} />
          <span className="ml-auto">
            <Hear rhythm={rhythm} sides={sides} />
          </span>
        </div>
        {result.ok ? (
          <CompareLines sides={sides} comparison={result.comparison} lit={lit} />
        ) : (
          <Notice>{result.message}</Notice>
        )}
      </Card>
      {result.ok ? (
        <Card aria-label="What changed" className="px-[18px] py-3 text-lg leading-snug">
          {sayLayers(result.comparison).map(({ text, places }) => {
            const isLit = lit !== undefined && places.every((at) => lit.has(at));
            return (
              <button
                key={text}
                type="button"
                aria-pressed={isLit}
                title="Light up these places"
                className="block rounded px-1 py-0.5 text-left underline decoration-edge decoration-dotted underline-offset-4 hover:bg-band aria-pressed:bg-choice"
                onClick={() => setLit(isLit ? undefined : new Set(places))}
              >
                {text}
              </button>
            );
          })}
        </Card>
      ) : null}
    </div>
  );
}

interface SourceSelectProps {
  readonly sources: readonly Source[];
  readonly value: string;
  readonly onChange: (id: string) => void;
}

function SourceSelect({ sources, value, onChange }: SourceSelectProps) {
  return (
    <Select
      aria-label="Compare with"
      value={value}
      className="max-w-[360px] min-w-0 font-semibold"
      onChange={(event) => onChange(event.target.value)}
    >
      {HEADINGS.map((heading) => {
        const under = sources.filter((one) => one.heading === heading);
        return under.length > 0 ? (
          <optgroup key={heading} label={heading}>
            {under.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </optgroup>
        ) : null;
      })}
    </Select>
  );
}

interface HearProps {
  readonly rhythm: Rhythm;
  readonly sides: readonly [LayerInCycle, LayerInCycle];
}

/** One, the other, or both at once; the change from one to another is heard where the loop stands. */
function Hear({ rhythm, sides }: HearProps) {
  const [which, setWhich] = useState<'first' | 'second' | 'both'>('both');
  const owner = `compare:${rhythm.id}`;
  const playing = usePlays(owner);
  const score = useMemo(() => {
    const [first, second] = sides.map(scoreOf);
    if (!first || !second) return undefined;
    return which === 'both' ? layScores([first, second]) : which === 'first' ? first : second;
  }, [sides, which]);
  useEffect(() => {
    if (playing && score) player.change({ score });
  }, [playing, score]);
  const toggle = () => {
    if (playing) {
      player.stop();
      return;
    }
    if (score) playLoop(owner, score, tempoAt(rhythm));
  };
  const names = { first: sides[0].name, second: sides[1].name, both: 'both' };
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      {(['first', 'second', 'both'] as const).map((one) => (
        <Button
          key={one}
          look={which === one ? 'on' : 'plain'}
          aria-pressed={which === one}
          className="max-w-48"
          onClick={() => setWhich(one)}
        >
          <span className="truncate">{names[one]}</span>
        </Button>
      ))}
      <Button look="go" onClick={toggle}>
        {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        {playing ? 'Stop' : 'Hear it'}
      </Button>
    </span>
  );
}

function scoreOf({ cycle, layer }: LayerInCycle, index: number): Score | undefined {
  const lines = { cycle, layers: [{ ...layer, id: `side-${index}` }] };
  const timed = timeRhythm(lines);
  return timed.ok ? scoreRhythm(lines, timed.timing) : undefined;
}
