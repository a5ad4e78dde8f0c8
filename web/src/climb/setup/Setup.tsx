import type { Ladder } from '@stride/core/climb';
import { WAYS } from '@stride/core/passage';
import { CLICKS } from '@stride/core/sound';
import { counted } from '@stride/core/wording';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { INPUTS } from '../../ear/input.ts';
import type { EarSetup } from '../../ear/use-ear.ts';
import type { Mix } from '../../store/db.ts';
import type { Practice } from '../use-practice.ts';
import type { TakeKeeping } from '../use-take.ts';
import { ClickFields } from './ClickFields.tsx';
import { CompanyFields } from './CompanyFields.tsx';
import { EarFields } from './EarFields.tsx';
import { LadderFields } from './LadderFields.tsx';
import { WayFields } from './WayFields.tsx';

interface SetupProps {
  readonly practice: Practice;
  readonly ear: EarSetup;
  readonly mix: Mix;
  readonly onMix: (change: Partial<Mix>) => void;
  readonly takes: Pick<TakeKeeping, 'records' | 'setRecords'>;
  readonly minutes: number | undefined;
  readonly onLadder: (ladder: Ladder) => void;
}

const FIELDS = 'flex flex-wrap items-end gap-x-5 gap-y-3 pt-3';

/** What is set up before one begins, a page for each thing, and beside it what is chosen there. */
export function Setup({ practice, ear, mix, onMix, takes, minutes, onLadder }: SetupProps) {
  const [page, setPage] = useState('ladder');
  const { plan, ladder, line } = practice;
  const { layers } = line.rhythm;
  const silent = layers.filter(({ id }) => mix.muted.includes(id)).length;
  const pages = [
    { value: 'ladder', label: 'Ladder', now: `${ladder.from} to ${ladder.to}` },
    { value: 'way', label: 'Way', now: WAYS[plan.way] },
    { value: 'click', label: 'Click', now: mix.click ? CLICKS[plan.click.on] : 'off' },
    ...(layers.length > 1
      ? [
          {
            value: 'company',
            label: 'Company',
            now: silent > 0 ? `${counted(silent, 'line')} silent` : 'all play along',
          },
        ]
      : []),
    { value: 'ear', label: 'Ear', now: INPUTS[ear.settings.kind] },
  ];
  return (
    <Tabs.Root
      value={page}
      onValueChange={setPage}
      className="flex flex-col"
      aria-label="Ladder settings"
    >
      <Tabs.List
        aria-label="How it is practised"
        className="flex flex-wrap gap-x-1 gap-y-1 border-b border-edge"
      >
        {pages.map(({ value, label, now }) => (
          <Tabs.Trigger
            key={value}
            value={value}
            data-reach={`setup-${value}`}
            className="flex min-h-11 items-baseline gap-2 rounded-t-lg border-b-[3px] border-transparent px-3 pt-2 data-[state=active]:border-[var(--now)] data-[state=active]:font-semibold"
          >
            {label} <span className="text-fine font-normal text-quiet">{now}</span>
          </Tabs.Trigger>
        ))}
        {minutes === undefined ? null : (
          <p data-testid="climb-minutes" className="ml-auto self-center px-2 text-lead">
            {sayMinutes(minutes)}
          </p>
        )}
      </Tabs.List>
      <Tabs.Content value="ladder" className={FIELDS} data-reach="ladder">
        <LadderFields ladder={ladder} onChange={onLadder} />
        <p className="min-w-[230px] flex-1 text-fine leading-snug text-quiet">
          {practice.best ? `Clean up to ${practice.best} so far. ` : ''}
          Warm up first. Stop at pain, tingling or numbness, and rest. Play no louder than you can
          talk over, or protect your ears. Your teacher’s or doctor’s word goes before this
          program’s.
        </p>
      </Tabs.Content>
      <Tabs.Content value="way" className={FIELDS}>
        <WayFields practice={practice} />
      </Tabs.Content>
      <Tabs.Content value="click" className={FIELDS}>
        <ClickFields practice={practice} isOn={mix.click} onSwitch={(click) => onMix({ click })} />
      </Tabs.Content>
      <Tabs.Content value="company" className={FIELDS}>
        <CompanyFields practice={practice} mix={mix} onMix={onMix} />
      </Tabs.Content>
      <Tabs.Content value="ear" className={FIELDS}>
        <EarFields practice={practice} ear={ear} takes={takes} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function sayMinutes(minutes: number): string {
  if (minutes < 1) return `About ${Math.max(5, Math.round((minutes * 60) / 5) * 5)} seconds in all`;
  const rounded = minutes < 10 ? Math.round(minutes * 2) / 2 : Math.round(minutes);
  return `About ${counted(rounded, 'minute')} in all`;
}
