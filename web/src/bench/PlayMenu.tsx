import { OPTIONAL_PLAYED, type OptionalPlayed } from '@stride/core/variation';
import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { memo } from 'react';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { screenElement } from '../ui/screen.ts';
import { HEARD_PARTS, type HeardPart } from './heard-part.ts';
import type { PlayWhat } from './play-what.ts';

/** One way to play the rhythm, as the menu and Find anything show it. */
export interface PlayChoice {
  readonly what: PlayWhat;
  readonly label: string;
  readonly keys: string | undefined;
}

/** What the menu offers. */
interface PlayMenuNow {
  readonly choices: readonly PlayChoice[];
  /** What plays now, if it does. */
  readonly playing: PlayWhat | undefined;
  readonly onPlay: (what: PlayWhat) => void;
  /** What is heard of strokes that may be left out, where there are any. */
  readonly optional?: {
    readonly now: OptionalPlayed;
    readonly onChange: (optional: OptionalPlayed) => void;
  };
  /** The chosen layer, of which a part can be heard. */
  readonly layer?: {
    readonly name: string;
    readonly parts: readonly HeardPart[];
    readonly now: HeardPart;
    readonly onHear: (part: HeardPart) => void;
  };
}

interface PlayMenuProps {
  readonly disabled: boolean;
  /** Asked as the menu opens, since what is chosen on the line moves meanwhile. */
  readonly now: () => PlayMenuNow;
}

/** What of the rhythm is played, and what of one layer is heard: the arrow beside Play. It rests while strokes are written. */
export const PlayMenu = memo(function PlayMenu({ disabled, now }: PlayMenuProps) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label="All of it, or a part"
        title="Play a part: from here, what is chosen, once"
        disabled={disabled}
        className="inline-flex h-9 items-center rounded-r-lg border-l border-on-go/40 bg-go px-1 text-on-go hover:brightness-110 disabled:opacity-45"
      >
        <ChevronDown aria-hidden size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={screenElement()}>
        <DropdownMenu.Content align="start" collisionPadding={8} className={`${MENU} min-w-80`}>
          <Items now={now} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
});

function Items({ now }: Pick<PlayMenuProps, 'now'>) {
  const { choices, playing, layer, optional } = now();
  return (
    <>
      {choices.map(({ what, label, keys }) => (
        <DropdownMenu.Item
          key={what}
          className={`${MENU_ITEM} min-h-9 justify-between gap-4 px-3`}
          onSelect={() => now().onPlay(what)}
        >
          <span className={what === playing ? 'font-semibold' : ''}>{label}</span>
          <kbd className="text-fine whitespace-nowrap text-quiet">{keys}</kbd>
        </DropdownMenu.Item>
      ))}
      {layer && layer.parts.length > 1 ? (
        <Radio
          label={`Of ${layer.name} one hears`}
          value={layer.now}
          of={Object.fromEntries(layer.parts.map((one) => [one, HEARD_PARTS[one].name]))}
          onChange={(value) => layer.onHear(layer.parts.find((one) => one === value) ?? 'all')}
        />
      ) : null}
      {optional ? (
        <Radio
          label="What may be left out is"
          value={optional.now}
          of={OPTIONAL_PLAYED}
          onChange={(value) => optional.onChange(value as OptionalPlayed)}
        />
      ) : null}
    </>
  );
}

interface RadioProps {
  readonly label: string;
  readonly value: string;
  /** What can be chosen, with how it is called. */
  readonly of: Readonly<Record<string, string>>;
  readonly onChange: (value: string) => void;
}

/** One of a few in the menu. */
function Radio({ label, value, of, onChange }: RadioProps) {
  return (
    <DropdownMenu.RadioGroup
      value={value}
      className="mt-1 border-t border-edge pt-1"
      onValueChange={onChange}
    >
      <DropdownMenu.Label className="px-3 py-1 text-fine text-quiet">{label}</DropdownMenu.Label>
      {Object.entries(of).map(([one, name]) => (
        <DropdownMenu.RadioItem
          key={one}
          value={one}
          className={`${MENU_ITEM} min-h-8 gap-2 px-3 data-[state=checked]:font-semibold`}
        >
          <span className="w-4">
            <DropdownMenu.ItemIndicator>
              <Check aria-hidden size={15} />
            </DropdownMenu.ItemIndicator>
          </span>
          {name}
        </DropdownMenu.RadioItem>
      ))}
    </DropdownMenu.RadioGroup>
  );
}
