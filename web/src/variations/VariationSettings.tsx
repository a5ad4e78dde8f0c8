import {
  changeVariation,
  type Layer,
  LIMITS,
  layerOfLine,
  lineOfLayer,
  type PlaceInTurns,
  type Rhythm,
  sideOfTurn,
  type Variation,
  type VariedLine,
} from '@stride/core/rhythm';
import { readLayerText, writeLayerRows } from '@stride/core/text';
import { SHARE_WORDS, sayShare } from '@stride/core/variation';
import { ArrowDown, ArrowUp, Link2, Trash2 } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { IconButton } from '../ui/IconButton.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';

const LinkDialog = lazy(() => import('../link/LinkDialog.tsx'));

interface VariationSettingsProps {
  readonly rhythm: Rhythm;
  readonly variation: Variation;
  readonly onEdit: (change: (before: Rhythm) => Rhythm, stroke?: string) => boolean;
  readonly onMove: (step: 1 | -1) => void;
  readonly onTakeOut: () => void;
}

/** Shares that can be chosen, from the rarest; what is written otherwise stands beside them. */
const SHARES: readonly NonNullable<Variation['share']>[] = [
  { num: 1, den: 32 },
  SHARE_WORDS.seldom,
  SHARE_WORDS['now and then'],
  { num: 3, den: 16 },
  SHARE_WORDS.often,
  { num: 1, den: 3 },
  { num: 3, den: 8 },
  SHARE_WORDS['as often as not'],
  { num: 3, den: 4 },
];
const written = (share: Variation['share']) => (share ? `${share.num}/${share.den}` : '');

/** When a variation comes, and what it plays. */
export function VariationSettings(props: VariationSettingsProps) {
  const { rhythm, variation, onEdit, onMove, onTakeOut } = props;
  const { id, key, place, share, lines } = variation;
  const [linking, setLinking] = useState(false);
  const change = (to: (before: Variation) => Variation) =>
    onEdit((now) => changeVariation(now, id, to));
  const shares = SHARES.some((one) => written(one) === written(share))
    ? SHARES
    : [...SHARES, ...(share ? [share] : [])];
  const hasSides = sideOfTurn(rhythm, 0) !== undefined;
  const at = rhythm.variations?.findIndex((one) => one.id === id) ?? 0;
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Key
          <Select
            value={key ?? ''}
            onChange={({ target: { value } }) =>
              change(({ key: _, ...rest }) =>
                value === '' ? rest : { ...rest, key: Number(value) },
              )
            }
          >
            <option value="">none</option>
            {[1, 2, 3, 4, 5, 6, 7, 8, 9].map((one) => (
              <option key={one} value={one}>
                {one}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Its share, mixed in
          <Select
            value={written(share)}
            onChange={({ target: { value } }) => {
              const next = shares.find((one) => written(one) === value);
              change(({ share: _, ...rest }) => (next ? { ...rest, share: next } : rest));
            }}
          >
            <option value="">{sayShare(undefined)}</option>
            {shares.map((one) => (
              <option key={written(one)} value={written(one)}>
                {sayShare(one)}
              </option>
            ))}
          </Select>
        </label>
      </div>
      <Place
        place={place}
        hasSides={hasSides}
        onPlace={(next) =>
          change(({ place: _, ...rest }) => (next ? { ...rest, place: next } : rest))
        }
      />
      {lines.map((line) => (
        <LineRows
          key={line.layer}
          rhythm={rhythm}
          line={line}
          onLine={(next) =>
            change((one) => ({
              ...one,
              lines: one.lines.map((other) => (other.layer === next.layer ? next : other)),
            }))
          }
        />
      ))}
      <div className="flex flex-wrap gap-2">
        <Button disabled={at === 0} onClick={() => onMove(-1)}>
          <ArrowUp aria-hidden size={15} /> Earlier
        </Button>
        <Button disabled={at + 1 >= (rhythm.variations?.length ?? 0)} onClick={() => onMove(1)}>
          <ArrowDown aria-hidden size={15} /> Later
        </Button>
        <IconButton label="This variation as a link" onClick={() => setLinking(true)}>
          <Link2 aria-hidden size={16} />
        </IconButton>
        <Button look="quiet" className="ml-auto" onClick={onTakeOut}>
          <Trash2 aria-hidden size={15} /> Take out
        </Button>
      </div>
      {linking ? (
        <Suspense>
          <LinkDialog
            what={{ kind: 'rhythm', rhythm, variation: id }}
            onClose={() => setLinking(false)}
          />
        </Suspense>
      ) : null}
    </>
  );
}

interface PlaceProps {
  readonly place: PlaceInTurns | undefined;
  readonly hasSides: boolean;
  readonly onPlace: (place: PlaceInTurns | undefined) => void;
}

function Place({ place, hasSides, onPlace }: PlaceProps) {
  const kind = place?.kind === 'side' ? place.side : (place?.kind ?? 'anywhere');
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Where it may begin
        <Select
          value={kind}
          onChange={({ target: { value } }) => {
            if (value === 'turn') onPlace({ kind: 'turn', turn: 3, of: 4 });
            else if (value === 'three' || value === 'two') onPlace({ kind: 'side', side: value });
            else onPlace(undefined);
          }}
        >
          <option value="anywhere">anywhere</option>
          <option value="turn">on one turn of so many</option>
          {hasSides || place?.kind === 'side' ? (
            <>
              <option value="three">on the three-side</option>
              <option value="two">on the two-side</option>
            </>
          ) : null}
        </Select>
      </label>
      {place?.kind === 'turn' ? (
        <>
          <NumberField
            label="Turn"
            value={place.turn + 1}
            min={1}
            max={place.of}
            onChange={(turn) => onPlace({ ...place, turn: Math.round(turn) - 1 })}
          />
          <NumberField
            label="of"
            value={place.of}
            min={1}
            max={LIMITS.everyTurns}
            onChange={(of) =>
              onPlace({
                ...place,
                of: Math.round(of),
                turn: Math.min(place.turn, Math.round(of) - 1),
              })
            }
          />
        </>
      ) : null}
    </div>
  );
}

interface LineRowsProps {
  readonly rhythm: Rhythm;
  readonly line: VariedLine;
  readonly onLine: (line: VariedLine) => boolean;
}

/** What a layer plays in the variation, as it is written. */
function LineRows({ rhythm, line, onLine }: LineRowsProps) {
  const layer = rhythm.layers.find(({ id }) => id === line.layer);
  if (!layer) return null;
  return (
    <WrittenField<Layer>
      label={`What ${layer.name} plays`}
      written={writeLayerRows(bare(layerOfLine(layer, line)), rhythm.cycle)}
      placeholder="play …"
      rows={3}
      read={(text) => {
        const { layer: read, problems, usable } = readLayerText(text, layer, rhythm.cycle);
        const [problem] = problems;
        if (usable) return { value: read };
        return {
          message: problem ? `Row ${problem.line}: ${problem.message}` : 'This does not read.',
        };
      }}
      onValue={(next) => onLine(lineOfLayer(next))}
      note="As it is typed in Write; taken when you go on."
    />
  );
}

/** What a variation cannot say of a layer is not written with its rows. */
function bare({ side: _s, role: _r, sayCounting: _c, feel: _f, ...layer }: Layer): Layer {
  return layer;
}
