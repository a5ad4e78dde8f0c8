import { bandRegisters, changeAsRhythm, type Span, sectionAsRhythm } from '@stride/core/form';
import { markOf } from '@stride/core/log';
import { useNavigate } from 'react-router';
import { database } from '../store/db.ts';
import { putMissing, storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toasts.ts';
import { Calls } from './Calls.tsx';
import type { OpenedForm } from './context.ts';
import { PartFields } from './PartFields.tsx';
import { MoreFields, SectionFields } from './SectionFields.tsx';
import { type SectionPanelProps, SectionSteps } from './SectionSteps.tsx';
import { TempoFields } from './TempoFields.tsx';
import { TurnView } from './TurnView.tsx';

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
      <SectionSteps opened={opened} span={span} playing={playing} onChoose={onChoose} />
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-3">
          <SectionFields section={section} edit={edit} />
          {index === 0 && !section.change && section.over === undefined ? null : (
            <TempoFields span={span} edit={edit} />
          )}
          <MoreFields section={section} edit={edit} />
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
