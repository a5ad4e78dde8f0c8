import {
  type Answer,
  answersTo,
  answerToReplace,
  type Beside,
  type Item,
} from '@stride/core/safekeeping';
import { counted } from '@stride/core/wording';
import { useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { askLibrary } from './ask-library.ts';
import type { Looked } from './library-api.ts';

interface RehearsalProps {
  readonly looked: Extract<Looked, { ok: true }>;
  readonly onClose: () => void;
}

const MODES = [
  {
    mode: 'merge',
    label: 'Merge',
    what: 'What is new comes in; where both were changed, both stay.',
  },
  {
    mode: 'replace',
    label: 'Replace',
    what: 'Each thing becomes what it is in the backup. What is only here goes into the trash, and what is replaced too, a rhythm into its earlier versions. Runs that are only here stay.',
  },
  { mode: 'choose', label: 'Choose', what: 'One thing after the other.' },
] as const;
type Mode = (typeof MODES)[number]['mode'];

const ANSWERS: Readonly<Record<Answer, string>> = {
  keep: 'stays as it is here',
  take: 'comes from the backup',
  both: 'both stay: the backup’s beside it',
  trash: 'goes into the trash',
};
const STATES: Readonly<Record<Item['state'], string>> = {
  new: 'only in the backup',
  same: 'the same',
  differs: 'differs',
  'only here': 'only here',
};
/** What is only here, or not wanted from there, where it is left alone. */
const LEFT_OUT = 'is left out';

const keyOf = ({ thing, id }: Item) => `${thing} ${id}`;

/** What a backup would change, and how it is to be taken in; nothing is done before it is said. */
export function Rehearsal({ looked, onClose }: RehearsalProps) {
  const { made, plan, problems } = looked;
  const client = useQueryClient();
  const [mode, setMode] = useState<Mode>('merge');
  const [chosen, setChosen] = useState<Readonly<Record<string, Answer>>>({});
  const [busy, setBusy] = useState(false);
  const answerOf = (item: Item): Answer => {
    const [first = 'keep'] = answersTo(item);
    if (mode === 'replace') return answerToReplace(item);
    return mode === 'choose' ? (chosen[keyOf(item)] ?? first) : first;
  };
  const same = plan.items.filter(({ state }) => state === 'same').length;
  const others = plan.items.filter(({ state }) => state !== 'same');
  const decide = () => {
    setBusy(true);
    const items = plan.items.map((item) => ({ item, answer: answerOf(item) }));
    askLibrary((api) => api.restore({ items, replace: mode === 'replace' })).then(
      () => {
        toast('The backup is in.');
        void client.invalidateQueries();
        onClose();
      },
      (error: unknown) => {
        setBusy(false);
        toast(`Nothing was changed. ${storageSentence(error)}`);
      },
    );
  };
  return (
    <Modal
      title={`What the backup of ${format(made, 'd MMMM yyyy, HH:mm')} would change`}
      open
      onOpenChange={(open) => !open && onClose()}
    >
      <fieldset className="mt-3 flex flex-wrap gap-2">
        <legend className="sr-only">How it is taken in</legend>
        {MODES.map(({ mode: one, label }) => (
          <Button
            key={one}
            look={mode === one ? 'on' : 'plain'}
            aria-pressed={mode === one}
            onClick={() => setMode(one)}
          >
            {label}
          </Button>
        ))}
      </fieldset>
      <p className="mt-2">{MODES.find((one) => one.mode === mode)?.what}</p>
      {problems.length > 0 ? (
        <details className="mt-2">
          <summary>{counted(problems.length, 'row')} of it cannot be taken in.</summary>
          <ul className="list-disc pl-5">
            {problems.slice(0, 20).map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        </details>
      ) : null}
      <p className="mt-2 text-quiet">
        {same > 0
          ? `${counted(same, 'thing')} of it ${same === 1 ? 'is' : 'are'} here already, and the same. `
          : ''}
        {sayBeside(plan.beside)}
      </p>
      {others.length > 0 ? (
        <div className="mt-2 max-h-[46vh] overflow-y-auto" tabIndex={-1}>
          <table className="w-full">
            <thead className="text-left text-sm text-quiet">
              <tr>
                <th className="py-1 font-normal">Name</th>
                <th className="font-normal max-sm:hidden">What</th>
                <th className="font-normal">Now</th>
                <th className="font-normal">Then</th>
              </tr>
            </thead>
            <tbody>
              {others.map((item) => (
                <tr key={keyOf(item)} className="border-t border-edge">
                  <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                    {item.name}
                  </th>
                  <td className="max-sm:hidden">{item.thing}</td>
                  <td className="py-1.5 pr-2">
                    {STATES[item.state]}
                    {item.state === 'differs' ? <Times item={item} /> : null}
                  </td>
                  <td className="py-1.5">
                    <AnswerCell
                      item={item}
                      answer={answerOf(item)}
                      onAnswer={
                        mode === 'choose'
                          ? (answer) => setChosen({ ...chosen, [keyOf(item)]: answer })
                          : undefined
                      }
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : null}
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look="go" disabled={busy} onClick={decide}>
          {busy ? 'Taking it in …' : 'Take it in'}
        </Button>
        <Button disabled={busy} onClick={onClose}>
          Leave everything as it is
        </Button>
      </div>
    </Modal>
  );
}

function Times({ item: { here, there } }: { readonly item: Item }) {
  if (here === undefined || there === undefined) return null;
  return (
    <span className="block text-sm text-quiet">
      {here > there ? 'newer here' : 'newer in the backup'}
    </span>
  );
}

interface AnswerCellProps {
  readonly item: Item;
  readonly answer: Answer;
  readonly onAnswer: ((answer: Answer) => void) | undefined;
}

function AnswerCell({ item, answer, onAnswer }: AnswerCellProps) {
  const say = (one: Answer) => (one === 'keep' && item.state === 'new' ? LEFT_OUT : ANSWERS[one]);
  if (!onAnswer) return say(answer);
  return (
    <Select
      aria-label={`What becomes of ${item.name}`}
      value={answer}
      onChange={(event) => {
        const next = answersTo(item).find((one) => one === event.target.value);
        if (next) onAnswer(next);
      }}
    >
      {answersTo(item).map((one) => (
        <option key={one} value={one}>
          {say(one)}
        </option>
      ))}
    </Select>
  );
}

function sayBeside({ runs, history, recordings, trash, settings }: Beside): string {
  const told = [
    runs > 0 ? counted(runs, 'run') : '',
    history > 0 ? counted(history, 'earlier version') : '',
    recordings > 0 ? counted(recordings, 'recording') : '',
    trash > 0 ? `${trash} deleted` : '',
    settings > 0 ? counted(settings, 'setting') : '',
  ].filter((one) => one !== '');
  return told.length > 0
    ? `It also brings ${told.join(', ')} that ${told.length === 1 && /^1 /.test(told[0] ?? '') ? 'is' : 'are'} not here.`
    : '';
}
