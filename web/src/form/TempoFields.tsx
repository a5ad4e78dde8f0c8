import {
  bpmOf,
  type Change,
  CURVES,
  changeSection,
  FORM_LIMITS,
  type Section,
  type Span,
  sayBpm,
} from '@stride/core/form';
import { TEMPO_RANGE } from '@stride/core/time';
import { Check } from '../ui/Check.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import type { OpenedForm } from './context.ts';

const KINDS: Readonly<Record<Change['kind'], string>> = {
  pulse: 'the same pulse',
  beat: 'the same beat',
  ratio: 'beats become',
  at: 'a tempo of its own',
};

/** How the tempo comes into a section. */
export function TempoFields({
  span,
  edit,
}: {
  readonly span: Span;
  readonly edit: OpenedForm['edit'];
}) {
  const { section, tempo } = span;
  const kind = section.change?.kind ?? 'pulse';
  const change = (next: (before: Section) => Section, stroke?: string) =>
    edit((form) => changeSection(form, section.id, next), stroke);
  const set = (to: Change) =>
    change((before) => ({ ...before, change: to }), `tempo ${section.id}`);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <label className="flex flex-col gap-1 text-sm text-quiet">
        The tempo comes by
        <Select
          value={kind}
          className="text-note text-ink"
          onChange={(event) => {
            const to = event.target.value as Change['kind'];
            if (to === 'ratio') set({ kind: to, before: 3, now: 2 });
            else if (to === 'at') set({ kind: to, bpm: Math.round(bpmOf(tempo)) });
            else set({ kind: to });
          }}
        >
          {Object.entries(KINDS).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </Select>
      </label>
      {section.change?.kind === 'ratio' ? (
        <>
          <NumberField
            label="Beats before"
            value={section.change.before}
            min={1}
            max={32}
            onChange={(before) => set({ kind: 'ratio', before, now: nowOf(section.change) })}
          />
          <span className="pb-2 text-note">become</span>
          <NumberField
            label="Beats now"
            value={section.change.now}
            min={1}
            max={32}
            onChange={(now) => set({ kind: 'ratio', before: beforeOf(section.change), now })}
          />
        </>
      ) : null}
      {section.change?.kind === 'at' ? (
        <NumberField
          label="Beats a minute"
          value={section.change.bpm}
          min={TEMPO_RANGE.min}
          max={TEMPO_RANGE.max}
          onChange={(bpm) => set({ kind: 'at', bpm })}
        />
      ) : null}
      <Check
        checked={section.over !== undefined}
        className="h-9 text-note"
        onChange={(isGradual) =>
          change(({ over: _, curve: _c, ...before }) => ({
            ...before,
            ...(isGradual && { over: Math.min(4, before.turns) }),
          }))
        }
      >
        by and by
      </Check>
      {section.over === undefined ? null : (
        <>
          <NumberField
            label="Over turns"
            value={section.over}
            min={1}
            max={Math.min(section.turns, FORM_LIMITS.turns)}
            onChange={(over) => change((before) => ({ ...before, over }), `over ${section.id}`)}
          />
          <label className="flex flex-col gap-1 text-sm text-quiet">
            Curve
            <Select
              value={section.curve ?? 'even'}
              className="text-note text-ink"
              onChange={(event) => {
                const curve = CURVES.find((one) => one === event.target.value);
                change((before) => ({ ...before, ...(curve && { curve }) }));
              }}
            >
              <option value="even">even: the same percent each beat</option>
              <option value="straight">straight: the same number each beat</option>
            </Select>
          </label>
        </>
      )}
      <span className="pb-2 text-note">
        <strong>{sayBpm(bpmOf(tempo))}</strong> per {tempo.per}
      </span>
    </div>
  );
}

const nowOf = (change: Change | undefined) => (change?.kind === 'ratio' ? change.now : 1);
const beforeOf = (change: Change | undefined) => (change?.kind === 'ratio' ? change.before : 1);
