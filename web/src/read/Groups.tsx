import {
  type Finding,
  type ReadSettings,
  readAgainst,
  readLayer,
  workOut,
} from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { memo, type ReactNode, useMemo } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';
import { Select } from '../ui/Select.tsx';
import { Kin } from './Kin.tsx';
import { Pair } from './Pair.tsx';
import { Sentences } from './Sentences.tsx';
import { usePeriod } from './use-period.ts';
import type { Against } from './use-timeline.ts';

interface GroupsProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  readonly settings: ReadSettings;
  readonly against: Against;
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
}

/** What each part of a reading asks, for those who meet its word first here. */
const ASKS: Readonly<Record<string, string>> = {
  Fit: 'Does it come round?',
  Strides: 'How far apart are the strokes?',
  'Off the beat': 'How much pulls against the foot?',
  'Accents alone': 'What do the loud strokes say?',
  Sides: 'Which side is it on?',
  Together: 'Who falls with whom?',
  Hands: 'Is one hand overworked?',
  Wrists: 'Where does each hand go next?',
  Weight: 'How do low and high share it?',
  Families: 'What is it kin to?',
};

/** All that a layer says, part by part. */
export const Groups = memo(function Groups(props: GroupsProps) {
  const { rhythm, layerIndex, settings, against, lit, onLight } = props;
  const { timeline } = against;
  const timed = timeRhythm(rhythm);
  const groups = useMemo(
    () => readLayer(rhythm, layerIndex, settings),
    [rhythm, layerIndex, settings],
  );
  const sides = useMemo(() => {
    const result = timeRhythm(rhythm);
    return result.ok && timeline
      ? readAgainst(rhythm, result.timing, layerIndex, timeline, settings)
      : [];
  }, [rhythm, layerIndex, timeline, settings]);
  const line = usePeriod(rhythm, layerIndex);
  const layer = rhythm.layers[layerIndex];
  if (!timed.ok || !layer) return null;
  const { timing } = timed;

  const say = (findings: readonly Finding[]) => (
    <Sentences
      {...{ rhythm, layerIndex, findings, lit, onLight }}
      workOut={(figure) => workOut(rhythm, timing, layerIndex, figure, settings, timeline)}
    />
  );
  const before = groups.filter(({ title }) => title !== 'Sides' && isBeforeSides(title));
  const after = groups.filter(({ title }) => title !== 'Sides' && !isBeforeSides(title));
  return (
    // Painted on its own, so that a stroke on the line leaves it as it is.
    <section aria-label="What it says" className="isolate flex flex-col gap-[10px] text-base">
      {before.map((group) => (
        <Group key={group.title} title={group.title}>
          {say(group.findings)}
        </Group>
      ))}
      {settings.school === 'no sides' ? null : (
        <Group
          title="Sides"
          tool={
            <Select
              aria-label="Set against"
              value={against.id}
              className="h-8 max-w-[150px] px-1.5 text-sm"
              onChange={(event) => against.choose(event.target.value)}
            >
              {against.id === '' ? <option value="">against …</option> : null}
              {against.choices.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.own ? `layer ${one.name}` : one.name}
                </option>
              ))}
            </Select>
          }
        >
          {sides.length > 0 ? (
            say(sides)
          ) : (
            <p className="text-quiet">
              {layer.side
                ? 'This layer is the timeline; read another one against it.'
                : timeline
                  ? `${timeline.name} has ${timeline.span} pulses and cannot be laid over this layer.`
                  : 'No layer is marked as a two-sided timeline. Choose one to set this layer against.'}
            </p>
          )}
        </Group>
      )}
      {after.map((group) => (
        <Group key={group.title} title={group.title}>
          {say(group.findings)}
          {group.title === 'Together' ? (
            <Pair rhythm={rhythm} layerIndex={layerIndex} lit={lit} onLight={onLight} />
          ) : null}
        </Group>
      ))}
      <Group title="Families">
        <Kin line={line} own={rhythm.id} />
      </Group>
    </section>
  );
});

function isBeforeSides(title: string): boolean {
  return ['Fit', 'Strides', 'Off the beat', 'Accents alone'].includes(title);
}

interface GroupProps {
  readonly title: string;
  readonly tool?: ReactNode;
  readonly children: ReactNode;
}

function Group({ title, tool, children }: GroupProps) {
  return (
    <section aria-label={title} className="card px-[18px] py-2.5 leading-snug">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-2.5">
        <h2 className="text-lg">{title}</h2>
        <span className="text-sm text-quiet">{ASKS[title]}</span>
        {tool ? <span className="ml-auto">{tool}</span> : null}
      </div>
      <div className="flex flex-col gap-0.5">{children}</div>
    </section>
  );
}
