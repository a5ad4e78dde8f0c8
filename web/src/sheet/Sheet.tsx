import { usualCounting } from '@stride/core/counting';
import { describeCycle } from '@stride/core/cycle';
import { readLayer } from '@stride/core/read';
import {
  eachVaried,
  type Layer,
  mirrorHands,
  type Rhythm,
  slotCount,
  type Timing,
  tempoAt,
  timeRhythm,
  withVariations,
} from '@stride/core/rhythm';
import { Printer } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { useBench } from '../bench/context.ts';
import { useOtherHanded } from '../store/use-setting.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Select } from '../ui/Select.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';
import { useAfterPaint } from '../ui/use-after-paint.ts';
import { useWidth } from '../ui/use-width.ts';
import { Scores } from './Score.tsx';
import { SheetLabel } from './SheetLabel.tsx';
import { SheetVariations } from './SheetVariations.tsx';
import { useFit } from './use-fit.ts';
import './sheet.css';

/**
 * Papers, in millimetres: how large everything is on them, words included, and how large lines are beside that. What is read
 * from two metres away stands across the paper, twice as large.
 */
const PAPERS = {
  A4: { name: 'A4', css: 'A4', width: 210, height: 297, zoom: 1, scale: 0.86 },
  Letter: { name: 'Letter', css: 'letter', width: 215.9, height: 279.4, zoom: 1, scale: 0.86 },
  Poster: { name: 'Poster (A3)', css: 'A3', width: 297, height: 420, zoom: 1, scale: 1.3 },
  Stand: {
    name: 'Stand (A4 across)',
    css: 'A4 landscape',
    width: 297,
    height: 210,
    zoom: 2,
    scale: 1,
  },
} as const;
type Paper = keyof typeof PAPERS;

const MARGIN_MM = 14;
const PX_PER_MM = 96 / 25.4;
/** Pixels of a page that are left free, since the printer's rounding may differ from the screen's. */
const ROUNDING = 4;

interface Shown {
  readonly lines: boolean;
  readonly variations: boolean;
  readonly staff: boolean;
  readonly reading: boolean;
  /** What each wrist does, stroke by stroke. */
  readonly wrists: boolean;
  /** What its notes say. */
  readonly notes: boolean;
}

/** From two metres away lines are read, and nothing else. */
const USUALLY_SHOWN: Readonly<Record<'page' | 'stand', Shown>> = {
  page: { lines: true, variations: true, staff: true, reading: true, wrists: false, notes: true },
  stand: {
    lines: true,
    variations: false,
    staff: false,
    reading: false,
    wrists: false,
    notes: false,
  },
};

/** How small what is read from far away may be drawn: it rather takes another page. */
const LEAST_FAR = 0.92;

/** A rhythm of more slots than these takes a second and more to be set. */
const LONG = 1500;

