import { Link } from 'react-router';
import { knownInstrument } from '../store/known-instruments.ts';
import { type Setting, useSetting } from '../store/use-setting.ts';
import { Button } from '../ui/Button.tsx';

/** Instruments on which one was told once how to sit. */
const TOLD: Setting<readonly string[] | undefined> = {
  key: 'sat-down-to',
  // Nothing is said before it was read.
  usual: undefined,
  check: (value) =>
    Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string') : [],
};

/** Seat and height, before the first session on an instrument. */
export function FirstTime({ instrument }: { readonly instrument: string }) {
  const [told, setTold] = useSetting(TOLD);
  if (!told || told.includes(instrument)) return null;
  return (
    <p
      role="note"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-band px-3 py-1.5 text-note"
    >
      <span>
        First time on {knownInstrument(instrument)?.name ?? 'this instrument'} here: both feet on
        the floor, the drum where the hands come down without lifting the shoulders.{' '}
        <Link to={`/guide?instrument=${instrument}`} className="underline">
          How to sit
        </Link>
      </span>
      <Button
        className="ml-auto"
        onClick={() => setTold((before) => [...(before ?? []), instrument])}
      >
        I sit well
      </Button>
    </p>
  );
}
