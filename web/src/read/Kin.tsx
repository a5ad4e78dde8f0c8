import { isFull, type PulseLine } from '@stride/core/read';
import { Link } from 'react-router';
import { LONGEST_LINE, sayKin, useFamilies, useShelfKin } from './use-families.ts';

interface KinProps {
  readonly line: PulseLine | undefined;
  /** The rhythm whose line it is: its own layers are not named as kin. */
  readonly own: string;
}

const MOST = 5;

/** What a line is kin to: among the timelines of the catalogue, and among the layers on the Shelf. */
export function Kin({ line, own }: KinProps) {
  const known = useFamilies(line?.onsets, line?.span ?? 0);
  const kept = useShelfKin(line?.onsets, line?.span ?? 0);
  const near = (kept ?? []).filter((one) => one.rhythm !== own);
  if (!line) {
    return (
      <p className="text-quiet">
        Families are looked up for lines of whole turns whose strokes lie on pulses.
      </p>
    );
  }
  if (line.onsets.length < 2 || line.span > LONGEST_LINE) {
    return (
      <p className="text-quiet">
        {line.onsets.length < 2
          ? 'Two strokes make a line that can be looked up.'
          : `Families are looked up for lines of up to ${LONGEST_LINE} pulses.`}
      </p>
    );
  }
  if (isFull(line.onsets, line.span)) {
    return (
      <p className="text-quiet">
        It fills its turn, as many lines do, which makes them no kin. Its accents say more.
      </p>
    );
  }
  return (
    <>
      {known && known.length > 0 ? (
        known.slice(0, MOST).map((one) => <p key={one.id}>{sayKin(one)}</p>)
      ) : known ? (
        <p>No timeline of the catalogue is this line, a rotation of it or one stroke away.</p>
      ) : null}
      {near.slice(0, MOST).map((one) => (
        <p key={one.id}>
          On the Shelf: {sayKin(one, `${one.layerName} of ${one.rhythmName}`)}{' '}
          <Link to={`/bench/${encodeURIComponent(one.rhythm)}/read`} className="underline">
            Open
          </Link>
        </p>
      ))}
    </>
  );
}
