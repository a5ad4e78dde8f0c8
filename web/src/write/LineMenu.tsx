import { Ellipsis } from 'lucide-react';
import { ContextMenu, DropdownMenu } from 'radix-ui';
import { memo, type ReactNode } from 'react';
import { isInRange } from '../strideline/ranges.ts';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { screenElement } from '../ui/screen.ts';
import { useStore } from '../ui/store.ts';
import type { Line } from './line.ts';
import { lineActions } from './line-actions.ts';
import type { OpenLine } from './open-line.ts';

const CONTENT = `${MENU} flex flex-col`;
const SCROLLS = 'min-h-0 flex-1 overflow-y-auto sm:columns-2 sm:gap-2';
const ITEM = `${MENU_ITEM} min-h-8 justify-between gap-6 px-3`;
const TITLE = 'px-3 pt-2 pb-0.5 text-fine text-quiet';

interface ItemsProps {
  readonly menu: Pick<typeof DropdownMenu, 'Group' | 'Label' | 'Item'>;
  /** The line as it is when the menu opens. */
  readonly now: () => Line;
}

function Items({ menu: Menu, now }: ItemsProps) {
  return lineActions(now()).map((group) => (
    <Menu.Group key={group.title} className="break-inside-avoid">
      <Menu.Label className={TITLE}>{group.title}</Menu.Label>
      {group.actions.map((action) => (
        <Menu.Item
          key={action.label}
          disabled={action.disabled ?? false}
          className={ITEM}
          onSelect={action.run}
        >
          {action.label}
          <kbd className="text-fine text-quiet">{action.keys}</kbd>
        </Menu.Item>
      ))}
    </Menu.Group>
  ));
}

/** What can be done beyond single keys, behind a button of the stroke bar. */
export const LineMenu = memo(function LineMenu({ now }: Pick<ItemsProps, 'now'>) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label="More to do on the line"
        title="Ornaments, ghosts, hands, turns (also by right click on the line)"
        className="inline-flex h-9 min-w-9 items-center justify-center rounded-lg border border-edge bg-card px-1.5 hover:border-faint"
      >
        <Ellipsis aria-hidden size={18} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={screenElement()}>
        <DropdownMenu.Content
          align="end"
          collisionPadding={8}
          className={`${CONTENT} max-h-(--radix-dropdown-menu-content-available-height)`}
        >
          <DropdownMenu.Group tabIndex={0} className={SCROLLS}>
            <Items menu={DropdownMenu} now={now} />
          </DropdownMenu.Group>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
});

interface LineContextMenuProps {
  readonly line: OpenLine;
  readonly children: ReactNode;
}

/** Follows the line, since a click may choose another slot while the menu is open. */
function ItemsHere({ line }: Pick<LineContextMenuProps, 'line'>) {
  useStore(line);
  return <Items menu={ContextMenu} now={line.now} />;
}

/** The same where one clicks on the line with the right button, or presses long. */
export function LineContextMenu({ line, children }: LineContextMenuProps) {
  return (
    <ContextMenu.Root modal={false}>
      <ContextMenu.Trigger
        asChild
        onContextMenu={(event) => {
          const slot = (event.target as Element).closest<SVGElement>('[data-slot]');
          if (!slot) return;
          const { isStretch, ranges, commands } = line.now();
          const [layer, at] = [Number(slot.dataset.layer), Number(slot.dataset.slot)];
          // Inside a stretch the menu is for the stretch.
          const range = isStretch ? ranges.get(layer) : undefined;
          if (range && isInRange(range, at)) return;
          commands.choose(layer, at);
        }}
      >
        <div>{children}</div>
      </ContextMenu.Trigger>
      <ContextMenu.Portal container={screenElement()}>
        <ContextMenu.Content
          collisionPadding={8}
          className={`${CONTENT} max-h-(--radix-context-menu-content-available-height)`}
        >
          <ContextMenu.Group tabIndex={0} className={SCROLLS}>
            <ItemsHere line={line} />
          </ContextMenu.Group>
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
