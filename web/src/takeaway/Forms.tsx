import { FORMATS } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { DropdownMenu } from 'radix-ui';
import { takeAway } from './take-away.ts';

interface FormsProps {
  readonly itemLook: string;
  readonly rhythm: () => Rhythm;
  /** What is not in the file that was taken away. */
  readonly onLost: (suffix: string, lost: readonly string[]) => void;
}

/** The forms in which a rhythm is taken away as a file, as a part of a menu. */
export default function Forms({ itemLook, rhythm, onLost }: FormsProps) {
  return FORMATS.map((format) => (
    <DropdownMenu.Item
      key={format.suffix}
      className={itemLook}
      onSelect={() => {
        const lost = takeAway(rhythm(), format);
        if (lost.length > 0) onLost(format.suffix, lost);
      }}
    >
      <span className="font-semibold">{format.name}</span>{' '}
      <span className="font-mono text-sm">.{format.suffix}</span>
      <span className="block text-sm text-quiet">{format.note}</span>
    </DropdownMenu.Item>
  ));
}
