import {
  addPlayer,
  addSection,
  announceFor,
  changePlayer,
  clock,
  type FormFinding,
  lengthsOf,
  mendForm,
  removePlayer,
  setMeant,
} from '@stride/core/form';
import { TEMPO_RANGE } from '@stride/core/time';
import { counted } from '@stride/core/wording';
import { Play, Plus, Square } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { usePlayer } from '../audio/use-player.ts';
import type { FormDocument } from '../store/form-document.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { announce } from '../ui/live.tsx';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { NameField } from '../ui/NameField.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';
import { useTitle } from '../ui/use-title.ts';
import { useWidth } from '../ui/use-width.ts';
import type { OpenedForm } from './context.ts';
import { FormScore } from './FormScore.tsx';
import { FormText } from './FormText.tsx';
import { takeFormAway } from './files.ts';
import { LineSelect } from './LineSelect.tsx';
import { layRows, placeOf, type Row, scaleFor } from './rows.ts';
import { SectionPanel } from './SectionPanel.tsx';
import { listenForSign, SIGN_WAYS, type SignWay } from './sign-input.ts';
import { useFormState, useOpened, useOpenForm } from './use-form.ts';
import { useFormKeys } from './use-form-keys.ts';
import {
  type FormHearing,
  type FormPlaying,
  type HeardPlace,
  useFormPlaying,
} from './use-form-playing.ts';
import { useZoom } from './use-zoom.ts';

/** Opens the form of the address. */
export function FormPage() {
  const { id = '' } = useParams();
  const asked = useOpenForm(id);
  if (asked.isPending) return <p className="p-6 text-quiet">Opening …</p>;
  const result = asked.data;
  if (result?.status === 'open') return <PageOf key={id} document={result.document} />;
  return (
    <div className="p-6">
      <h1 className="sr-only">Form</h1>
      <Notice
        actions={
          <Link to="/form" className="underline">
            To all forms
          </Link>
        }
      >
        {asked.isError
          ? storageSentence(asked.error)
          : result?.status === 'broken'
            ? `This form cannot be opened: ${result.messages.join(' ')}`
            : 'There is no form at this address in this browser.'}
      </Notice>
    </div>
  );
}

function PageOf({ document }: { readonly document: FormDocument }) {
  const opened = useOpened(document);
  if (!opened) return <p className="p-6 text-quiet">Opening …</p>;
  return <Opened opened={opened} />;
}

/** Rows of the whole form on the first look. */
const FIRST_ROWS = 2;
const NARROW = 620;

