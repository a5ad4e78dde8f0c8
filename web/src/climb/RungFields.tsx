import { nth } from '@stride/core/bounds';
import { changeRung, LADDER_LIMITS, leaveOutRung } from '@stride/core/climb';
import { TEMPO_RANGE } from '@stride/core/time';
import { capital } from '@stride/core/wording';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import type { Practice } from './use-practice.ts';

interface RungFieldsProps {
  readonly practice: Practice;
  readonly index: number;
  readonly onClose: () => void;
}

/** One stone of the path: its tempo, how often, or not at all; the climb begins here. */
export function RungFields({ practice, index, onClose }: RungFieldsProps) {
  const { path, setPath, isChanged } = practice;
  const rung = path.rungs[index];
  if (!rung) return null;
  const name = nth(path.stones, rung.stone).name;
  return (
    <div className="flex flex-wrap items-end gap-4 border-t border-edge pt-2">
      <p className="self-center text-lead">{capital(name)}. The climb begins here.</p>
      <NumberField
        label="Tempo here"
        value={rung.bpm}
        {...TEMPO_RANGE}
        onChange={(bpm) => setPath(changeRung(path, index, { bpm }))}
      />
      <NumberField
        label="Passes here"
        value={rung.passes}
        {...LADDER_LIMITS.passes}
        onChange={(passes) => setPath(changeRung(path, index, { passes: Math.round(passes) }))}
      />
      <Button
        disabled={index >= path.rungs.length - 1}
        onClick={() => {
          setPath(leaveOutRung(path, index));
          onClose();
        }}
      >
        Leave this stone out
      </Button>
      {isChanged ? (
        <Button
          onClick={() => {
            setPath(undefined);
            onClose();
          }}
        >
          Plan the path anew
        </Button>
      ) : null}
      <Button look="quiet" onClick={onClose}>
        From the start after all
      </Button>
    </div>
  );
}
