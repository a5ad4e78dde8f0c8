import { type Laid, type Span, turnAsRhythm } from '@stride/core/form';
import { timeRhythm } from '@stride/core/rhythm';
import { useMemo, useState } from 'react';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Button } from '../ui/Button.tsx';

/** No more turns than these are offered as buttons; the others are reached by the arrows. */
const MOST = 32;

/** The turns of a section, and one of them stroke by stroke: entries, pickups and cuts as they are. */
export function TurnView({ laid, span }: { readonly laid: Laid; readonly span: Span }) {
  const [wanted, setTurn] = useState<number>();
  const turn = wanted === undefined ? undefined : Math.min(wanted, span.turns - 1);
  const made = useMemo(
    () => (turn === undefined ? undefined : turnAsRhythm(laid, span.index, turn, 'turn')),
    [laid, span, turn],
  );
  const timed = made?.ok ? timeRhythm(made.rhythm) : undefined;
  const first = Math.max(0, Math.min((turn ?? 0) - MOST / 2, span.turns - MOST));
  const shown = Array.from({ length: Math.min(MOST, span.turns) }, (_, at) => first + at);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-1">
        <span className="mr-1 text-note text-quiet">Turns</span>
        {shown.map((at) => (
          <Button
            key={at}
            look={at === turn ? 'on' : 'plain'}
            aria-label={`Turn ${at + 1} stroke by stroke`}
            aria-pressed={at === turn}
            className="h-8! min-w-8 px-1!"
            onClick={() => setTurn(at === turn ? undefined : at)}
          >
            {at + 1}
          </Button>
        ))}
      </div>
      {made && !made.ok ? <p className="text-note text-quiet">{made.message}</p> : null}
      {made?.ok && timed?.ok ? (
        <StrideLine
          rhythm={made.rhythm}
          timing={timed.timing}
          label={(layer) => (
            <span className="font-semibold">{made.rhythm.layers[layer]?.name}</span>
          )}
        />
      ) : null}
    </div>
  );
}
