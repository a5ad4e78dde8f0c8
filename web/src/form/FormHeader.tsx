import { clock, lengthsOf } from '@stride/core/form';
import { TEMPO_RANGE } from '@stride/core/time';
import { counted } from '@stride/core/wording';
import { Play, Square } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { usePlayer } from '../audio/use-player.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { MENU, MENU_ITEM } from '../ui/menu.ts';
import { NameField } from '../ui/NameField.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Panel } from '../ui/Panel.tsx';
import { Select } from '../ui/Select.tsx';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import type { OpenedForm } from './context.ts';
import { FormTakeAway } from './FormTakeAway.tsx';
import { FormText } from './FormText.tsx';
import { SignButton } from './SignButton.tsx';
import { SIGN_WAYS, type SignWay } from './sign-input.ts';
import type { FormHearing, FormPlaying } from './use-form-playing.ts';

interface HeaderProps {
  readonly opened: OpenedForm;
  readonly playing: FormPlaying;
  readonly chosen: number | undefined;
  readonly hearing: FormHearing;
  readonly onHearing: (hearing: FormHearing) => void;
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
}

/** The form’s name, how it is played, and what is taken away of it. */
export function FormHeader(props: HeaderProps) {
  const { opened, playing, chosen, hearing, onHearing, undo, redo } = props;
  const { form, laid, edit, findings } = opened;
  const navigate = useNavigate();
  const state = usePlayer();
  const [isText, setText] = useState(false);
  const lengths = lengthsOf(laid);
  const first = form.players[0];
  const from = chosen ?? 0;
  const without = [...hearing.without][0] ?? '';
  const cue = (id: string) => navigate(`/form/${encodeURIComponent(form.id)}/cue/${id}`);
  useOffers(form.name, () => [
    {
      label: playing.mine ? 'Stop' : 'Play the form',
      keys: KEYS.play.shown,
      run: () =>
        playing.mine ? playing.stop() : playing.play({ kind: 'all', from: 0, loop: hearing.loop }),
    },
    { label: 'The form as text', also: 'type edit stride', run: () => setText(true) },
    ...form.players.map(({ id, name }) => ({
      label: `Cue sheet of ${name}`,
      also: 'print follow part',
      run: () => cue(id),
    })),
  ]);
  return (
    <div className="flex flex-wrap items-center gap-2 print:gap-4">
      <h1 className="sr-only">{form.name}</h1>
      <NameField
        label="Name of the form"
        labelHidden
        name={form.name}
        className="w-[min(12ch,60vw)] min-w-0 rounded-lg bg-transparent px-1 font-title text-title font-bold"
        onName={(name) => edit((before) => ({ ...before, name: name.trim() }), 'name')}
      />
      <span className="contents print:hidden">
        <Button
          look="go"
          className="h-10! px-4!"
          onClick={() =>
            playing.mine ? playing.stop() : playing.play({ kind: 'all', from, loop: hearing.loop })
          }
        >
          {playing.mine ? <Square aria-hidden size={16} /> : <Play aria-hidden size={16} />}
          {playing.mine ? 'Stop' : chosen === undefined ? 'Play' : 'From here'}
        </Button>
        {playing.place?.isWaiting ? (
          <SignButton onSign={playing.sign}>Give the sign (Enter)</SignButton>
        ) : null}
        {chosen !== undefined && chosen > 0 ? (
          <Button className="h-10!" onClick={() => playing.play({ kind: 'change', at: chosen })}>
            Loop the change
          </Button>
        ) : null}
        <Select
          aria-label="Without"
          value={without}
          className="h-10! max-w-44 bg-card"
          onChange={(event) =>
            onHearing({
              ...hearing,
              without: new Set(event.target.value ? [event.target.value] : []),
            })
          }
        >
          <option value="">everyone plays</option>
          {form.players.map(({ id, name }) => (
            <option key={id} value={id}>
              without {name}
            </option>
          ))}
        </Select>
        <Panel
          label="Tempo and click"
          trigger={<Button className="h-10!">{tempoWords(opened, hearing)}</Button>}
        >
          <NumberField
            label="Begins at, beats a minute"
            value={form.tempo.bpm}
            min={TEMPO_RANGE.min}
            max={TEMPO_RANGE.max}
            onChange={(bpm) =>
              edit((before) => ({ ...before, tempo: { ...before.tempo, bpm } }), 'tempo')
            }
          />
          <NumberField
            label="Pulses in the counted beat"
            value={form.tempo.per}
            min={1}
            max={64}
            onChange={(per) =>
              edit((before) => ({ ...before, tempo: { ...before.tempo, per } }), 'per')
            }
          />
          <NumberField
            label="For practice, percent of every tempo"
            value={Math.round(hearing.slower * 100)}
            min={30}
            max={120}
            step={5}
            onChange={(percent) => onHearing({ ...hearing, slower: percent / 100 })}
          />
          <Check checked={hearing.click} onChange={(click) => onHearing({ ...hearing, click })}>
            click on every beat
          </Check>
          <Check checked={hearing.cue} onChange={(cue) => onHearing({ ...hearing, cue })}>
            click in the last turn before a change
          </Check>
          <Check checked={hearing.loop} onChange={(loop) => onHearing({ ...hearing, loop })}>
            from the end again to the beginning
          </Check>
          {lengths.isOpen ? (
            <label className="flex flex-col gap-1 text-sm text-quiet">
              The sign is given by
              <Select
                value={hearing.sign}
                className="text-note text-ink"
                onChange={(event) => onHearing({ ...hearing, sign: event.target.value as SignWay })}
              >
                {Object.entries(SIGN_WAYS).map(([way, label]) => (
                  <option key={way} value={way}>
                    {label}
                  </option>
                ))}
              </Select>
              {hearing.sign === 'microphone' ? (
                <span className="max-w-64">
                  With headphones: the microphone hears what the program plays as well.
                </span>
              ) : null}
            </label>
          ) : null}
        </Panel>
        <UndoRedo undo={undo} redo={redo} />
      </span>
      {findings.length > 0 ? (
        <a
          href="#found"
          className="rounded-lg border border-warn px-3 py-1.5 text-note font-semibold text-warn print:hidden"
        >
          {findings.length} found
        </a>
      ) : null}
      <span
        className="ml-auto text-note text-quiet"
        title={lengths.isOpen ? 'As usual, and with the open part as long as it may be' : undefined}
      >
        {clock(lengths.usual)}
        {lengths.isOpen ? ` to ${clock(lengths.most)}` : ''}, {counted(laid.turns, 'bar')}
      </span>
      <span className="contents print:hidden">
        {first ? (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button className="h-10!">Cue sheet</Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" sideOffset={6} className={MENU}>
                {form.players.map(({ id, name }) => (
                  <DropdownMenu.Item key={id} className={MENU_ITEM} onSelect={() => cue(id)}>
                    {name}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        ) : null}
        <FormTakeAway opened={opened} onText={() => setText(true)} />
      </span>
      {isText ? <FormText opened={opened} open onOpenChange={setText} /> : null}
      {state.status === 'blocked' ? <Notice>{state.message}</Notice> : null}
    </div>
  );
}

function tempoWords({ form }: OpenedForm, { slower }: FormHearing): string {
  const { bpm, per } = form.tempo;
  return slower === 1 ? `${bpm} per ${per}` : `${Math.round(slower * 100)} % of ${bpm}`;
}
