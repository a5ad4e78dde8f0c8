import { COMFORT } from '@stride/core/climb';
import {
  cutPiece,
  joinPieces,
  namePiece,
  PIECE_REASONS,
  type Piece,
  sayPiece,
  turnCount,
  WAYS,
} from '@stride/core/passage';
import { placeOf, sayPlace } from '@stride/core/read';
import { countingOf } from '@stride/core/rhythm';
import { capital } from '@stride/core/wording';
import { Scissors } from 'lucide-react';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Panel } from '../../ui/Panel.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Practice } from '../use-practice.ts';
import { Choice } from './Choice.tsx';

const HOME = 'home';

/** In which order the line is taken apart, its pieces, and which turns of it. */
export function WayFields({ practice }: { readonly practice: Practice }) {
  const { plan, ways, line, setPlan } = practice;
  const turns = turnCount(line.timing);
  const { way } = plan;
  return (
    <>
      <Choice
        label="Way through"
        reach="way"
        value={ways.includes(way) ? way : 'whole'}
        of={WAYS}
        among={ways}
        onChange={(next) => setPlan({ way: next })}
      />
      {practice.variations.length > 0 ? (
        <Choice
          label="Variation"
          value={practice.variation?.id ?? HOME}
          of={Object.fromEntries([
            [HOME, 'home alone'],
            ...practice.variations.map(({ id, name }) => [id, `home and ${name}`]),
          ])}
          onChange={(id) => setPlan({ variation: id === HOME ? undefined : id, turns: undefined })}
        />
      ) : null}
      <PiecesPanel practice={practice} />
      {way === 'whole' ? null : (
        <NumberField
          large
          label="Comfortable, %"
          value={plan.comfort}
          min={COMFORT.min}
          max={COMFORT.max}
          step={5}
          onChange={(comfort) => setPlan({ comfort })}
        />
      )}
      {turns > 1 ? <Turns practice={practice} turns={turns} /> : null}
    </>
  );
}

function Turns({ practice, turns }: { readonly practice: Practice; readonly turns: number }) {
  const { plan, setPlan } = practice;
  const [from, to] = plan.turns ?? [0, turns];
  const set = (next: readonly [number, number]) =>
    setPlan({ turns: next[0] === 0 && next[1] >= turns ? undefined : [next[0], next[1]] });
  return (
    <span className="flex items-end gap-2">
      <NumberField
        large
        label="From turn"
        value={from + 1}
        min={1}
        max={turns}
        onChange={(turn) => set([Math.round(turn) - 1, Math.max(to, Math.round(turn))])}
      />
      <NumberField
        large
        label="To turn"
        value={Math.min(to, turns)}
        min={1}
        max={turns}
        onChange={(turn) => set([Math.min(from, Math.round(turn) - 1), Math.round(turn)])}
      />
    </span>
  );
}

function PiecesPanel({ practice }: { readonly practice: Practice }) {
  const { pieces, isProposed, setPieces } = practice;
  return (
    <Panel
      label="Pieces"
      align="start"
      side="top"
      width={660}
      trigger={
        <Button className="h-11" data-reach="pieces">
          <Scissors aria-hidden size={16} /> {pieces.length}{' '}
          {pieces.length === 1 ? 'piece' : 'pieces'}
        </Button>
      }
    >
      <p className="text-note text-quiet">
        {isProposed
          ? 'A piece is learnt as a unit. These are proposed from the strokes: cut, join and name them as you hear them.'
          : 'A piece is learnt as a unit. These are yours: cut, join and name them as you hear them.'}
      </p>
      <ol className="flex flex-col gap-2">
        {pieces.map((piece, index) => (
          <PieceRow
            key={`${piece.from}-${piece.to}`}
            practice={practice}
            index={index}
            piece={piece}
          />
        ))}
      </ol>
      {isProposed ? null : (
        <Button className="self-start" onClick={() => setPieces(undefined)}>
          Back to the proposed ones
        </Button>
      )}
    </Panel>
  );
}

interface PieceRowProps {
  readonly practice: Practice;
  readonly index: number;
  readonly piece: Piece;
}

function PieceRow({ practice, index, piece }: PieceRowProps) {
  const { pieces, line, setPieces } = practice;
  const { rhythm, layer, grid } = line;
  const inside = layer.strokes.filter(({ slot }) => slot >= piece.from && slot < piece.to);
  const slots = [...new Set(inside.map(({ slot }) => slot))];
  const say = (slot: number) => {
    const place = placeOf(rhythm.cycle, layer, grid, slot, countingOf(rhythm, layer));
    const turn = grid.lengthTicks > grid.turnTicks ? `, turn ${place.turn}` : '';
    return `${place.word === undefined ? `beat ${place.beat}` : sayPlace(place)}${turn}`;
  };
  const name = sayPiece(pieces, index);
  return (
    <li className="flex flex-wrap items-center gap-2 border-t border-edge pt-2">
      <Field
        aria-label={`Name of ${name}`}
        className="w-28"
        placeholder={capital(name)}
        defaultValue={piece.name ?? ''}
        maxLength={40}
        onBlur={(event) => {
          if (event.target.value.trim() !== (piece.name ?? '')) {
            setPieces(namePiece(pieces, index, event.target.value));
          }
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
      />
      <span className="flex-1 basis-44 leading-tight">
        <span className="font-mono">{inside.map(({ kind }) => kind).join(' ') || '–'}</span>
        <span className="block text-fine text-quiet">
          {capital(PIECE_REASONS[piece.reason])}: {say(piece.from)}
        </span>
      </span>
      {slots.length > 1 ? (
        <Select
          aria-label={`Cut ${name} before`}
          value=""
          onChange={(event) => setPieces(cutPiece(pieces, Number(event.target.value)))}
        >
          <option value="">Cut before …</option>
          {slots
            .filter((slot) => slot > piece.from)
            .map((slot) => (
              <option key={slot} value={slot}>
                {layer.strokes.find((stroke) => stroke.slot === slot)?.kind} on {say(slot)}
              </option>
            ))}
        </Select>
      ) : null}
      <Button
        disabled={index === pieces.length - 1}
        onClick={() => setPieces(joinPieces(pieces, index))}
      >
        Join the next
      </Button>
    </li>
  );
}
