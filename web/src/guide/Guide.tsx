import { type StrokeKind, strokeKind } from '@stride/core/instrument';
import { capital, form, wordedCount } from '@stride/core/wording';
import { Pencil, Play, Plus, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { discard } from '../store/discard.ts';
import { knownInstrument, knownInstruments } from '../store/known-instruments.ts';
import { keepInstrument, rhythmsOn, useOwnInstruments } from '../store/own-instruments.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Head } from '../strideline/Head.tsx';
import { Button } from '../ui/Button.tsx';
import { Select } from '../ui/Select.tsx';
import { toast } from '../ui/toasts.ts';
import { useTitle } from '../ui/use-title.ts';
import { CARE, WORDS } from './advice.ts';
import { hearStroke } from './hear.ts';
import { instrumentInHand } from './in-hand.ts';
import { OwnInstrument } from './OwnInstrument.tsx';
import { Sounds } from './Sounds.tsx';
import { techniqueOf } from './techniques.ts';

/** Strokes of every instrument with how each is played, care, and the words. */
export function Guide() {
  useTitle('Guide');
  const [search, setSearch] = useSearchParams();
  const own = useOwnInstruments();
  const [editing, setEditing] = useState<'new' | 'this'>();
  const instrument =
    knownInstrument(search.get('instrument') ?? instrumentInHand() ?? '') ??
    knownInstrument('goblet-drum');
  if (!instrument) return null;
  return (
    <div className="mx-auto flex w-full max-w-[1240px] flex-1 flex-col gap-4 px-[22px] py-4 max-sm:px-3">
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <h1 className="text-title leading-tight">Guide</h1>
        <label className="flex max-w-full flex-col gap-1 text-sm text-quiet">
          Instrument
          <Select
            value={instrument.id}
            className="h-10 max-w-full bg-card"
            onChange={(event) => setSearch({ instrument: event.target.value })}
          >
            {knownInstruments().map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
                {one.also ? ` (${one.also.join(', ')})` : ''}
              </option>
            ))}
          </Select>
        </label>
        <p className="min-w-0 flex-1 basis-60 pb-1.5 text-quiet">{instrument.note}</p>
        <span className="flex gap-2">
          {own.some((one) => one.id === instrument.id) ? (
            <>
              <Button onClick={() => setEditing('this')}>
                <Pencil aria-hidden size={15} /> Change it
              </Button>
              <Button
                look="quiet"
                aria-label={`Delete the ${instrument.name}`}
                onClick={() =>
                  rhythmsOn(instrument.id).then(
                    (using) => {
                      if (using > 0) {
                        toast(
                          `${capital(wordedCount(using, 'rhythm'))} ${form(using, 'is')} played on the ${instrument.name}; give their layers another instrument first.`,
                        );
                        return;
                      }
                      setSearch({});
                      void discard('instrument', instrument.id, `The ${instrument.name}`);
                    },
                    (error: unknown) => toast(storageSentence(error)),
                  )
                }
              >
                <Trash2 aria-hidden size={16} />
              </Button>
            </>
          ) : null}
          <Button onClick={() => setEditing('new')}>
            <Plus aria-hidden size={16} /> Your own
          </Button>
        </span>
      </div>
      {editing ? (
        <OwnInstrument
          key={editing === 'new' ? 'new' : instrument.id}
          instrument={editing === 'this' ? instrument : undefined}
          onClose={() => setEditing(undefined)}
          onKeep={(made) =>
            keepInstrument(made).then(
              (problem) => {
                if (problem) return problem;
                setEditing(undefined);
                setSearch({ instrument: made.id });
                toast(`The ${made.name} can be played from now on.`);
                return undefined;
              },
              (error: unknown) => storageSentence(error),
            )
          }
        />
      ) : null}
      <Sounds
        instrument={instrument}
        code={search.get('try') ?? undefined}
        onStroke={(code) => {
          const next = new URLSearchParams(search);
          next.set('instrument', instrument.id);
          next.set('try', code);
          setSearch(next, { replace: true, preventScrollReset: true });
        }}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_340px] gap-4 max-lg:grid-cols-1">
        <section aria-label={`Strokes of the ${instrument.name}`}>
          <ul className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
            {instrument.strokes.map((stroke) => (
              <StrokeCard
                key={`${instrument.id} ${stroke.code}`}
                instrument={instrument.id}
                stroke={stroke}
                asked={stroke.code === search.get('stroke')}
              />
            ))}
          </ul>
          {instrument.compounds ? (
            <p className="card mt-3 p-4">
              Spoken as one:{' '}
              {instrument.compounds
                .map(({ name, code, parts }) => `${name} (${code}) is ${parts.join(' with ')}`)
                .join('; ')}
              .
            </p>
          ) : null}
          <p className="mt-3 text-quiet">
            These are first words on each stroke, not lessons. Schools differ; where a teacher shows
            it otherwise, the teacher is right.
          </p>
        </section>
        <div className="flex flex-col gap-4">
          <section className="card px-4 py-3">
            <h2 className="mb-1 text-lg">Care</h2>
            <dl className="text-note leading-snug">
              {CARE.map(([title, text]) => (
                <div key={title} className="py-1.5">
                  <dt className="font-semibold">{title}</dt>
                  <dd>{text}</dd>
                </div>
              ))}
            </dl>
          </section>
          <section className="card px-4 py-3">
            <h2 className="mb-1 text-lg">Words</h2>
            <dl className="text-note leading-snug">
              {WORDS.map(([word, meaning]) => (
                <div key={word} className="py-1">
                  <dt className="inline font-semibold">{word}: </dt>
                  <dd className="inline">{meaning}</dd>
                </div>
              ))}
            </dl>
          </section>
        </div>
      </div>
    </div>
  );
}

