import type { ReadSettings } from '@stride/core/read';
import type { Layer, Rhythm } from '@stride/core/rhythm';
import { memo } from 'react';
import { LayerButtons } from '../bench/LayerButtons.tsx';
import { Button } from '../ui/Button.tsx';
import { Select } from '../ui/Select.tsx';
import { ReadSettingsPanel } from './ReadSettingsPanel.tsx';
import { TurnsPanel } from './TurnsPanel.tsx';

/** What Read shows: what a layer says, or how lines compare. */
export type ReadView = 'reading' | 'compare';

const VIEWS: Readonly<Record<ReadView, string>> = { reading: 'What it says', compare: 'Compare' };

interface ReadBarProps {
  readonly layers: readonly Pick<Layer, 'id' | 'name'>[];
  readonly layerIndex: number;
  readonly onLayer: (index: number) => void;
  readonly view: ReadView;
  readonly onView: (view: ReadView) => void;
  readonly variations: Rhythm['variations'];
  /** The variation that is read; home where there is none. */
  readonly variation: string | undefined;
  readonly onVariation: (id: string) => void;
  /** What turns are called. */
  readonly turns: Rhythm['turns'];
  /** Turns there are. */
  readonly count: number;
  readonly chosenTurns: readonly number[];
  readonly onTurns: (turns: readonly number[]) => void;
  readonly settings: ReadSettings;
  readonly onSettings: (next: ReadSettings) => void;
}

/** What is read: which layer, of what, which turns, and by what measure. It rests while strokes are written. */
export const ReadBar = memo(function ReadBar(props: ReadBarProps) {
  const { view, variations, count } = props;
  return (
    <div className="isolate flex flex-wrap items-center gap-2">
      <span className="mr-1 text-note text-quiet">Read</span>
      <LayerButtons layers={props.layers} chosen={props.layerIndex} onChoose={props.onLayer} />
      <span className="ml-auto flex flex-wrap items-center gap-2">
        {Object.entries(VIEWS).map(([one, name]) => (
          <Button
            key={one}
            look={one === view ? 'on' : 'quiet'}
            aria-pressed={one === view}
            onClick={() => props.onView(one as ReadView)}
          >
            {name}
          </Button>
        ))}
        {variations && view === 'reading' ? (
          <Select
            aria-label="Home or a variation is read"
            value={props.variation ?? ''}
            className="max-w-52"
            onChange={(event) => props.onVariation(event.target.value)}
          >
            <option value="">home</option>
            {variations.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        ) : null}
        {count > 1 && view === 'reading' ? (
          <TurnsPanel
            turns={props.turns}
            count={count}
            chosen={props.chosenTurns}
            onChange={props.onTurns}
          />
        ) : null}
        <ReadSettingsPanel settings={props.settings} onChange={props.onSettings} />
      </span>
    </div>
  );
});