/** The stage that puts a rhythm on paper. */
export function Sheet() {
  const { rhythm } = useBench();
  const [paper, setPaper] = useState<Paper>('A4');
  const [shownOn, setShownOn] = useState(USUALLY_SHOWN);
  const on = paper === 'Stand' ? 'stand' : 'page';
  const shown = shownOn[on];
  const setShown = (next: Shown) => setShownOn({ ...shownOn, [on]: next });
  const [mirrored, setMirrored] = useOtherHanded();
  const [busy, setBusy] = useState(false);
  const page = useRef<HTMLElement>(null);
  const [partId, setPartId] = useState<string>();
  const part = rhythm.layers.find((layer) => layer.id === partId);
  const drawn = useMemo(() => {
    const shown = part ? partOf(rhythm, part) : rhythm;
    return mirrored ? mirrorHands(shown) : shown;
  }, [mirrored, rhythm, part]);
  const timed = useMemo(() => timeRhythm(drawn), [drawn]);
  const { width, height, css, zoom, scale } = PAPERS[paper];
  usePageSize(css);
  const content = useRef<HTMLDivElement>(null);
  const room = Math.floor((height - 2 * MARGIN_MM) * PX_PER_MM) - ROUNDING;
  const frame = useRef<HTMLDivElement>(null);
  const frameWidth = useWidth(frame);
  // On a small screen the whole page is shown smaller; what is printed or taken away is not.
  const view = frameWidth > 0 ? Math.min(1, frameWidth / (width * PX_PER_MM)) : 1;
  const { shrink, pages, settled } = useFit(
    content,
    room,
    [drawn, paper, shown],
    on === 'stand' ? LEAST_FAR : undefined,
  );
  /** How large everything is drawn. */
  const large = shrink * zoom;

  async function take(format: 'svg' | 'png'): Promise<void> {
    if (!page.current) return;
    setBusy(true);
    page.current.style.zoom = '1';
    try {
      const { pageAsPng, pageAsSvg } = await import('./page-image.ts');
      const title = part ? `${rhythm.name} ${part.name}` : rhythm.name;
      const name = `${fileName(title)}.${format}`;
      if (format === 'svg') saveFile(await pageAsSvg(page.current, large), name, 'image/svg+xml');
      else saveFile(await pageAsPng(page.current, large), name);
    } catch {
      toast('The picture could not be made. Print the page instead, or take fewer parts.');
    } finally {
      if (page.current) page.current.style.zoom = String(view);
      setBusy(false);
    }
  }

  // What takes a while to set is said before it is begun.
  const long = drawn.layers.reduce((sum, layer) => sum + slotCount(layer), 0) > LONG;
  const ready = useAfterPaint(true, !long);
  if (!timed.ok) return <Notice>{timed.message} Undo brings back what was there.</Notice>;
  const inner = Math.floor((width - 2 * MARGIN_MM) * PX_PER_MM);
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 print:hidden">
        <label className="flex items-center gap-2 text-note">
          Paper
          <Select
            data-reach="paper"
            title="Stand: to be read from two metres away"
            value={paper}
            className="max-w-72 bg-card"
            onChange={(event) => setPaper(event.target.value as Paper)}
          >
            {Object.entries(PAPERS).map(([key, { name }]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        {rhythm.layers.length > 1 ? (
          <label className="flex items-center gap-2 text-note">
            Part
            <Select
              value={part?.id ?? ''}
              className="w-28 bg-card"
              onChange={(event) => setPartId(event.target.value)}
            >
              <option value="">All layers</option>
              {rhythm.layers.map((layer) => (
                <option key={layer.id} value={layer.id}>
                  {layer.name}
                </option>
              ))}
            </Select>
          </label>
        ) : null}
        <Check
          className="text-note"
          checked={shown.lines}
          onChange={(lines) => setShown({ ...shown, lines })}
        >
          Stride lines
        </Check>
        <Check
          className="text-note"
          checked={shown.staff}
          onChange={(staff) => setShown({ ...shown, staff })}
        >
          Staff notation
        </Check>
        {rhythm.variations ? (
          <Check
            className="text-note"
            checked={shown.variations}
            onChange={(variations) => setShown({ ...shown, variations })}
          >
            Variations
          </Check>
        ) : null}
        <Check
          className="text-note"
          checked={shown.reading}
          onChange={(reading) => setShown({ ...shown, reading })}
        >
          What it says
        </Check>
        <Check
          className="text-note"
          checked={shown.wrists}
          onChange={(wrists) => setShown({ ...shown, wrists })}
        >
          Wrists
        </Check>
        <span data-reach="other-handed" className="inline-flex">
          <Check className="text-note" checked={mirrored} onChange={setMirrored}>
            Other-handed
          </Check>
        </span>
        <p role="status" className="text-note text-quiet">
          {settled ? sayPages(pages, shrink) : 'Finding its size …'}
        </p>
        <span className="ml-auto flex gap-2">
          <Button
            disabled={busy}
            title="Take the page away as SVG"
            onClick={() => void take('svg')}
          >
            SVG
          </Button>
          <Button
            disabled={busy}
            title="Take the page away as PNG"
            onClick={() => void take('png')}
          >
            {busy ? 'Drawing …' : 'PNG'}
          </Button>
          <Button look="go" title="The browser prints it, or makes a PDF" onClick={() => print()}>
            <Printer aria-hidden size={16} /> Print
          </Button>
        </span>
      </div>
      <div ref={frame} className="overflow-x-clip print:overflow-visible">
        <article
          ref={page}
          aria-label={`Sheet of ${rhythm.name}`}
          className="sheet-page"
          style={{ width: width * PX_PER_MM, padding: MARGIN_MM * PX_PER_MM, zoom: view }}
        >
          <div ref={content} style={{ zoom: large, width: inner / large }}>
            {ready ? null : (
              <p role="status" className="p-6 text-lg text-quiet">
                Setting a long page …
              </p>
            )}
            {ready ? (
              <SheetPage
                rhythm={drawn}
                timing={timed.timing}
                shown={shown}
                width={Math.floor(inner / large)}
                scale={scale}
              />
            ) : null}
          </div>
        </article>
      </div>
    </div>
  );
}

/** What one player needs: the layer, and what it plays in variations. */
function partOf(rhythm: Rhythm, part: Layer): Rhythm {
  const varied = eachVaried(rhythm, (layer) => (layer.id === part.id ? layer : undefined));
  return { ...withVariations(rhythm, varied), layers: [part] };
}

function sayPages(pages: number, shrink: number): string {
  if (pages > 1) return `${pages} pages.`;
  return shrink < 1 ? `One page, at ${Math.round(shrink * 100)} %.` : 'One page.';
}

interface SheetPageProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly shown: Shown;
  readonly width: number;
  readonly scale: number;
}

/** What stands on the paper; it rests while the sheet finds its size. */
const SheetPage = memo(function SheetPage(props: SheetPageProps) {
  const { rhythm, timing, shown, width, scale } = props;
  const counting = rhythm.counting ?? usualCounting(rhythm.cycle);
  const { bpm, per } = tempoAt(rhythm);
  const counted = per > 1 ? `, ${per} pulses a beat` : '';
  return (
    <>
      <header className="mb-2 flex items-baseline justify-between gap-4 border-b-2 border-ink pb-1.5">
        <h2 className="text-title leading-tight">{rhythm.name}</h2>
        <p className="text-right text-sm">
          {describeCycle(rhythm.cycle)}
          <br />
          {bpm === rhythm.target ? bpm : `${bpm} to ${rhythm.target}`} a minute{counted}
        </p>
      </header>
      {shown.lines ? (
        <StrideLine
          onPaper
          rhythm={rhythm}
          timing={timing}
          counting={counting}
          scale={scale}
          label={(index) => <SheetLabel layer={rhythm.layers[index]} />}
        />
      ) : null}
      {shown.variations ? <SheetVariations rhythm={rhythm} /> : null}
      {shown.staff ? <Scores cycle={rhythm.cycle} layers={rhythm.layers} width={width} /> : null}
      {shown.reading || shown.wrists ? (
        <section className="mt-2 columns-2 gap-8 text-fine leading-snug">
          {rhythm.layers.map((layer, index) => (
            <div key={layer.id} className="mb-2 break-inside-avoid">
              <h3 className="text-sm">{layer.name}</h3>
              {mainSentences(rhythm, index, shown).map((text) => (
                <p key={text}>{text}</p>
              ))}
            </div>
          ))}
        </section>
      ) : null}
      {rhythm.notes && shown.notes ? (
        <section className="mt-2 border-t border-edge pt-1.5 text-fine whitespace-pre-wrap">
          {rhythm.notes}
        </section>
      ) : null}
    </>
  );
});

/** The first sentence of each part of the reading that a player wants on paper. */
function mainSentences(rhythm: Rhythm, layer: number, shown: Shown): readonly string[] {
  const wanted = shown.reading ? ['Fit', 'Strides', 'Accents alone', 'Hands'] : [];
  return readLayer(rhythm, layer).flatMap(({ title, findings }) => {
    // A hand has a sentence of its own, and both are wanted.
    if (title === 'Wrists') return shown.wrists ? findings.map(({ text }) => text) : [];
    return wanted.includes(title) ? findings.slice(0, 1).map(({ text }) => text) : [];
  });
}

/** The paper of the browser's own print. */
function usePageSize(css: string): void {
  useEffect(() => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(`@page { size: ${css}; margin: ${MARGIN_MM}mm; }`);
    document.adoptedStyleSheets.push(sheet);
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [css]);
}
