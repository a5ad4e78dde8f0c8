import { USUAL_PLAN, type VariationPlan, writeOut } from '@stride/core/variation';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useOffers } from '../app/offers.ts';
import { usePlays } from '../audio/loop.ts';
import { useBenchSoon, useOpenBench } from '../bench/context.ts';
import { keepAsNew } from '../bench/keep-as-new.ts';
import { loopOwner } from '../bench/use-playing.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { GoneBy } from './GoneBy.tsx';
import { MixRules } from './MixRules.tsx';
import { VariationRow } from './VariationRow.tsx';

/** The variations that live in the rhythm: small under the line, called by key, mixed in. */
export function Variations({ empty }: { readonly empty?: string }) {
  const bench = useOpenBench();
  const { varied: store, call, edit, getState, setMix } = bench;
  const { rhythm, mix } = useBenchSoon(bench);
  const { heard, called, gone } = useStore(store);
  const playing = usePlays(loopOwner(rhythm));
  const navigate = useNavigate();
  const { variations = [] } = rhythm;
  const rules = useMemo(() => {
    const { way: _, ...usual } = USUAL_PLAN;
    return { ...usual, ...mix.variations };
  }, [mix.variations]);
  const setRules = (change: Partial<VariationPlan>) =>
    setMix({ variations: { ...getState().mix.variations, ...change } });
  const takeOut = () => {
    const turns = gone.map(({ turn, variation: id }, at) => {
      const variation = variations.find((one) => one.id === id);
      let part = 0;
      while (variation && gone[at - part - 1]?.variation === id) part += 1;
      return { turn, part, ...(variation && { variation }) };
    });
    const out = writeOut(rhythm, turns);
    if (!out.ok) {
      toast(out.message);
      return;
    }
    const by = `${turns.length} turns as they were played`;
    void keepAsNew(rhythm, out.rhythm, { what: 'written out', by, stage: 'write' }, navigate);
  };
  const canWrite = gone.length > 0;
  useOffers('Variations', () => [
    ...variations.map(({ id, name, key }) => ({
      label: `Play the variation ${name} next`,
      also: 'variation call fill break',
      ...(key !== undefined && { keys: String(key) }),
      run: () => call.now(id),
    })),
    ...(canWrite
      ? [{ label: 'Write out the turns that went by', also: 'variation mix', run: takeOut }]
      : []),
  ]);
  if (variations.length === 0 && empty === undefined) return null;
  return (
    <Card aria-label="Variations" className="flex flex-col gap-3 p-4">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="text-lead">Variations</h2>
        <span className="text-note text-quiet">
          {variations.length > 0
            ? 'while it plays: its key, or Next; in their order or mixed in by the arrow beside Play'
            : ''}
        </span>
        {variations.length > 0 ? (
          <span className="ml-auto flex gap-1">
            <MixRules rhythm={rhythm} rules={rules} onRules={setRules} />
            <Button
              look="quiet"
              disabled={!canWrite}
              title="Makes a new rhythm of the turns as they were played"
              onClick={takeOut}
            >
              Write out
            </Button>
          </span>
        ) : null}
      </div>
      {variations.length === 0 ? <p className="max-w-[70ch] text-quiet">{empty}</p> : null}
      {canWrite ? <GoneBy variations={variations} gone={gone} playing={playing} /> : null}
      <ol className="flex flex-col gap-2">
        {variations.map((variation) => (
          <VariationRow
            key={variation.id}
            rhythm={rhythm}
            variation={variation}
            state={
              heard === variation.id ? 'heard' : called === variation.id ? 'called' : undefined
            }
            onCall={(id) => call.now(id)}
            onEdit={edit}
          />
        ))}
      </ol>
    </Card>
  );
}
