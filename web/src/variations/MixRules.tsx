import { numberAt } from '@stride/core/bounds';
import type { Rhythm } from '@stride/core/rhythm';
import { sharesOf, sharesReached, USUAL_PLAN, type VariationPlan } from '@stride/core/variation';
import { Settings2 } from 'lucide-react';
import { useMemo } from 'react';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';

interface MixRulesProps {
  readonly rhythm: Rhythm;
  readonly rules: Omit<VariationPlan, 'way'>;
  /** Takes only what is to be otherwise. */
  readonly onRules: (change: Partial<VariationPlan>) => void;
}

/** By which rules variations come where they are mixed in or in order, and what comes of their shares. */
export function MixRules({ rhythm, rules, onRules }: MixRulesProps) {
  return (
    <Panel
      label="How variations come"
      align="end"
      width={340}
      trigger={
        <Button look="quiet" title="Rules and seed of the mix">
          <Settings2 aria-hidden size={16} /> Rules
        </Button>
      }
    >
      <Rules rhythm={rhythm} rules={rules} onRules={onRules} />
    </Panel>
  );
}

function Rules({ rhythm, rules, onRules }: MixRulesProps) {
  const { variations = [] } = rhythm;
  const shares = useMemo(() => sharesOf(rhythm.variations ?? []), [rhythm.variations]);
  const reached = useMemo(
    () => sharesReached(rhythm, { ...USUAL_PLAN, ...rules, way: 'mixed' }),
    [rhythm, rules],
  );
  const short = variations.filter((_, at) => numberAt(shares, at) - numberAt(reached, at) > 0.015);
  return (
    <>
      <NumberField
        label="Seed: the same number mixes the same way again"
        value={rules.seed}
        min={0}
        max={999_999}
        onChange={(seed) => onRules({ seed: Math.round(seed) })}
      />
      <Check checked={rules.homeBetween} onChange={(homeBetween) => onRules({ homeBetween })}>
        Home in between
      </Check>
      <Check checked={rules.notTwice} onChange={(notTwice) => onRules({ notTwice })}>
        Never the same twice running
      </Check>
      <table className="text-note">
        <caption className="pb-1 text-left text-sm text-quiet">
          Of a hundred turns, mixed in by these rules
        </caption>
        <tbody>
          {variations.map(({ id, name, share }, at) =>
            share ? (
              <tr key={id}>
                <th scope="row" className="pr-4 text-left font-normal">
                  {name}
                </th>
                <td className="text-right tabular-nums">{inHundred(reached[at])}</td>
              </tr>
            ) : null,
          )}
          <tr>
            <th scope="row" className="pr-4 text-left font-normal">
              home
            </th>
            <td className="text-right tabular-nums">
              {inHundred(1 - reached.reduce((sum, one) => sum + one, 0))}
            </td>
          </tr>
        </tbody>
      </table>
      {short.length > 0 ? (
        <p className="text-sm text-warn">
          {short.map(({ name }) => name).join(', ')}: less than the share that was set. The place
          where it may begin, or these rules, leave no more room.
        </p>
      ) : null}
    </>
  );
}

function inHundred(share = 0): string {
  return (share * 100).toFixed(1);
}
