import {
  type Line,
  type Part,
  type Player,
  readBeats,
  readPlace,
  type Section,
  setPart,
  writePlace,
} from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { formatRational, rational } from '@stride/core/time';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { WrittenField } from '../ui/WrittenField.tsx';
import type { OpenedForm } from './context.ts';
import { LineSelect } from './LineSelect.tsx';

interface PartFieldsProps {
  readonly section: Section;
  readonly player: Player;
  readonly rhythms: ReadonlyMap<string, Rhythm>;
  readonly edit: OpenedForm['edit'];
}

/** What a player does in a section: what is played, and on asking where it begins and ends. */
export function PartFields({ section, player, rhythms, edit }: PartFieldsProps) {
  const part: Part = section.parts.find((one) => one.player === player.id) ?? { player: player.id };
  const hasDetails =
    part.from ?? part.until ?? part.pickup ?? (part.begin === undefined ? undefined : true);
  const [isOpen, setOpen] = useState(false);
  const set = (next: Part) => edit((form) => setPart(form, section.id, next));
  const setLine = (line: Line | undefined) => {
    const { line: _, solo: _s, ...rest } = part;
    set({ ...rest, ...(line && { line }) });
  };
  const lead = section.parts.find((one) => one.solo)?.player;
  const none =
    lead !== undefined && lead !== player.id && player.quiet ? 'goes to the quiet line' : 'rests';
  return (
    <li className="flex flex-col gap-2 border-t border-edge py-2 first:border-t-0">
      <div className="flex flex-wrap items-center gap-2">
        <span className="w-24 truncate font-semibold">{player.name}</span>
        {part.solo ? (
          <span className="min-w-0 flex-1 basis-48">leads freely</span>
        ) : (
          <LineSelect
            label={`${player.name} plays`}
            line={part.line}
            rhythms={rhythms}
            none={none}
            className="flex-1 basis-48"
            onLine={setLine}
          />
        )}
        <Check
          checked={part.solo !== undefined}
          className="text-note"
          onChange={(isSolo) => {
            const { line: _, solo: _s, ...rest } = part;
            set(isSolo ? { ...rest, solo: part.line ? [part.line] : [] } : rest);
          }}
        >
          solo
        </Check>
        <Button
          look={isOpen ? 'on' : 'plain'}
          aria-expanded={isOpen}
          aria-label={`${player.name}: entry and pickup`}
          onClick={() => setOpen(!isOpen)}
        >
          {hasDetails ? 'Entry …' : 'Entry'}
        </Button>
      </div>
      {part.solo ? <MayPlay part={part} rhythms={rhythms} set={set} /> : null}
      {isOpen ? <Details player={player} part={part} rhythms={rhythms} set={set} /> : null}
    </li>
  );
}

/** What may be played in a solo. */
function MayPlay({
  part,
  rhythms,
  set,
}: {
  readonly part: Part;
  readonly rhythms: ReadonlyMap<string, Rhythm>;
  readonly set: (part: Part) => void;
}) {
  const { solo = [] } = part;
  return (
    <div className="flex flex-wrap items-center gap-2 text-note">
      <span className="text-quiet">May be played:</span>
      {solo.map((line, at) => (
        <LineSelect
          // biome-ignore lint/suspicious/noArrayIndexKey: a place in the list
          key={at}
          label={`May be played, ${at + 1}`}
          line={line}
          rhythms={rhythms}
          none="take it out"
          className="max-w-56"
          onLine={(next) =>
            set({ ...part, solo: next ? solo.with(at, next) : solo.toSpliced(at, 1) })
          }
        />
      ))}
      <LineSelect
        label="May be played besides"
        line={undefined}
        rhythms={rhythms}
        none="add a line …"
        className="max-w-44"
        onLine={(next) => next && set({ ...part, solo: [...solo, next] })}
      />
    </div>
  );
}

const NOT_A_PLACE = 'Write a turn and a beat of it, each from 1: 3.2.';

function placeField(which: 'from' | 'until', part: Part, set: (part: Part) => void) {
  const place = part[which];
  return {
    written: place ? writePlace(place) : '',
    read: (text: string) => {
      if (text.trim() === '') return { value: undefined };
      const value = readPlace(text);
      return value ? { value } : { message: NOT_A_PLACE };
    },
    onValue: (value: Part['from']) => {
      const { [which]: _, ...rest } = part;
      set({ ...rest, ...(value && { [which]: value }) });
    },
  };
}

function Details({
  player,
  part,
  rhythms,
  set,
}: {
  readonly player: Player;
  readonly part: Part;
  readonly rhythms: ReadonlyMap<string, Rhythm>;
  readonly set: (part: Part) => void;
}) {
  const { pickup, begin } = part;
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-3">
      <WrittenField
        label={`${player.name} enters at`}
        placeholder="the beginning"
        note="turn and beat: 3.2"
        {...placeField('from', part, set)}
      />
      <WrittenField
        label={`${player.name} stops at`}
        placeholder="the end"
        note="turn and beat: 8.1"
        {...placeField('until', part, set)}
      />
      <WrittenField
        label="Pickup, in beats"
        placeholder="none"
        note="beats before the section"
        written={pickup ? formatRational(rational(pickup.beats.num, pickup.beats.den)) : ''}
        read={(text) => {
          if (text.trim() === '' || text.trim() === '0') return { value: undefined };
          const value = readBeats(text);
          return value && value.num > 0 ? { value } : { message: 'Write beats as 2 or 1/2.' };
        }}
        onValue={(beats) => {
          const { pickup: _, ...rest } = part;
          set({ ...rest, ...(beats && { pickup: { ...pickup, beats } }) });
        }}
      />
      <WrittenField
        label="Begins with turn"
        placeholder="where it was"
        note="of its own line"
        written={begin === undefined ? '' : String(begin + 1)}
        read={(text) => {
          if (text.trim() === '') return { value: undefined };
          const value = /^[1-9]\d{0,2}$/.test(text.trim()) ? Number(text) - 1 : undefined;
          return value === undefined ? { message: 'Write which turn of the line: 2.' } : { value };
        }}
        onValue={(value) => {
          const { begin: _, ...rest } = part;
          set({ ...rest, ...(value !== undefined && { begin: value }) });
        }}
      />
      {pickup ? (
        <div className="flex flex-col">
          <span className="mb-1 text-sm text-quiet">Pickup with</span>
          <LineSelect
            label={`${player.name}’s pickup`}
            line={pickup.line}
            rhythms={rhythms}
            none="the end of its line"
            onLine={(line) => {
              const { line: _, ...rest } = pickup;
              set({ ...part, pickup: { ...rest, ...(line && { line }) } });
            }}
          />
        </div>
      ) : null}
    </div>
  );
}
