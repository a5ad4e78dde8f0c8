import { COUNTING_SYSTEMS, SYSTEM_NOTES } from '@stride/core/counting';
import type { Instrument } from '@stride/core/instrument';
import type { SaidUnit, StrokeTable, WordChoices } from '@stride/core/landing';
import { useId } from 'react';
import { knownInstruments } from '../store/known-instruments.ts';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { Select } from '../ui/Select.tsx';

interface WordsPanelProps {
  readonly choices: WordChoices;
  readonly onChoices: (choices: WordChoices) => void;
  readonly said: readonly SaidUnit[];
  /** The words as they are typed, and what is wrong with them. */
  readonly text: string;
  readonly problem: string | undefined;
  readonly onText: (text: string | undefined) => void;
  readonly instrument: Instrument;
  readonly onInstrument: (id: string) => void;
  readonly table: StrokeTable;
  readonly onStroke: (syllable: string, code: string) => void;
}

/** How a cadence is spoken, and with which strokes it is played. */
export function WordsPanel(props: WordsPanelProps) {
  const { choices, onChoices, said, text, problem, onText } = props;
  const { instrument, onInstrument, table, onStroke } = props;
  const id = useId();
  const syllables = [
    ...new Set(said.flatMap((one) => (one.text && one.text !== '–' ? [one.text] : []))),
  ];
  return (
    <Card aria-label="Words and strokes" className="px-[18px] py-3 text-note">
      <h2 className="mb-2 text-lg">Words and strokes</h2>
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Said in
          <Select
            value={typeof choices.counting === 'string' ? choices.counting : 'spoken-drum'}
            className="text-note"
            onChange={(event) => {
              const counting = COUNTING_SYSTEMS.find((one) => one === event.target.value);
              if (counting) onChoices({ ...choices, counting });
            }}
          >
            {COUNTING_SYSTEMS.map((one) => (
              <option key={one} value={one}>
                {SYSTEM_NOTES[one].name}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          Smaller phrases lose
          <Select
            value={choices.shrinks}
            className="text-note"
            onChange={(event) =>
              onChoices({
                ...choices,
                shrinks: event.target.value === 'from the end' ? 'from the end' : 'from the front',
              })
            }
          >
            <option value="from the front">their first syllables</option>
            <option value="from the end">their last syllables</option>
          </Select>
        </label>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          A gap is
          <Select
            value={choices.gaps}
            className="text-note"
            onChange={(event) =>
              onChoices({ ...choices, gaps: event.target.value === 'held' ? 'held' : 'silent' })
            }
          >
            <option value="silent">silent</option>
            <option value="held">the last syllable held</option>
          </Select>
        </label>
        <label className="flex flex-col gap-1 text-sm text-quiet">
          On the one
          <Field
            value={choices.landing}
            maxLength={12}
            className="text-note w-24"
            onChange={(event) =>
              onChoices({ ...choices, landing: event.target.value.replace(/[\s/|*+#<>"]/g, '') })
            }
          />
        </label>
      </div>
      <label htmlFor={id} className="mb-1 block text-sm text-quiet">
        The words, one for every unit: a dot is silent, a dash holds the syllable before
      </label>
      <textarea
        id={id}
        value={text}
        rows={2}
        spellCheck={false}
        aria-invalid={problem !== undefined}
        className="w-full rounded-lg border border-field bg-paper px-3 py-2 font-mono text-note"
        onChange={(event) => onText(event.target.value)}
      />
      {problem ? (
        <p role="alert" className="text-warn">
          {problem}{' '}
          <button type="button" className="underline" onClick={() => onText(undefined)}>
            Take the usual words again
          </button>
        </p>
      ) : null}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex items-center gap-2 text-sm text-quiet">
          Played on
          <Select
            value={instrument.id}
            className="text-note"
            onChange={(event) => onInstrument(event.target.value)}
          >
            {knownInstruments().map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </Select>
        </label>
        {syllables.map((syllable) => (
          <label key={syllable} className="flex items-center gap-1.5">
            <span className="font-semibold">{syllable}</span>
            <Select
              aria-label={`Stroke for ${syllable}`}
              value={table[syllable] ?? instrument.strokes[0]?.code}
              className="text-note h-8 max-w-36"
              onChange={(event) => onStroke(syllable, event.target.value)}
            >
              {instrument.strokes.map((stroke) => (
                <option key={stroke.code} value={stroke.code}>
                  {stroke.name}
                </option>
              ))}
            </Select>
          </label>
        ))}
      </div>
    </Card>
  );
}
