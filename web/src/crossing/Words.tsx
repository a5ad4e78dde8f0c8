import { type Crossing, phrasesFor, setPhrase } from '@stride/core/crossing';
import { CLICK_LAYER, scoreCrossing, spokenPhrase, withVoice } from '@stride/core/sound';
import { Play, Square } from 'lucide-react';
import { useEffect, useId, useMemo } from 'react';
import { playLoop, usePlays } from '../audio/loop.ts';
import { useSoundSettings } from '../audio/sound-settings.ts';
import { player } from '../audio/the-player.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import type { Setup } from './setup.ts';
import { soundOf, type Voice } from './voices.ts';

interface WordsProps {
  readonly crossed: Crossing;
  /** What the pulses sound like. */
  readonly voices: readonly Voice[];
  readonly from: number;
  /** How often the whole span goes round in a minute. */
  readonly spans: number;
  readonly own: Setup['words'];
  readonly onOwn: (own: Setup['words']) => void;
}

const OWNER = 'crossing-words';

/** The longest composite that one says in words. */
const MOST = 40;

/** A phrase set to the composite, a syllable to each moment; one of ours, or one's own. */
export function Words({ crossed, voices, from, spans, own, onOwn }: WordsProps) {
  const id = useId();
  const bank = useMemo(() => phrasesFor(crossed), [crossed]);
  const strides = crossed.strides.join(' ');
  // Another crossing begins with ours again.
  const text = own?.strides === strides ? own.text : (bank[0] ?? '');
  const set = useMemo(() => setPhrase(text, crossed), [text, crossed]);
  const mine = usePlays(OWNER);
  const { voice } = useSoundSettings();
  useEffect(() => {
    if (mine) player.change({ tempo: { bpm: spans, per: 1 } });
  }, [mine, spans]);
  if (crossed.moments.length > MOST) return null;
  const say = () => {
    if (mine) {
      player.stop();
      return;
    }
    const sounds = voices.map((voice) => soundOf(voice, 2));
    const score = scoreCrossing(crossed, sounds, from);
    player.setLevels(new Map([[CLICK_LAYER, 0]]));
    const said = withVoice(
      score,
      spokenPhrase(text, crossed, score),
      voice === 'off' ? 'low' : voice,
    );
    playLoop(OWNER, said, { bpm: spans, per: 1 });
  };
  const type = (next: string) => onOwn({ strides, text: next });
  return (
    <Card aria-label="Words" className="px-4 py-3 text-note leading-snug">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 className="mr-2 text-lead">Words</h2>
        {bank.map((phrase) => (
          <Button
            key={phrase}
            look={phrase === text ? 'on' : 'plain'}
            aria-pressed={phrase === text}
            onClick={() => type(phrase)}
          >
            {phrase}
          </Button>
        ))}
        {bank.length === 0 ? (
          <span className="text-quiet">We have no phrase for this one yet: make your own.</span>
        ) : null}
        <Button
          className="ml-auto"
          disabled={set.syllables.length === 0}
          title="The phrase, spoken over the pulses, round and round"
          onClick={say}
        >
          {mine ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
          {mine ? 'Stop' : 'Hear it said'}
        </Button>
      </div>
      <label htmlFor={id} className="mb-1 block text-sm text-quiet">
        Your phrase: a space between words, a hyphen between syllables, CAPITALS where the stress is
      </label>
      <Field
        id={id}
        value={text}
        maxLength={400}
        className="h-10 w-full px-3 text-lead"
        onChange={(event) => type(event.target.value)}
      />
      {set.syllables.length > 0 ? (
        <ol
          aria-label="Syllables"
          className="mt-3 flex overflow-x-auto pb-1 font-title"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, and must scroll by keyboard too
          tabIndex={0}
        >
          {set.syllables.map((one) => (
            <li
              key={one.at}
              style={{ flexGrow: one.stride, flexBasis: 0 }}
              className="min-w-fit border-l-2 border-edge pr-3 pl-1.5"
            >
              <span
                className={`block text-lg whitespace-nowrap ${one.stressed ? 'font-bold text-ink' : 'text-ink'}`}
              >
                {one.text}
                {one.joined ? '-' : ''}
              </span>
              <span
                className={`mt-0.5 block h-1.5 rounded-full ${one.long ? 'bg-[var(--metal)]' : 'w-2 bg-[var(--faint)]'}`}
              />
              <span className="text-fine text-quiet">
                {one.long ? 'long' : 'short'} {one.stride}
              </span>
            </li>
          ))}
        </ol>
      ) : null}
      <div role="status" className="mt-1">
        {text.trim() === '' ? null : set.problems.length === 0 ? (
          <p className="font-semibold text-good">
            It fits: a syllable to each moment, the stress where the pulses fall together.
          </p>
        ) : (
          set.problems.map((problem) => (
            <p key={problem} className="text-warn">
              {problem}
            </p>
          ))
        )}
      </div>
    </Card>
  );
}
