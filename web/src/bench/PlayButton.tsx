import type { OptionalPlayed } from '@stride/core/variation';
import { Play, Square } from 'lucide-react';
import { useCallback, useState } from 'react';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { usePlayer } from '../audio/use-player.ts';
import { Button } from '../ui/Button.tsx';
import { announce } from '../ui/live.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useLatest } from '../ui/use-latest.ts';
import { HEARD_PARTS, type HeardPart, partsOf } from './heard-part.ts';
import { type PlayChoice, PlayMenu } from './PlayMenu.tsx';
import { PLAY_WHAT, type PlayWhat, sayWhat } from './play-what.ts';
import {
  hasOptional,
  orderOf,
  type PartHeard,
  type PlayingOptions,
  usePlaying,
} from './use-playing.ts';

interface PlayButtonProps extends Omit<PlayingOptions, 'heardPart'> {
  /** Which layer is chosen: a part of it can be heard beside the others. */
  readonly layerIndex: number;
  readonly onOptional: (optional: OptionalPlayed) => void;
}

/** Made once, so that they rest while strokes are written. */
const PLAY = <Play aria-hidden size={15} />;
const STOP = <Square aria-hidden size={15} />;

/** Plays the rhythm, all of it or a part, from the button, the space bar or the menu; edits are heard as they come. */
export function PlayButton(props: PlayButtonProps) {
  const { bench, rhythm, timed, order, optional, layerIndex, onOptional } = props;
  const state = usePlayer();
  const [heardPart, setHeardPart] = useState<PartHeard>();
  const { mine, what, word, play, toggle } = usePlaying({ ...props, heardPart });
  const { layers, turns, variations } = rhythm;
  useKeys(KEYS.play.keys, toggle);
  useKeys(KEYS.here.keys, () => play('here'));
  useKeys(KEYS.chosen.keys, () => play('chosen'));
  const layer = layers[layerIndex];
  const parts = () => (layer ? partsOf(layer) : []);
  const partNow: HeardPart =
    heardPart && heardPart.layer === layer?.id && parts().includes(heardPart.part)
      ? heardPart.part
      : 'all';
  const hear = (part: HeardPart) => {
    if (!layer) return;
    setHeardPart(part === 'all' ? undefined : { layer: layer.id, part });
    announce(`${layer.name}: ${HEARD_PARTS[part].name}`);
  };
  const choices = (): readonly PlayChoice[] => {
    if (!timed.ok) return [];
    const { timing } = timed;
    const chosen = bench.chosen.now();
    const can: Readonly<Record<PlayWhat, boolean>> = {
      all: true,
      'in order': variations !== undefined,
      mixed: variations?.some(({ share }) => share !== undefined) ?? false,
      here: chosen !== undefined,
      chosen: chosen !== undefined,
      once: true,
      'calls once': turns?.some(({ mark }) => mark === 'call') ?? false,
      order: orderOf(order, timing) !== undefined,
    };
    return PLAY_WHAT.filter((one) => can[one]).map((one) => ({
      what: one,
      label: `${sayWhat(one, rhythm, timing, chosen)}${one === 'order' ? `: ${order}` : ''}`,
      keys: WHAT_KEYS[one],
    }));
  };
  useOffers('This rhythm', () => [
    {
      label: mine ? 'Stop' : 'Play',
      also: 'hear listen sound start',
      keys: KEYS.play.shown,
      run: toggle,
    },
    ...choices().map(({ what, label, keys }) => ({
      label: `Play: ${label}`,
      also: 'loop repeat part section passage turn once lead-in start',
      keys,
      run: () => play(what),
    })),
    ...(layer
      ? parts()
          .filter((one) => one !== partNow)
          .map((one) => ({
            label: `Hear of ${layer.name} ${HEARD_PARTS[one].name}`,
            also: 'practice hand separately part alone',
            run: () => hear(one),
          }))
      : []),
  ]);

  const menu = useLatest(() => ({
    choices: choices(),
    playing: mine ? what : undefined,
    onPlay: play,
    ...(hasOptional(layers) && { optional: { now: optional, onChange: onOptional } }),
    ...(layer && { layer: { name: layer.name, parts: parts(), now: partNow, onHear: hear } }),
  }));
  const menuNow = useCallback(() => menu.current(), [menu]);

  return (
    <span className="relative inline-flex">
      <Button
        look="go"
        className="min-w-24 rounded-r-none! max-sm:min-w-18 max-sm:px-2"
        disabled={!timed.ok}
        onClick={toggle}
        title="Space bar"
      >
        {mine ? STOP : PLAY}
        {mine ? 'Stop' : 'Play'}
        {partNow === 'all' ? null : (
          <span className="text-fine font-normal max-sm:sr-only">{HEARD_PARTS[partNow].name}</span>
        )}
        {word ? <span className="min-w-6 font-title text-lg font-bold">{word}</span> : null}
      </Button>
      <PlayMenu disabled={!timed.ok} now={menuNow} />
      {state.status === 'blocked' ? (
        <span
          role="alert"
          className="absolute top-full max-sm:top-auto max-sm:bottom-full left-0 z-10 mt-1 w-72 rounded-lg border border-warn bg-card p-3 text-sm"
        >
          {state.message}
        </span>
      ) : null}
    </span>
  );
}

/** The keys of what is played, where it has one. */
const WHAT_KEYS: Readonly<Record<PlayWhat, string | undefined>> = {
  all: KEYS.play.shown,
  'in order': undefined,
  mixed: undefined,
  here: KEYS.here.shown,
  chosen: KEYS.chosen.shown,
  once: undefined,
  'calls once': undefined,
  order: undefined,
};
