import {
  copySection,
  FORM_LIMITS,
  moveRepeat,
  playAgain,
  removeStep,
  repeatTogether,
  type Span,
  setRounds,
  splitRepeat,
} from '@stride/core/form';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { toast } from '../ui/toasts.ts';
import { WrittenField } from '../ui/WrittenField.tsx';
import type { OpenedForm } from './context.ts';
import type { FormPlaying } from './use-form-playing.ts';

/** A section that is open, with what it is played and chosen by. */
export interface SectionPanelProps {
  readonly opened: OpenedForm;
  readonly span: Span;
  readonly playing: FormPlaying;
  readonly onChoose: (at: number | undefined) => void;
}

/** What is played from here, and where the section stands. */
export function SectionSteps({ opened, span, playing, onChoose }: SectionPanelProps) {
  const { form, edit } = opened;
  const { index, repeat, step, section } = span;
  const place = { repeat, step };
  const group = form.order[repeat];
  const last = form.order.length - 1;
  if (!group) return null;
  const isRepeated = group.times > 1 || group.steps.length > 1;
  const rounds = group.steps[step]?.rounds;
  return (
    <div data-of={index} className="flex flex-wrap items-center gap-2">
      <Button onClick={() => playing.play({ kind: 'section', at: index })}>Loop the section</Button>
      <span className="mx-1 h-6 border-l border-edge" />
      <Button
        aria-label={`Move ${section.name} earlier`}
        disabled={repeat === 0}
        onClick={() => edit((before) => moveRepeat(before, repeat, repeat - 1))}
      >
        Earlier
      </Button>
      <Button
        aria-label={`Move ${section.name} later`}
        disabled={repeat === last}
        onClick={() => edit((before) => moveRepeat(before, repeat, repeat + 1))}
      >
        Later
      </Button>
      <Button
        title="The same section once more: it is changed in one place"
        onClick={() => edit((before) => playAgain(before, place))}
      >
        Once more
      </Button>
      <Button
        title="A section of its own that begins like this one"
        onClick={() => edit((before) => copySection(before, place)?.form ?? before)}
      >
        Copy
      </Button>
      <Button
        onClick={() => {
          onChoose(undefined);
          edit((before) => removeStep(before, place));
          toast(`${section.name} was taken out here.`, () => opened.document.undo());
        }}
      >
        Take out
      </Button>
      <span className="mx-1 h-6 border-l border-edge" />
      <NumberField
        label="Times"
        labelHidden
        value={group.times}
        min={1}
        max={FORM_LIMITS.times}
        onChange={(times) => edit((before) => repeatTogether(before, repeat, repeat, times))}
      />
      <span className="text-note text-quiet">{group.times === 1 ? 'time' : 'times'}</span>
      {repeat < last ? (
        <Button
          title="This and the next one are repeated as one"
          aria-label="Repeat with the next"
          onClick={() =>
            edit((before) => repeatTogether(before, repeat, repeat + 1, Math.max(2, group.times)))
          }
        >
          With the next
        </Button>
      ) : null}
      {isRepeated ? (
        <>
          <Button onClick={() => edit((before) => splitRepeat(before, repeat))}>No repeat</Button>
          <span className="w-44">
            <WrittenField
              label="An ending: only in rounds"
              placeholder="all rounds"
              written={rounds?.join(' ') ?? ''}
              read={(text) => {
                const read = text.trim() === '' ? [] : text.trim().split(/\s+/).map(Number);
                return read.every((one) => one >= 1 && one <= group.times && Number.isInteger(one))
                  ? { value: read }
                  : { message: `Write rounds from 1 to ${group.times}.` };
              }}
              onValue={(read) => edit((before) => setRounds(before, place, read))}
            />
          </span>
        </>
      ) : null}
      <Button look="quiet" className="ml-auto" onClick={() => onChoose(undefined)}>
        Close
      </Button>
    </div>
  );
}
