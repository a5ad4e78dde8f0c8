import { announceFor, type Cue, cueSheet, type FormPlace, type Laid } from '@stride/core/form';
import { timeRhythm } from '@stride/core/rhythm';
import { Play, Printer, Square } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { KEYS } from '../app/keys.ts';
import type { FormDocument } from '../store/form-document.ts';
import { MiniLine } from '../strideline/MiniLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { announce } from '../ui/live.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Select } from '../ui/Select.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useTitle } from '../ui/use-title.ts';
import type { OpenedForm } from './context.ts';
import { SignButton } from './SignButton.tsx';
import { useOpened, useOpenForm } from './use-form.ts';
import { type FormHearing, useFormPlaying } from './use-form-playing.ts';

/** The cue sheet of one player, to print, and to follow while the form plays. */
export function CuePage() {
  const { id = '', player = '' } = useParams();
  const asked = useOpenForm(id);
  if (asked.isPending) return <p className="p-6 text-quiet">Opening …</p>;
  if (asked.data?.status !== 'open')
    return (
      <div className="p-6">
        <Notice>There is no form at this address in this browser.</Notice>
      </div>
    );
  return <CueOf key={id} document={asked.data.document} player={player} />;
}

function CueOf({ document, player }: { readonly document: FormDocument; readonly player: string }) {
  const opened = useOpened(document);
  if (!opened) return <p className="p-6 text-quiet">Opening …</p>;
  return <Sheet opened={opened} player={player} />;
}

