import { describeCycle } from '@stride/core/cycle';
import { renameRhythm, timeRhythm } from '@stride/core/rhythm';
import { memo, useEffect, useMemo } from 'react';
import { NavLink, useLocation } from 'react-router';
import { usePlaces } from '../audio/placing.ts';
import { player } from '../audio/the-player.ts';
import { NameField } from '../ui/NameField.tsx';
import { useStoreSoon } from '../ui/use-after-paint.ts';
import { useTitle } from '../ui/use-title.ts';
import { useBenchPart, useBenchSoon } from './context.ts';
import { HeaderTools } from './HeaderTools.tsx';
import { levelsOf } from './mix.ts';
import type { BenchState, OpenBench } from './open-bench.ts';
import { PlayButton } from './PlayButton.tsx';
import { STAGES } from './stages.ts';
import { TempoFields } from './TempoFields.tsx';

/** What the header shows of a rhythm: nothing that a stroke changes. */
const headOf = ({ rhythm, mix, canUndo, canRedo }: BenchState) => {
  const { name, cycle, tempo, target, second, notes, tags, layers } = rhythm;
  const ids = layers.map(({ id }) => id).join('\n');
  return { name, cycle, tempo, target, second, notes, tags, ids, mix, canUndo, canRedo };
};

/** Name, tempo, sound and stages. It rests while strokes are written. */
export function BenchHeader({ bench }: { readonly bench: OpenBench }) {
  const head = useBenchPart(bench, headOf);
  const { name, cycle, tempo, target, second, notes, tags, ids, mix, canUndo, canRedo } = head;
  const { pathname } = useLocation();
  const climbing = pathname.endsWith('/climb');
  const stage = STAGES.find(({ to }) => pathname.endsWith(`/${to}`));
  useTitle(name, ...(stage ? [stage.label] : []));
  const layers = useMemo(() => (ids === '' ? [] : ids.split('\n').map((id) => ({ id }))), [ids]);
  useEffect(() => {
    player.setLevels(levelsOf(mix, layers));
  }, [mix, layers]);
  usePlaces(layers.map(({ id }) => id));
  return (
    <div className="relative z-10 flex flex-wrap items-center gap-x-2 gap-y-1.5 pt-1.5 pb-2.5 2xl:gap-x-3 max-sm:gap-y-0 max-sm:pt-0.5 max-sm:pb-1 print:hidden">
      {/* A long name is shown in part rather than pushing the stages into a second row. */}
      <h1 className="min-w-0 flex-1 sm:max-lg:min-w-56 lg:max-w-fit lg:basis-45">
        <NameField
          label="Name of the rhythm"
          labelHidden
          name={name}
          title={name}
          className="field-sizing-content max-w-full text-ellipsis min-w-24 rounded-lg bg-transparent font-title text-title leading-tight font-bold hover:bg-card max-sm:w-full max-sm:text-lead"
          onName={(next) => bench.edit((before) => renameRhythm(before, next), 'name')}
        />
      </h1>
      <span className="rounded-lg border border-edge bg-card px-3 py-1.5 text-note max-2xl:hidden">
        {describeCycle(cycle)}
      </span>
      {climbing ? null : <TempoFields bench={bench} tempo={tempo} target={target} />}
      {/* On a phone what is played with lies under the thumb. */}
      <div className="contents max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:flex max-sm:items-center max-sm:justify-between max-sm:gap-0.5 max-sm:border-t max-sm:border-edge max-sm:bg-paper max-sm:px-3 max-sm:py-2">
        {climbing ? null : <PlayHere bench={bench} />}
        <HeaderTools
          bench={bench}
          mix={mix}
          second={second}
          notes={notes ?? ''}
          tags={tags}
          climbing={climbing}
          canUndo={canUndo}
          canRedo={canRedo}
        />
      </div>
      <StageTabs />
    </div>
  );
}

/** Plays the rhythm as it is, or what is heard instead of it. */
function PlayHere({ bench }: { readonly bench: OpenBench }) {
  const { rhythm, timed, layerIndex, mix } = useBenchSoon(bench);
  const heard = useStoreSoon(bench.heard);
  return (
    <PlayButton
      bench={bench}
      rhythm={heard ?? rhythm}
      timed={heard ? timeRhythm(heard) : timed}
      countIn={mix.countIn}
      order={mix.order}
      rules={mix.variations}
      optional={mix.optional ?? 'always'}
      onOptional={(optional) => bench.setMix({ optional })}
      layerIndex={layerIndex}
    />
  );
}

const StageTabs = memo(function StageTabs() {
  return (
    <nav
      aria-label="Stages"
      className="ml-auto flex text-base sm:max-lg:order-1 sm:max-lg:ml-0 sm:max-lg:grow sm:max-lg:basis-3/5 max-sm:order-last max-sm:w-full max-sm:justify-between max-sm:text-note"
    >
      {STAGES.map((stage) => (
        <NavLink
          key={stage.to}
          to={stage.to}
          className={({ isActive }) =>
            `border-b-[3px] px-2 py-2 2xl:px-2.5 max-sm:px-1.5 max-sm:py-0 ${isActive ? 'border-[var(--now)] font-semibold' : 'border-transparent text-quiet hover:text-ink'}`
          }
        >
          {stage.label}
        </NavLink>
      ))}
    </nav>
  );
});
