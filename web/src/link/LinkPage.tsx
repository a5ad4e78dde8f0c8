import { describeCycle } from '@stride/core/cycle';
import { type Linked, readLink } from '@stride/core/formats';
import { withVariation } from '@stride/core/rhythm';
import { counted } from '@stride/core/wording';
import { useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { HearRhythm } from '../audio/HearRhythm.tsx';
import { takeIn } from '../bring/take-in.ts';
import { checkSetup } from '../crossing/setup-schema.ts';
import { checkLandingState } from '../landing/state-schema.ts';
import CardLine from '../shelf/CardLine.tsx';
import { ownInstruments } from '../store/known-instruments.ts';
import { storageSentence } from '../store/rhythms.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { toast } from '../ui/toasts.ts';
import { useTitle } from '../ui/use-title.ts';

/** What a link carries, looked at before it is taken in. */
export function LinkPage() {
  useTitle('A link');
  const { hash } = useLocation();
  return <OneLink key={hash} hash={hash} />;
}

function OneLink({ hash }: { readonly hash: string }) {
  const [read] = useState(() => readLink(hash, ownInstruments.now()));
  return (
    <div className="mx-auto flex w-full max-w-[1000px] flex-col gap-4 px-[22px] py-4 max-sm:px-3">
      <h1 className="text-title">A link</h1>
      {read.ok ? (
        <Carried linked={read.linked} />
      ) : (
        <Notice
          actions={
            <Link to="/" className="underline">
              To the Shelf
            </Link>
          }
        >
          {read.message}
        </Notice>
      )}
    </div>
  );
}

function Carried({ linked }: { readonly linked: Linked }) {
  if (linked.kind === 'rhythm') return <CarriedRhythm {...linked} />;
  return <CarriedSetup {...linked} />;
}

function CarriedRhythm({
  rhythm,
  instruments,
  variation,
}: Omit<Extract<Linked, { kind: 'rhythm' }>, 'kind'>) {
  const navigate = useNavigate();
  const take = async () => {
    try {
      const [id] = await takeIn([{ rhythm, instruments }]);
      navigate(`/bench/${id}/write`, { replace: true });
    } catch (error) {
      toast(storageSentence(error));
    }
  };
  const leave = () => navigate('/', { replace: true });
  const { layers, variations = [] } = rhythm;
  const meant = variations.find(({ id }) => id === variation);
  const shown = meant ? withVariation(rhythm, meant) : rhythm;
  return (
    <Card aria-label={rhythm.name} className="flex flex-col gap-3 px-[18px] py-4">
      <h2 className="text-xl [overflow-wrap:anywhere]">{rhythm.name}</h2>
      <p>
        {describeCycle(rhythm.cycle)}, {rhythm.tempo.bpm} to {rhythm.target} a minute,{' '}
        {counted(layers.length, 'layer')}
        {variations.length > 0 ? `, ${counted(variations.length, 'variation')}` : ''}
        {instruments.length > 0
          ? `. It brings ${instruments.map(({ name }) => name).join(', ')}, made by whoever sent it`
          : ''}
        .
      </p>
      {meant ? <p>Meant is its variation {meant.name}: so it is drawn, and heard.</p> : null}
      <CardLine rhythm={shown} />
      <div className="flex flex-wrap gap-2">
        <HearRhythm owner="link" rhythm={shown} />
        <Button onClick={() => void take()}>Put it on the Shelf</Button>
        <Button look="quiet" onClick={leave}>
          Leave it
        </Button>
      </div>
    </Card>
  );
}

function CarriedSetup({ kind, name, setup }: Extract<Linked, { kind: 'crossing' | 'landing' }>) {
  const isCrossing = kind === 'crossing';
  const fits = isCrossing ? checkSetup(setup) : checkLandingState(setup);
  if (!fits) return <Notice>This link was made by another version, and cannot be opened.</Notice>;
  return (
    <Card aria-label={name} className="flex flex-col gap-3 px-[18px] py-4">
      <h2 className="text-xl">{name}</h2>
      <p>
        {isCrossing
          ? 'Pulses against one another, with their sounds and words. Undo leads back to what Crossing is set up as now.'
          : 'A question of Landing, with its cycle and words. Undo leads back to what Landing is set up as now.'}
      </p>
      <div className="flex flex-wrap gap-2">
        <Link
          to={`/${kind}`}
          replace
          state={{ setup }}
          className="inline-flex h-9 items-center rounded-lg bg-go px-3 font-semibold text-on-go"
        >
          Open it in {isCrossing ? 'Crossing' : 'Landing'}
        </Link>
        <Link to="/" replace className="inline-flex h-9 items-center rounded-lg px-3">
          Leave it
        </Link>
      </div>
    </Card>
  );
}