function Opened({ opened }: { readonly opened: OpenedForm }) {
  const { document, form, laid, edit } = opened;
  useTitle(form.name, 'Form');
  const { history, save } = useFormState(document);
  const [chosen, setChosen] = useState<number>();
  const [player, setPlayer] = useState<string>();
  const [hearing, setHearing] = useState<FormHearing>({
    without: new Set(),
    slower: 1,
    click: false,
    cue: false,
    loop: false,
    sign: 'key',
  });
  const frame = useRef<HTMLElement>(null);
  const width = useWidth(frame);
  const labels = width > 0 && width < NARROW ? 64 : 116;
  const room = Math.max(200, (width || 1000) - labels - 4);
  const { zoom, zoomTo, zoomBy, slider } = useZoom(frame);
  const scale = scaleFor(laid, room, width < NARROW ? 5 : FIRST_ROWS) * zoom;
  const rows = useMemo(() => layRows(laid, room, scale), [laid, room, scale]);
  const latestRows = useLatest(rows);
  const playing = useFormPlaying(laid, hearing, (heard) =>
    movePlayhead(frame.current, latestRows.current, heard),
  );
  const isWaiting = playing.place?.isWaiting === true;
  useSign(playing.mine && isWaiting, hearing.sign, playing.sign);
  const span = chosen === undefined ? undefined : laid.spans[chosen];
  const chosenRow = rows.findIndex((row) => row.some((piece) => piece.span === span));
  const undo = () => {
    document.undo();
    announce(history.past.length > 0 ? 'Undone' : 'There is nothing to undo');
  };
  const redo = () => {
    document.redo();
    announce(history.future.length > 0 ? 'Done again' : 'There is nothing to do again');
  };
  useKeys(KEYS.undo.keys, undo, { inFields: true, repeat: true });
  useKeys(KEYS.redo.keys, redo, { inFields: true, repeat: true });
  useFormKeys({
    loop: hearing.loop,
    opened,
    chosen,
    setChosen,
    playing,
    zoom: zoomBy,
  });
  return (
    <div className="mx-auto flex w-full max-w-[1400px] flex-1 flex-col gap-3 px-[14px] py-3 max-sm:px-2">
      <Header
        opened={opened}
        playing={playing}
        chosen={chosen}
        hearing={hearing}
        onHearing={setHearing}
        undo={history.past.length > 0 ? undo : undefined}
        redo={history.future.length > 0 ? redo : undefined}
      />
      {save.status === 'elsewhere' || save.status === 'failed' ? <Unkept opened={opened} /> : null}
      <section
        ref={frame}
        aria-label="Sections in order"
        className="overflow-x-clip rounded-2xl border border-edge bg-card px-3 pt-3 pb-1"
      >
        <FormScore
          opened={opened}
          rows={rows}
          labels={labels}
          scale={scale}
          chosen={chosen}
          onChoose={setChosen}
          onPlayer={setPlayer}
          under={(row) =>
            span && row === chosenRow ? (
              <SectionPanel
                key={span.section.id}
                opened={opened}
                span={span}
                playing={playing}
                onChoose={setChosen}
              />
            ) : null
          }
        />
        {form.sections.length === 0 ? (
          <p className="px-2 py-6 text-quiet">
            There is no section yet. Add one: it lasts eight turns, and you say who plays what in
            it.
          </p>
        ) : null}
        <div className="flex flex-wrap items-center gap-2 py-2 print:hidden">
          <Button
            onClick={() => {
              const last = laid.spans.at(-1)?.section;
              const cycle = last?.cycle ?? [...opened.rhythms.values()][0]?.cycle;
              edit((before) =>
                cycle ? addSection(before, { name: 'Section', cycle, turns: 8 }).form : before,
              );
              setChosen(laid.spans.length);
            }}
          >
            <Plus aria-hidden size={16} /> Section
          </Button>
          <Button onClick={() => edit((before) => addPlayer(before, 'Player'))}>
            <Plus aria-hidden size={16} /> Player
          </Button>
          <Check
            checked={form.final === true}
            className="ml-1 text-note"
            onChange={(isFinal) =>
              edit(({ final: _, ...before }) => ({
                ...before,
                ...(isFinal && { final: true as const }),
              }))
            }
          >
            a last stroke on the one after the end
          </Check>
          <label className="ml-auto flex items-center gap-2 text-note text-quiet">
            Zoom
            <input
              ref={slider}
              type="range"
              min={-2}
              max={12}
              step="any"
              defaultValue={0}
              className="w-32 accent-[var(--go)]"
              onChange={(event) => zoomTo(2 ** (Number(event.target.value) / 2))}
            />
          </label>
        </div>
      </section>
      <PlayerPanel opened={opened} id={player} onClose={() => setPlayer(undefined)} />
      <Findings opened={opened} onChoose={setChosen} />
      <NextChange opened={opened} playing={playing} />
    </div>
  );
}

/** Puts the play line where the ear is, and the row it is in into sight; not through React, sixty times a second. */
function movePlayhead(
  frame: HTMLElement | null,
  rows: readonly Row[],
  heard: HeardPlace | undefined,
): void {
  const place = heard && placeOf(rows, heard.at);
  for (const line of frame?.querySelectorAll<HTMLElement>('[data-form-playhead]') ?? []) {
    const isHere =
      place !== undefined && line.getAttribute('data-form-playhead') === String(place.row);
    if (isHere && line.hidden)
      line.parentElement?.scrollIntoView({ block: 'nearest', behavior: 'instant' });
    line.hidden = !isHere;
    if (isHere) line.style.transform = `translateX(${place.x.toFixed(1)}px)`;
  }
}

/** Listens for the sign while one is waited for. */
function useSign(isWaiting: boolean, way: SignWay, give: () => void): void {
  const latest = useLatest(give);
  useEffect(() => {
    if (!isWaiting || way === 'key') return;
    return listenForSign(way, () => latest.current(), toast);
  }, [isWaiting, way, latest]);
}

interface HeaderProps {
  readonly opened: OpenedForm;
  readonly playing: FormPlaying;
  readonly chosen: number | undefined;
  readonly hearing: FormHearing;
  readonly onHearing: (hearing: FormHearing) => void;
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
}

