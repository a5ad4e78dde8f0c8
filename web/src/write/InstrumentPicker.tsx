import type { Instrument } from '@stride/core/instrument';
import { Command } from 'cmdk';
import { Popover } from 'radix-ui';
import type { ReactElement } from 'react';
import { knownInstruments } from '../store/known-instruments.ts';

/** Small letters without marks, as people type them. */
function plain(text: string): string {
  return text
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase();
}

/** How well an instrument fits what is typed: a name that begins with it, a word that does, or what is said of it. */
function fit(_id: string, typed: string, keywords: string[] = []): number {
  const wanted = plain(typed).trim();
  const names = keywords.slice(0, -1).map(plain);
  if (names.some((name) => name.startsWith(wanted))) return 1;
  if (names.some((name) => name.includes(` ${wanted}`))) return 0.8;
  if (names.some((name) => name.includes(wanted))) return 0.6;
  return plain(keywords.at(-1) ?? '').includes(wanted) ? 0.3 : 0;
}

interface InstrumentPickerProps {
  /** What it is for, said to those who do not see it. */
  readonly label: string;
  readonly trigger: ReactElement;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onPick: (instrument: Instrument) => void;
}

/** All instruments in a list that one can type into; it never grows beyond the screen. */
export function InstrumentPicker(props: InstrumentPickerProps) {
  const { label, trigger, open, onOpenChange, onPick } = props;
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={label}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-20 flex max-h-(--radix-popover-content-available-height) w-[min(420px,calc(100vw-1rem))] flex-col rounded-xl border border-edge bg-card p-1.5 shadow-xl"
        >
          <Command label={label} filter={fit} className="flex min-h-0 flex-col">
            <Command.Input
              placeholder="An instrument, by any of its names"
              className="h-10 shrink-0 rounded-lg border border-field bg-paper px-3"
            />
            <Command.List className="mt-1 min-h-0 flex-1 overflow-y-auto [&>div]:pb-1">
              <Command.Empty className="px-3 py-4 text-quiet">
                No instrument is called that. The Guide lets you make your own.
              </Command.Empty>
              {knownInstruments().map((instrument) => (
                <Command.Item
                  key={instrument.id}
                  value={instrument.id}
                  keywords={[instrument.name, ...(instrument.also ?? []), instrument.note]}
                  className="cursor-pointer rounded-lg px-3 py-2 data-[selected=true]:bg-choice"
                  onSelect={() => {
                    onOpenChange(false);
                    onPick(instrument);
                  }}
                >
                  <span className="font-semibold">{instrument.name}</span>
                  {instrument.also ? (
                    <span className="text-sm text-quiet"> {instrument.also.join(', ')}</span>
                  ) : null}
                  <span className="block text-sm text-quiet">{instrument.note}</span>
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