const HANDS = {
  strong: 'strong hand',
  weak: 'weak hand',
  either: 'either hand',
  both: 'both hands',
  foot: 'foot',
} as const;

interface StrokeCardProps {
  readonly instrument: string;
  readonly stroke: StrokeKind;
  /** It is the one that was asked for, and is brought into sight. */
  readonly asked: boolean;
}

function StrokeCard({ instrument, stroke, asked }: StrokeCardProps) {
  const card = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (asked) card.current?.scrollIntoView({ block: 'center' });
  }, [asked]);
  const { motion, mistake } = techniqueOf(instrument, stroke);
  const known = knownInstrument(instrument);
  const easier = stroke.easier && known ? strokeKind(known, stroke.easier) : undefined;
  return (
    <li
      ref={card}
      aria-current={asked || undefined}
      className={`card px-4 py-3 text-note leading-snug ${asked ? 'border-2 border-mark' : ''}`}
    >
      <div className="flex items-center gap-3">
        <svg width="30" height="30" viewBox="-12 -12 24 24" aria-hidden="true">
          <Head family={stroke.family} size={9} below={false} />
        </svg>
        <h2 className="flex-1 text-lg leading-tight">
          {stroke.name} <span className="font-mono text-base font-normal">{stroke.code}</span>
        </h2>
        <Button
          look="quiet"
          aria-label={`Hear ${stroke.name}`}
          title="Soft, plain and accented"
          onClick={() => hearStroke(instrument, stroke.code)}
        >
          <Play aria-hidden size={15} />
        </Button>
      </div>
      <p className="text-quiet">
        {stroke.family}, {HANDS[stroke.hand]}
      </p>
      <p className="mt-1">{stroke.how}</p>
      <p className="mt-1">{motion}</p>
      <p className="mt-1">
        <span className="text-quiet">At first: </span>
        {mistake}
      </p>
      {easier ? (
        <p className="mt-1">
          <span className="text-quiet">Easier in its place: </span>
          {easier.name} ({easier.code}).
        </p>
      ) : null}
    </li>
  );
}
