import { type FormFinding, mendForm, setMeant } from '@stride/core/form';
import { counted } from '@stride/core/wording';
import { Button } from '../ui/Button.tsx';
import type { OpenedForm } from './context.ts';

/** What was found, in place of the piece, with ways to mend it. */
export function Findings({
  opened,
  onChoose,
}: {
  readonly opened: OpenedForm;
  readonly onChoose: (at: number) => void;
}) {
  const { findings, looked, form, edit } = opened;
  const { meant = [] } = form;
  return (
    <section
      id="found"
      aria-label="What was found"
      className="flex max-w-[900px] flex-col gap-2 print:hidden"
    >
      {findings.length === 0 ? (
        <p className="rounded-2xl border border-edge bg-card px-4 py-3 text-note">
          {form.sections.length === 0
            ? 'Nothing to look at yet.'
            : looked === 'looking'
              ? 'Looking …'
              : looked === 'failed'
                ? 'It could not be looked at: a part of the program has stopped. Reload the page.'
                : 'Nothing stands in the way: lengths, sides, entries, hands and tempos fit one another.'}
        </p>
      ) : null}
      {findings.map((finding) => (
        <Found
          key={`${finding.kind} ${finding.section} ${finding.player ?? ''} ${finding.text}`}
          finding={finding}
          onChoose={onChoose}
          edit={edit}
        />
      ))}
      {meant.length > 0 ? (
        <p className="text-note text-quiet">
          {counted(meant.length, 'thing')} set aside as meant.{' '}
          <button
            type="button"
            className="underline"
            onClick={() => edit(({ meant: _, ...before }) => before)}
          >
            Look at all of it again
          </button>
        </p>
      ) : null}
    </section>
  );
}

function Found({
  finding,
  onChoose,
  edit,
}: {
  readonly finding: FormFinding;
  readonly onChoose: (at: number) => void;
  readonly edit: OpenedForm['edit'];
}) {
  const { text, mends, weight, at, kind, section } = finding;
  return (
    <article
      className={`rounded-2xl border bg-card px-4 py-2.5 ${weight === 'wrong' ? 'border-warn' : 'border-edge'}`}
    >
      <button type="button" className="block text-left hover:text-go" onClick={() => onChoose(at)}>
        {weight === 'wrong' ? <strong className="text-warn">Cannot be: </strong> : null}
        {text}
      </button>
      <span className="flex flex-wrap gap-2 pt-1.5">
        {mends.map((mend) => (
          <Button key={mend.label} onClick={() => edit((form) => mendForm(form, finding, mend))}>
            {mend.label}
          </Button>
        ))}
        {weight === 'look' ? (
          <Button look="quiet" onClick={() => edit((form) => setMeant(form, kind, section, true))}>
            It is meant
          </Button>
        ) : null}
      </span>
    </article>
  );
}
