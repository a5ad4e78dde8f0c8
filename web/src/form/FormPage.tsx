import { addPlayer, addSection, type Laid, type Span } from '@stride/core/form';
import { Plus } from 'lucide-react';
import { type CSSProperties, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { KEYS } from '../app/keys.ts';
import type { FormDocument } from '../store/form-document.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { announce } from '../ui/live.tsx';
import { Notice } from '../ui/Notice.tsx';
import { toast } from '../ui/toasts.ts';
import { useFocusKept } from '../ui/use-focus-kept.ts';
import { useKeys } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';
import { useTitle } from '../ui/use-title.ts';
import { useWidth } from '../ui/use-width.ts';
import type { OpenedForm } from './context.ts';
import { Findings } from './Findings.tsx';
import { FormHeader } from './FormHeader.tsx';
import { FormScore } from './FormScore.tsx';
import { NextChange } from './NextChange.tsx';
import { PlayerPanel } from './PlayerPanel.tsx';
import { layRows, placeOf, type Row, scaleFor } from './rows.ts';
import { SectionPanel } from './SectionPanel.tsx';
import { listenForSign, type SignWay } from './sign-input.ts';
import { Unkept } from './Unkept.tsx';
import { useFormState, useOpened, useOpenForm } from './use-form.ts';
import { useFormKeys } from './use-form-keys.ts';
import { type FormHearing, type HeardPlace, useFormPlaying } from './use-form-playing.ts';
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
/** What the frame keeps free at its sides, and a little that a row does not touch. */
const PADDING = 2 * 12 + 4;

function Opened({ opened }: { readonly opened: OpenedForm }) {
  const { document, form, laid, edit } = opened;
  useTitle(form.name, 'Form');
  const { history, save } = useFormState(document);
  /** The section that is open, and which time it is played: it stays open when it moves. */
  const [picked, setPicked] = useState<{ readonly section: string; readonly time: number }>();
  const span = picked && pickedIn(laid, picked);
  const chosen = span?.index;
  const latestLaid = useLatest(laid);
  const setChosen = useCallback(
    (at: number | undefined) => {
      const next = at === undefined ? undefined : latestLaid.current.spans[at];
      setPicked(next && { section: next.section.id, time: next.time });
    },
    [latestLaid],
  );
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
  const room = Math.max(200, (width || 1000) - labels - PADDING);
  const { zoom, zoomTo, zoomBy, slider } = useZoom(frame);
  const scale = scaleFor(laid, room, width < NARROW ? 5 : FIRST_ROWS) * zoom;
  const rows = useMemo(() => layRows(laid, room, scale), [laid, room, scale]);
  const latestRows = useLatest(rows);
  const playing = useFormPlaying(laid, hearing, (heard) =>
    movePlayhead(frame.current, latestRows.current, heard),
  );
  const isWaiting = playing.place?.isWaiting === true;
  useSign(playing.mine && isWaiting, hearing.sign, playing.sign);
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
  // What goes leaves the focus to what comes to stand in its place; a section that is moved to another row takes it along.
  useFocusKept(
    (element) => element.closest('.form-paper') !== null,
    (gone) => {
      const at = gone.closest<HTMLElement>('[data-at], [data-of]')?.dataset;
      const place = Math.min(Number(at?.at ?? at?.of ?? 0), laid.spans.length - 1);
      const index = at?.of === undefined ? place : (chosen ?? place);
      return window.document.querySelector(`[data-at="${index}"]`);
    },
  );
  return (
    <div className="form-paper mx-auto flex w-full max-w-[1400px] flex-1 flex-col gap-3 px-[14px] py-3 max-sm:px-2">
      <FormHeader
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
        style={{ '--form-width': width || 1000 } as CSSProperties}
        className="form-score overflow-x-clip rounded-2xl border border-edge bg-card px-3 pt-3 pb-1"
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
              if (!cycle) return;
              const added = addSection(form, { name: 'Section', cycle, turns: 8 });
              if (edit(() => added.form)) setPicked({ section: added.id, time: 1 });
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

/** A section where it stands now; another time of it where that one is gone. */
function pickedIn(
  { spans }: Laid,
  { section, time }: { readonly section: string; readonly time: number },
): Span | undefined {
  const all = spans.filter((one) => one.section.id === section);
  return all.find((one) => one.time === time) ?? all[0];
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
