import {
  bandRegisters,
  type Call,
  changeAsRhythm,
  changeSection,
  copySection,
  FORM_LIMITS,
  LEVELS,
  moveRepeat,
  playAgain,
  readPlace,
  recycleSection,
  removeStep,
  repeatTogether,
  type Section,
  SPEEDS,
  type Span,
  sectionAsRhythm,
  setRounds,
  splitRepeat,
  stretchSection,
  writePlace,
} from '@stride/core/form';
import { markOf } from '@stride/core/log';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { CycleSelect } from '../landing/CycleSelect.tsx';
import { database } from '../store/db.ts';
import { putMissing, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { NameField } from '../ui/NameField.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Problem } from '../ui/Problem.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { WrittenField } from '../ui/WrittenField.tsx';
import type { OpenedForm } from './context.ts';
import { PartFields } from './PartFields.tsx';
import { TempoFields } from './TempoFields.tsx';
import { TurnView } from './TurnView.tsx';
import type { FormPlaying } from './use-form-playing.ts';

interface SectionPanelProps {
  readonly opened: OpenedForm;
  readonly span: Span;
  readonly playing: FormPlaying;
  readonly onChoose: (at: number | undefined) => void;
}

/** A section opened in place: how long, how loud, at which tempo, who plays what, and its turns stroke by stroke. */
export function SectionPanel({ opened, span, playing, onChoose }: SectionPanelProps) {
  const { laid, form, rhythms, edit } = opened;
  const { section, index } = span;
  const registers = bandRegisters(laid, span);
  return (
    <section
      aria-label={`Section ${section.name}`}
      className="mb-3 flex flex-col gap-3 rounded-xl border-2 border-go bg-card p-3 print:hidden"
    >
      <Steps opened={opened} span={span} playing={playing} onChoose={onChoose} />
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-3">
          <Head section={section} edit={edit} />
          {index === 0 ? null : <TempoFields span={span} edit={edit} />}
          <More section={section} edit={edit} />
          <Calls opened={opened} section={section} />
        </div>
        <div className="min-w-0">
          <ul aria-label="Who plays what">
            {form.players.map((player) => (
              <PartFields
                key={player.id}
                section={section}
                player={player}
                rhythms={rhythms}
                edit={edit}
              />
            ))}
          </ul>
          {registers ? (
            <p className="border-t border-edge pt-2 text-note text-quiet">
              All together: low {Math.round(registers.low * 100)} %, high{' '}
              {Math.round(registers.high * 100)} %.
            </p>
          ) : null}
        </div>
      </div>
      <TurnView laid={laid} span={span} />
      <Practise opened={opened} span={span} />
    </section>
  );
}

/** What is played from here, and where the section stands. */
function Steps({ opened, span, playing, onChoose }: SectionPanelProps) {
  const { form, edit } = opened;
  const { index, repeat, step, section } = span;
  const place = { repeat, step };
  const group = form.order[repeat];
  const last = form.order.length - 1;
  if (!group) return null;
  const isRepeated = group.times > 1 || group.steps.length > 1;
  const rounds = group.steps[step]?.rounds;
  return (
    <div className="flex flex-wrap items-center gap-2">
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

function Head({ section, edit }: { readonly section: Section; readonly edit: OpenedForm['edit'] }) {
  const [problem, setProblem] = useState<string>();
  const change = (next: (before: Section) => Section, stroke?: string) =>
    edit((form) => changeSection(form, section.id, next), stroke);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <NameField
        label="Section"
        name={section.name}
        className="field w-44 font-title font-bold text-ink"
        onName={(name) =>
          change((before) => ({ ...before, name: name.trim() }), `name ${section.id}`)
        }
      />
      <NumberField
        label={section.most === undefined ? 'Turns' : 'Usually, in turns'}
        value={section.turns}
        min={1}
        max={FORM_LIMITS.turns}
        onChange={(turns) =>
          edit((form) => stretchSection(form, section.id, turns), `stretch ${section.id}`)
        }
      />
      <Check
        checked={section.most !== undefined}
        className="h-9 text-note"
        onChange={(isOpen) =>
          change(({ most: _, ...before }) => ({
            ...before,
            ...(isOpen && { most: Math.min(FORM_LIMITS.turns, before.turns * 2) }),
          }))
        }
      >
        until the sign
      </Check>
      {section.most === undefined ? null : (
        <NumberField
          label="At most"
          value={section.most}
          min={section.turns}
          max={FORM_LIMITS.turns}
          onChange={(most) => change((before) => ({ ...before, most }), `most ${section.id}`)}
        />
      )}
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Level
        <Select
          value={section.level}
          className="text-note text-ink"
          onChange={(event) => {
            const level = LEVELS.find((one) => one === event.target.value);
            if (level) change((before) => ({ ...before, level }));
          }}
        >
          {LEVELS.map((level) => (
            <option key={level}>{level}</option>
          ))}
        </Select>
      </label>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Time
        <Select
          value={section.speed ?? 'plain'}
          className="text-note text-ink"
          onChange={(event) => {
            const speed = SPEEDS.find((one) => one === event.target.value);
            change(({ speed: _, ...before }) => ({ ...before, ...(speed && { speed }) }));
          }}
        >
          <option value="plain">as written</option>
          <option value="double">double time</option>
          <option value="half">half time</option>
        </Select>
      </label>
      <span className="flex flex-col gap-1 text-sm text-quiet">
        Cycle
        <span className="text-note text-ink">
          <CycleSelect
            cycle={section.cycle}
            onCycle={(cycle) => edit((form) => recycleSection(form, section.id, cycle))}
            onProblem={setProblem}
          />
        </span>
      </span>
      {problem ? <Problem text={problem} /> : null}
    </div>
  );
}

function More({ section, edit }: { readonly section: Section; readonly edit: OpenedForm['edit'] }) {
  const change = (next: (before: Section) => Section) =>
    edit((form) => changeSection(form, section.id, next));
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-1 text-note">
      <Check
        checked={section.anew === true}
        className="h-9"
        onChange={(isAnew) =>
          change(({ anew: _, ...before }) => ({
            ...before,
            ...(isAnew && { anew: true as const }),
          }))
        }
      >
        every line begins anew here
      </Check>
      <Check
        checked={section.sung === true}
        className="h-9"
        onChange={(isSung) =>
          change(({ sung: _, ...before }) => ({
            ...before,
            ...(isSung && { sung: true as const }),
          }))
        }
      >
        someone sings
      </Check>
      <span className="w-48">
        <WrittenField
          label="A cut: all stop at"
          placeholder="no cut"
          note="turn and beat: 8.3"
          written={section.cut ? writePlace(section.cut) : ''}
          read={(text) => {
            if (text.trim() === '') return { value: undefined };
            const value = readPlace(text);
            return value ? { value } : { message: 'Write a turn and a beat of it: 8.3.' };
          }}
          onValue={(cut) => change(({ cut: _, ...before }) => ({ ...before, ...(cut && { cut }) }))}
        />
      </span>
    </div>
  );
}

/** Calls and signs in a section, and what they bring. */
function Calls({ opened, section }: { readonly opened: OpenedForm; readonly section: Section }) {
  const { form, edit } = opened;
  const { calls = [] } = section;
  const set = (next: readonly Call[]) =>
    edit(
      (before) =>
        changeSection(before, section.id, ({ calls: _, ...rest }) => ({
          ...rest,
          ...(next.length > 0 && { calls: [...next] }),
        })),
      `calls ${section.id}`,
    );
  const [first] = form.players;
  return (
    <div className="flex flex-col gap-1">
      {calls.map((call, at) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: a place in the list
          key={at}
          className="flex flex-wrap items-end gap-2"
        >
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Call by
            <Select
              value={call.player}
              className="text-note text-ink"
              onChange={(event) => set(calls.with(at, { ...call, player: event.target.value }))}
            >
              {form.players.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          </label>
          <NameField
            label="What is called"
            name={call.sign}
            className="field w-36"
            onName={(sign) => set(calls.with(at, { ...call, sign }))}
          />
          <span className="w-32">
            <WrittenField
              label="in turn and beat"
              placeholder="8.1"
              written={writePlace(call.at)}
              read={(text) => {
                const value = readPlace(text);
                return value ? { value } : { message: 'Write it as 8.1.' };
              }}
              onValue={(place) => set(calls.with(at, { ...call, at: place }))}
            />
          </span>
          <NameField
            label="and brings"
            name={call.brings ?? ''}
            mayBeEmpty
            className="field w-40"
            onName={(brings) => {
              const { brings: _, ...rest } = call;
              set(calls.with(at, { ...rest, ...(brings.trim() !== '' && { brings }) }));
            }}
          />
          <Button look="quiet" onClick={() => set(calls.toSpliced(at, 1))}>
            Take out
          </Button>
        </div>
      ))}
      {first && calls.length < FORM_LIMITS.calls ? (
        <span>
          <Button
            onClick={() =>
              set([
                ...calls,
                {
                  player: first.id,
                  at: { turn: section.turns - 1, beats: { num: 0, den: 1 } },
                  sign: 'hey',
                },
              ])
            }
          >
            Add a call
          </Button>
        </span>
      ) : null}
    </div>
  );
}

/** Makes a rhythm of a change or a section, and goes to climb it. */
function Practise({ opened, span }: { readonly opened: OpenedForm; readonly span: Span }) {
  const navigate = useNavigate();
  const { laid } = opened;
  const climb = async (make: typeof changeAsRhythm) => {
    const made = make(laid, span.index, 'form');
    if (!made.ok) {
      toast(made.message);
      return;
    }
    // The same content is the same rhythm, so that what was practised of it stays with it.
    const id = `form-${markOf(made.rhythm)}`;
    try {
      await putMissing(database, [{ ...made.rhythm, id }]);
      navigate(`/bench/${id}/climb`);
    } catch (error) {
      toast(storageSentence(error));
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-edge pt-3">
      <span className="text-note text-quiet">Learn it in Climb, as a rhythm of its own:</span>
      {span.index > 0 ? (
        <Button onClick={() => void climb(changeAsRhythm)}>Climb the change</Button>
      ) : null}
      <Button onClick={() => void climb(sectionAsRhythm)}>Climb the section</Button>
    </div>
  );
}