function Sheet({ opened, player }: { readonly opened: OpenedForm; readonly player: string }) {
  const { form, laid } = opened;
  const navigate = useNavigate();
  const name = form.players.find(({ id }) => id === player)?.name;
  useTitle(name ?? 'Cue sheet', form.name);
  const cues = useMemo(() => cueSheet(laid, player), [laid, player]);
  const [isAlone, setAlone] = useState(true);
  const hearing = useMemo(
    (): FormHearing => ({
      without: new Set(isAlone ? [player] : []),
      slower: 1,
      click: false,
      cue: true,
      loop: false,
      sign: 'key',
    }),
    [isAlone, player],
  );
  const playing = useFormPlaying(laid, hearing);
  const { place } = playing;
  const toggle = () =>
    playing.mine ? playing.stop() : playing.play({ kind: 'all', from: 0, loop: false });
  useKeys(KEYS.play.keys, toggle);
  useKeys(KEYS.formSign.keys, playing.sign, { enabled: playing.mine });
  if (name === undefined)
    return (
      <div className="p-6">
        <Notice
          actions={
            <Link to={`/form/${form.id}`} className="underline">
              To the form
            </Link>
          }
        >
          There is no such player in {form.name}.
        </Notice>
      </div>
    );
  return (
    <div className="mx-auto flex w-full max-w-[900px] flex-1 flex-col gap-3 px-[22px] py-3 max-sm:px-3 print:max-w-none print:p-0">
      <div className="flex flex-wrap items-center gap-2">
        <h1 className="mr-2 text-title leading-tight">
          {name}
          <span className="block text-note font-normal text-quiet">{form.name}</span>
        </h1>
        <span className="contents print:hidden">
          <Button look="go" className="h-11! px-5!" onClick={toggle}>
            {playing.mine ? <Square aria-hidden size={16} /> : <Play aria-hidden size={16} />}
            {playing.mine ? 'Stop' : 'Play and follow'}
          </Button>
          <Check checked={isAlone} className="text-note" onChange={setAlone}>
            without me
          </Check>
          <Select
            aria-label="Cue sheet of"
            value={player}
            className="bg-card"
            onChange={(event) => navigate(`/form/${form.id}/cue/${event.target.value}`)}
          >
            {form.players.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Select>
          <Button onClick={() => window.print()}>
            <Printer aria-hidden size={16} /> Print
          </Button>
          <Link className="ml-auto underline" to={`/form/${form.id}`}>
            Whole form
          </Link>
        </span>
      </div>
      {playing.mine && place ? (
        <Follow laid={laid} cues={cues} place={place} player={player} sign={playing.sign} />
      ) : null}
      <ol className={playing.mine ? 'hidden print:block' : 'flex flex-col'}>
        {cues.map((cue) => (
          <CueRow key={cue.at} laid={laid} cue={cue} />
        ))}
      </ol>
      {form.final && !playing.mine ? (
        <p className="border-t border-edge pt-2 text-lead">
          A last stroke on the one after the end.
        </p>
      ) : null}
    </div>
  );
}

/** Large, for two metres: what is played now, the count of turns, and what comes a turn ahead. */
function Follow({
  laid,
  cues,
  place,
  player,
  sign,
}: {
  readonly laid: Laid;
  readonly cues: readonly Cue[];
  readonly place: FormPlace;
  readonly player: string;
  readonly sign: () => void;
}) {
  const { at, turn, turns, isWaiting, kind } = place;
  const cue = cues.find((one) => one.at <= at && at <= one.last);
  const next = cues.find((one) => one.at > at);
  // A rest that is taken together counts down over all of its sections.
  const after = laid.spans
    .slice(at + 1, (cue?.last ?? at) + 1)
    .reduce((sum, span) => sum + span.turns, 0);
  const left = turns - turn + after;
  const isNear = left === 1 && !isWaiting && kind === 'turn';
  const coming = next && announceFor(laid, next.at, player);
  const said = useRef('');
  useEffect(() => {
    if (!isNear || coming === undefined || said.current === `${at} ${coming}`) return;
    said.current = `${at} ${coming}`;
    announce(`Next: ${coming}`);
  }, [isNear, coming, at]);
  if (!cue) return null;
  return (
    <section
      aria-label="What to play now"
      className="flex flex-1 flex-col gap-3 rounded-2xl border border-edge bg-card p-5 max-sm:p-4 print:hidden"
    >
      <p className="text-lead text-quiet">
        {kind === 'lead-in' ? 'Counting in: ' : ''}
        {laid.spans[at]?.section.name}
      </p>
      <p className="font-title text-figure leading-[1.05] font-bold">
        {cue.does === 'rests' ? 'Rest' : cue.does === 'leads' ? 'You lead' : cue.what}
      </p>
      <Picture laid={laid} cue={cue} />
      <p className="font-title text-display leading-none font-bold tabular-nums">
        {isWaiting ? 'Until the sign' : left}
        {isWaiting ? null : (
          <span className="pl-3 text-lead font-normal text-quiet">
            {left === 1 ? 'turn left' : 'turns left'}
          </span>
        )}
      </p>
      {cue.notes.length > 0 ? <p className="text-lead">{cue.notes.join(' · ')}</p> : null}
      {cue.listen.length > 0 ? (
        <p className="text-lead">
          <strong>Listen:</strong> {cue.listen.join('; ')}
        </p>
      ) : null}
      {isWaiting ? (
        <SignButton large onSign={sign}>
          Give the sign
        </SignButton>
      ) : null}
      <p
        className={`mt-auto rounded-xl px-4 py-3 text-title leading-tight ${isNear ? 'bg-mark font-bold text-[#231a2e]' : 'bg-band'}`}
      >
        {coming === undefined ? 'Then it ends' : `Next: ${coming}`}
      </p>
    </section>
  );
}

function CueRow({ laid, cue }: { readonly laid: Laid; readonly cue: Cue }) {
  const { name, length, bar, what, does, goesOn, rounds, notes, listen } = cue;
  return (
    <li className="grid grid-cols-[minmax(110px,1fr)_2.4fr] gap-x-4 border-t border-edge py-3 break-inside-avoid first:border-t-0">
      <div>
        <span className="block font-title text-lead leading-tight font-bold">{name}</span>
        <span className="block text-lead">{length}</span>
        <span className="block text-fine text-quiet">from bar {bar}</span>
      </div>
      <div className="min-w-0">
        <p className={does === 'rests' ? 'text-lead text-quiet' : 'text-lead font-semibold'}>
          {goesOn ? `Go on: ${what}` : what}
          {does === 'is quiet' ? ', quietly' : ''}
          {rounds ? <span className="font-normal text-quiet">, {rounds}</span> : null}
        </p>
        {goesOn ? null : <Picture laid={laid} cue={cue} />}
        {notes.length > 0 ? <p className="text-note">{notes.join(' · ')}</p> : null}
        {listen.length > 0 ? (
          <p className="text-note">
            <strong>Listen:</strong> {listen.join('; ')}
          </p>
        ) : null}
      </div>
    </li>
  );
}

/** The line that is played, as a small picture. */
function Picture({ laid, cue }: { readonly laid: Laid; readonly cue: Cue }) {
  const found = cue.line && laid.source(cue.line);
  if (!found?.ok) return null;
  const timed = timeRhythm(found.rhythm);
  const grid = timed.ok ? timed.timing.layers[found.rhythm.layers.indexOf(found.layer)] : undefined;
  return grid ? (
    <div className="max-w-[420px]">
      <MiniLine layer={found.layer} grid={grid} />
    </div>
  ) : null;
}
