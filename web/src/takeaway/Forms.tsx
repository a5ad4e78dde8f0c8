import { FORMATS } from '@stride/core/formats';
import { readLayer } from '@stride/core/read';
import type { Rhythm } from '@stride/core/rhythm';
import { DropdownMenu } from 'radix-ui';
import { fileName } from '../ui/save-file.ts';
import { saveTable } from '../ui/save-table.ts';
import { canShare, shareRhythm } from './share.ts';
import { useStrokeNotes } from './stroke-notes.ts';
import { takeAway } from './take-away.ts';

interface FormsProps {
  readonly itemLook: string;
  readonly rhythm: () => Rhythm;
  /** What is not in the file that was taken away. */
  readonly onLost: (suffix: string, lost: readonly string[]) => void;
}

/** The forms in which a rhythm is taken away as a file, as a part of a menu. */
export default function Forms({ itemLook, rhythm, onLost }: FormsProps) {
  const [notes] = useStrokeNotes();
  const findings = () => {
    const of = rhythm();
    void saveTable(
      ['layer', 'group', 'finding'],
      of.layers.flatMap(({ name }, index) =>
        readLayer(of, index).flatMap(({ title, findings: all }) =>
          all.map(({ text }) => [name, title, text]),
        ),
      ),
      `${fileName(of.name)}-read.csv`,
    );
  };
  const forms = FORMATS.map((format) => (
    <DropdownMenu.Item
      key={format.suffix}
      className={itemLook}
      onSelect={() => {
        const lost = takeAway(rhythm(), format, notes);
        if (lost.length > 0) onLost(format.suffix, lost);
      }}
    >
      <span className="font-semibold">{format.name}</span>{' '}
      <span className="font-mono text-sm">.{format.suffix}</span>
      <span className="block text-sm text-quiet">{format.note}</span>
    </DropdownMenu.Item>
  ));
  return (
    <>
      {forms}
      {canShare(rhythm()) ? (
        <DropdownMenu.Item className={itemLook} onSelect={() => shareRhythm(rhythm())}>
          <span className="font-semibold">Share it</span>
          <span className="block text-sm text-quiet">
            Its text, to another program of this device: a message, a note.
          </span>
        </DropdownMenu.Item>
      ) : null}
      <DropdownMenu.Item className={itemLook} onSelect={findings}>
        <span className="font-semibold">What is read of it</span>{' '}
        <span className="font-mono text-sm">.csv</span>
        <span className="block text-sm text-quiet">Every sentence of Read, as a table.</span>
      </DropdownMenu.Item>
    </>
  );
}