function Header(props: HeaderProps) {
  const { opened, playing, chosen, hearing, onHearing, undo, redo } = props;
  const { form, laid, edit, rhythms, findings } = opened;
  const navigate = useNavigate();
  const state = usePlayer();
  const [isText, setText] = useState(false);
  const lengths = lengthsOf(laid);
  const first = form.players[0];
  const from = chosen ?? 0;
  const without = [...hearing.without][0] ?? '';
  const cue = (id: string) => navigate(`/form/${encodeURIComponent(form.id)}/cue/${id}`);
  useOffers(form.name, () => [
    {
      label: playing.mine ? 'Stop' : 'Play the form',
      keys: KEYS.play.shown,
      run: () =>
        playing.mine ? playing.stop() : playing.play({ kind: 'all', from: 0, loop: hearing.loop }),
    },
    { label: 'The form as text', also: 'type edit stride', run: () => setText(true) },
    ...form.players.map(({ id, name }) => ({
      label: `Cue sheet of ${name}`,
      also: 'print follow part',
      run: () => cue(id),
    })),
  ]);
  return (
    <div className="flex flex-wrap items-center gap-2 print:gap-4">
      <h1 className="sr-only">{form.name}</h1>
      <NameField
        label="Name of the form"
        labelHidden
        name={form.name}
        className="w-[min(12ch,60vw)] min-w-0 rounded-lg bg-transparent px-1 font-title text-title font-bold"
        onName={(name) => edit((before) => ({ ...before, name: name.trim() }), 'name')}
      />
      <span className="contents print:hidden">
        <Button
          look="go"
          className="h-10! px-4!"
          onClick={() =>
            playing.mine ? playing.stop() : playing.play({ kind: 'all', from, loop: hearing.loop })
          }
        >
          {playing.mine ? <Square aria-hidden size={16} /> : <Play aria-hidden size={16} />}
          {playing.mine ? 'Stop' : chosen === undefined ? 'Play' : 'From here'}
        </Button>
        {playing.place?.isWaiting ? (
          <Button look="go" autoFocus className="h-10! px-4!" onClick={playing.sign}>
            Give the sign (Enter)
          </Button>
        ) : null}
        {chosen !== undefined && chosen > 0 ? (
          <Button className="h-10!" onClick={() => playing.play({ kind: 'change', at: chosen })}>
            Loop the change
          </Button>
        ) : null}
        <Select
          aria-label="Without"
          value={without}
          className="h-10! max-w-44 bg-card"
          onChange={(event) =>
            onHearing({
              ...hearing,
              without: new Set(event.target.value ? [event.target.value] : []),
            })
          }
        >
          <option value="">everyone plays</option>
          {form.players.map(({ id, name }) => (
            <option key={id} value={id}>
              without {name}
            </option>
          ))}
        </Select>
        <Panel
          label="Tempo and click"
          trigger={<Button className="h-10!">{tempoWords(opened, hearing)}</Button>}
        >
          <NumberField
            label="Begins at, beats a minute"
            value={form.tempo.bpm}
            min={TEMPO_RANGE.min}
            max={TEMPO_RANGE.max}
            onChange={(bpm) =>
              edit((before) => ({ ...before, tempo: { ...before.tempo, bpm } }), 'tempo')
            }
          />
          <NumberField
            label="Pulses in the counted beat"
            value={form.tempo.per}
            min={1}
            max={64}
            onChange={(per) =>
              edit((before) => ({ ...before, tempo: { ...before.tempo, per } }), 'per')
            }
          />
          <NumberField
            label="For practice, percent of every tempo"
            value={Math.round(hearing.slower * 100)}
            min={30}
            max={120}
            step={5}
            onChange={(percent) => onHearing({ ...hearing, slower: percent / 100 })}
          />
          <Check checked={hearing.click} onChange={(click) => onHearing({ ...hearing, click })}>
            click on every beat
          </Check>
          <Check checked={hearing.cue} onChange={(cue) => onHearing({ ...hearing, cue })}>
            click in the last turn before a change
          </Check>
          <Check checked={hearing.loop} onChange={(loop) => onHearing({ ...hearing, loop })}>
            from the end again to the beginning
          </Check>
          {lengths.isOpen ? (
            <label className="flex flex-col gap-1 text-sm text-quiet">
              The sign is given by
              <Select
                value={hearing.sign}
                className="text-note text-ink"
                onChange={(event) => onHearing({ ...hearing, sign: event.target.value as SignWay })}
              >
                {Object.entries(SIGN_WAYS).map(([way, label]) => (
                  <option key={way} value={way}>
                    {label}
                  </option>
                ))}
              </Select>
            </label>
          ) : null}
        </Panel>
        <UndoRedo undo={undo} redo={redo} />
      </span>
      {findings.length > 0 ? (
        <a
          href="#found"
          className="rounded-lg border border-warn px-3 py-1.5 text-note font-semibold text-warn print:hidden"
        >
          {findings.length} found
        </a>
      ) : null}
      <span
        className="ml-auto text-note text-quiet"
        title={lengths.isOpen ? 'As usual, and with the open part as long as it may be' : undefined}
      >
        {clock(lengths.usual)}
        {lengths.isOpen ? ` to ${clock(lengths.most)}` : ''}, {counted(laid.turns, 'bar')}
      </span>
      <span className="contents print:hidden">
        {first ? (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button className="h-10!">Cue sheet</Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" sideOffset={6} className={MENU}>
                {form.players.map(({ id, name }) => (
                  <DropdownMenu.Item key={id} className={MENU_ITEM} onSelect={() => cue(id)}>
                    {name}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        ) : null}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button className="h-10!">Take away</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className={MENU}>
              <DropdownMenu.Item className={MENU_ITEM} onSelect={() => setText(true)}>
                As text, to type on …
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={MENU_ITEM}
                onSelect={() => takeFormAway(form, rhythms, 'stride')}
              >
                .stride: the form as text
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={MENU_ITEM}
                onSelect={() => takeFormAway(form, rhythms, 'json')}
              >
                .json: with the rhythms it plays from
              </DropdownMenu.Item>
              <DropdownMenu.Item className={MENU_ITEM} onSelect={() => window.print()}>
                Print
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </span>
      {isText ? <FormText opened={opened} open onOpenChange={setText} /> : null}
      {state.status === 'blocked' ? <Notice>{state.message}</Notice> : null}
    </div>
  );
}

function tempoWords({ form }: OpenedForm, { slower }: FormHearing): string {
  const { bpm, per } = form.tempo;
  return slower === 1 ? `${bpm} per ${per}` : `${Math.round(slower * 100)} % of ${bpm}`;
}

/** What could not be kept, with the ways on. */
function Unkept({ opened }: { readonly opened: OpenedForm }) {
  const { document, form, rhythms } = opened;
  const navigate = useNavigate();
  const { save } = useFormState(document);
  if (save.status === 'failed')
    return (
      <Notice
        actions={
          <>
            <Button onClick={() => document.tryAgain()}>Try again now</Button>
            <Button onClick={() => takeFormAway(form, rhythms, 'json')}>
              Take it away as a file
            </Button>
          </>
        }
      >
        {save.message.replaceAll('rhythm', 'form')}
      </Notice>
    );
  if (save.status !== 'elsewhere') return null;
  return (
    <Notice
      actions={
        <>
          <Button onClick={() => document.takeTheirs()}>Take the newer one</Button>
          <Button
            onClick={() => {
              const id = crypto.randomUUID();
              document.keepAsCopy(id).then(
                () => navigate(`/form/${id}`),
                (error: unknown) => announce(storageSentence(error)),
              );
            }}
          >
            Keep mine as a copy
          </Button>
        </>
      }
    >
      This form was changed in another tab. What you do here is not kept until you choose.
    </Notice>
  );
}

/** A player’s name and quiet line. */
function PlayerPanel({
  opened,
  id,
  onClose,
}: {
  readonly opened: OpenedForm;
  readonly id: string | undefined;
  readonly onClose: () => void;
}) {
  const { form, rhythms, edit } = opened;
  const player = form.players.find((one) => one.id === id);
  if (!player) return null;
  return (
    <section
      aria-label={`Player ${player.name}`}
      className="flex flex-wrap items-end gap-3 rounded-xl border-2 border-go bg-card p-3 print:hidden"
    >
      <NameField
        label="Player"
        name={player.name}
        className="field w-44 font-bold text-ink"
        onName={(name) =>
          edit(
            (before) => changePlayer(before, player.id, (one) => ({ ...one, name: name.trim() })),
            `player ${player.id}`,
          )
        }
      />
      <span className="flex min-w-0 flex-col gap-1 text-sm text-quiet">
        While someone else leads, plays quietly
        <LineSelect
          label={`Quiet line of ${player.name}`}
          line={player.quiet}
          rhythms={rhythms}
          none="nothing"
          className="max-w-80 text-note text-ink"
          onLine={(line) =>
            edit((before) =>
              changePlayer(before, player.id, ({ quiet: _, ...one }) => ({
                ...one,
                ...(line && { quiet: line }),
              })),
            )
          }
        />
      </span>
      <Button
        onClick={() => {
          onClose();
          edit((before) => removePlayer(before, player.id));
        }}
      >
        Take {player.name} out
      </Button>
      <Button look="quiet" className="ml-auto" onClick={onClose}>
        Close
      </Button>
    </section>
  );
}

/** What was found, in place of the piece, with ways to mend it. */
function Findings({
  opened,
  onChoose,
}: {
  readonly opened: OpenedForm;
  readonly onChoose: (at: number) => void;
}) {
  const { findings, form, edit } = opened;
  const { meant = [] } = form;
  return (
    <section
      id="found"
      aria-label="What was found"
      className="flex max-w-[900px] flex-col gap-2 print:hidden"
    >
      {findings.length === 0 ? (
        <p className="rounded-2xl border border-edge bg-card px-4 py-3 text-note">
          {form.sections.length === 0
            ? 'Nothing to look at yet.'
            : 'Nothing stands in the way: lengths, sides, entries, hands and tempos fit one another.'}
        </p>
      ) : null}
      {findings.map((finding) => (
        <Found
          key={`${finding.kind} ${finding.section} ${finding.player ?? ''} ${finding.text}`}
          finding={finding}
          onChoose={onChoose}
          edit={edit}
        />
      ))}
      {meant.length > 0 ? (
        <p className="text-note text-quiet">
          {counted(meant.length, 'thing')} set aside as meant.{' '}
          <button
            type="button"
            className="underline"
            onClick={() => edit(({ meant: _, ...before }) => before)}
          >
            Look at all of it again
          </button>
        </p>
      ) : null}
    </section>
  );
}

function Found({
  finding,
  onChoose,
  edit,
}: {
  readonly finding: FormFinding;
  readonly onChoose: (at: number) => void;
  readonly edit: OpenedForm['edit'];
}) {
  const { text, mends, weight, at, kind, section } = finding;
  return (
    <article
      className={`rounded-2xl border bg-card px-4 py-2.5 ${weight === 'wrong' ? 'border-warn' : 'border-edge'}`}
    >
      <button type="button" className="block text-left hover:text-go" onClick={() => onChoose(at)}>
        {weight === 'wrong' ? <strong className="text-warn">Cannot be: </strong> : null}
        {text}
      </button>
      <span className="flex flex-wrap gap-2 pt-1.5">
        {mends.map((mend) => (
          <Button key={mend.label} onClick={() => edit((form) => mendForm(form, finding, mend))}>
            {mend.label}
          </Button>
        ))}
        {weight === 'look' ? (
          <Button look="quiet" onClick={() => edit((form) => setMeant(form, kind, section, true))}>
            It is meant
          </Button>
        ) : null}
      </span>
    </article>
  );
}

/** What comes next while it plays, large enough for the other side of the room. */
function NextChange({
  opened,
  playing,
}: {
  readonly opened: OpenedForm;
  readonly playing: FormPlaying;
}) {
  const { place } = playing;
  if (!place) return null;
  const { turn, turns, isWaiting, entered, at, kind } = place;
  const left = turns - turn;
  const next = announceFor(opened.laid, at + 1, undefined);
  return (
    <section
      aria-label="What comes next"
      className="sticky bottom-3 z-20 w-fit max-w-full self-end rounded-2xl border-2 border-ink bg-card px-5 py-2.5 shadow-xl print:hidden"
    >
      <p className="text-note text-quiet">
        {kind === 'lead-in'
          ? 'Counting in'
          : `${entered.section.name}, turn ${turn + 1}${isWaiting ? '' : ` of ${turns}`}`}
      </p>
      <p className="font-title text-title leading-tight font-bold">
        {isWaiting
          ? 'Until the sign'
          : next === undefined
            ? `The end in ${counted(left, 'turn')}`
            : `In ${counted(left, 'turn')}: ${next}`}
      </p>
    </section>
  );
}
