import { useRef, useState } from 'react';
import { useOffers } from '../app/offers.ts';
import { discard } from '../store/discard.ts';
import { storageSentence } from '../store/rhythms.ts';
import { type Setting, useSetting } from '../store/use-setting.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Panel } from '../ui/Panel.tsx';
import { toast } from '../ui/toasts.ts';
import { dayOf } from './day-of.ts';
import { bringLog, NOTHING_OWN, takeCalendar, takeLog, takeTable } from './files.ts';

const OWNER: Setting<string> = {
  key: 'log-owner',
  usual: '',
  check: (value) => (typeof value === 'string' ? value.slice(0, 60) : ''),
};

interface TakeAwayLogProps {
  /** The log of somebody else that is looked at. */
  readonly other: { readonly id: string; readonly owner: string } | undefined;
  readonly onOther: (id: string) => void;
  readonly onGone: () => void;
}

/** The log as a file, as a table, the plan as a calendar; and what comes in. */
export function TakeAwayLog({ other, onOther, onGone }: TakeAwayLogProps) {
  const [owner, setOwner] = useSetting(OWNER);
  const [open, setOpen] = useState(false);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const failed = (error: unknown) => toast(storageSentence(error));
  useOffers('Log', () => [
    {
      label: 'Take the log away, or bring one in',
      also: 'csv ics calendar export import teacher student',
      run: () => setOpen(true),
    },
  ]);
  const told = (isThere: boolean) => setProblems(isThere ? [] : [NOTHING_OWN]);
  const bring = (given: File) => {
    bringLog(given).then((came) => {
      setProblems(came.ok ? [] : came.messages);
      if (!came.ok) return;
      toast(came.said);
      setOpen(false);
      if (came.other) onOther(came.other);
    }, failed);
  };
  const letGo = () => {
    if (!other) return;
    onGone();
    const name = `The log of ${other.owner}`;
    void discard('log', other.id, name, `${name} is gone from this browser.`);
  };
  return (
    <Panel
      label="Take away, bring in"
      align="end"
      width={360}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button>Take away, bring in</Button>}
    >
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (owner.trim() === '')
            setProblems(['Say whose log it is first: a teacher sees that name.']);
          else {
            setProblems([]);
            takeLog(owner.trim()).then(told, failed);
          }
        }}
      >
        <label className="flex flex-1 flex-col gap-1 text-note">
          <span className="text-quiet">Whose log it is</span>
          <Field value={owner} maxLength={60} onChange={(event) => setOwner(event.target.value)} />
        </label>
        <Button type="submit">Take it away</Button>
      </form>
      <p className="text-fine text-quiet">
        One file with all runs, strokes and goals. A teacher brings it in and looks at it beside
        their own log; it cannot be changed there.
      </p>
      <span className="flex flex-wrap gap-2">
        <Button onClick={() => takeTable().then(told, failed)}>Runs as a table (CSV)</Button>
        <Button
          onClick={() => {
            takeCalendar(dayOf(Date.now())).then((isThere) => {
              if (!isThere)
                setProblems(['There is nothing to put in a calendar: set a goal first.']);
            }, failed);
          }}
        >
          Plan as a calendar (ICS)
        </Button>
        <Button onClick={() => file.current?.click()}>Bring in a log or a table</Button>
        {other ? (
          <Button look="quiet" onClick={letGo}>
            Let the log of {other.owner} go
          </Button>
        ) : null}
      </span>
      <input
        ref={file}
        type="file"
        accept=".json,.csv"
        hidden
        data-testid="bring-log"
        onChange={(event) => {
          const given = event.target.files?.[0];
          if (given) bring(given);
          event.target.value = '';
        }}
      />
      {problems.length > 0 ? (
        <Notice>
          {problems.map((one) => (
            <p key={one}>{one}</p>
          ))}
        </Notice>
      ) : null}
    </Panel>
  );
}
