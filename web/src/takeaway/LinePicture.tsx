import { usualCounting } from '@stride/core/counting';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { useEffect, useMemo, useRef } from 'react';
import { pageAsSvg } from '../sheet/page-image.ts';
import { SheetLabel } from '../sheet/SheetLabel.tsx';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { fileName, saveFile } from '../ui/save-file.ts';
import { toast } from '../ui/toasts.ts';
import { useLatest } from '../ui/use-latest.ts';
import '../sheet/sheet.css';

interface LinePictureProps {
  readonly rhythm: Rhythm;
  /** It was taken away, or could not be. */
  readonly onDone: () => void;
}

/** How wide it is drawn: two turns of sixteen slots stand beside one another. */
const WIDTH = 1200;
/** A line finds its width, and then what follows it is drawn: it stands when so many frames change nothing, */
const STILL = 4;
/** or after so many at most. */
const MOST_FRAMES = 300;

/** Draws the stride line of a rhythm out of sight, and takes it away as SVG. */
export default function LinePicture({ rhythm, onDone }: LinePictureProps) {
  const page = useRef<HTMLDivElement>(null);
  const timed = useMemo(() => timeRhythm(rhythm), [rhythm]);
  const done = useLatest(onDone);
  useEffect(() => {
    let frame = 0;
    const take = async () => {
      if (!page.current || !timed.ok) throw new Error('nothing is drawn');
      const svg = await pageAsSvg(page.current);
      saveFile(svg, `${fileName(rhythm.name)}-line.svg`, 'image/svg+xml');
    };
    const wait = (before: string, still: number, left: number) => {
      frame = requestAnimationFrame(() => {
        const drawn = page.current?.innerHTML ?? '';
        const same = drawn === before && drawn.includes('<path') ? still + 1 : 0;
        if (timed.ok && same < STILL && left > 0) wait(drawn, same, left - 1);
        else
          take()
            .catch(() => toast('The picture could not be made. Print the Sheet instead.'))
            .finally(() => done.current());
      });
    };
    wait('', 0, MOST_FRAMES);
    return () => cancelAnimationFrame(frame);
  }, [timed, rhythm, done]);
  if (!timed.ok) return null;
  return (
    <div className="fixed top-0 -left-[5000px] overflow-visible" aria-hidden>
      <div ref={page} className="sheet-page p-6" style={{ width: WIDTH }}>
        <StrideLine
          onPaper
          rhythm={rhythm}
          timing={timed.timing}
          counting={rhythm.counting ?? usualCounting(rhythm.cycle)}
          label={(index) => <SheetLabel layer={rhythm.layers[index]} />}
        />
      </div>
    </div>
  );
}
