import { FAMILIES } from '@stride/core/instrument';
import { Head } from '../strideline/Head.tsx';
import { Modal } from '../ui/Modal.tsx';
import { LINE_KEYS } from '../write/line-keys.ts';
import { KEYS } from './keys.ts';
import { WORDS } from './words.ts';

const ELSEWHERE = Object.values(KEYS).map(({ shown, what }) => [shown, what] as const);

const FAMILY_WORDS = {
  bass: 'bass',
  open: 'open, ringing',
  slap: 'slap, bright',
  muted: 'muted',
  touch: 'touch',
  metal: 'metal',
  shaken: 'shaken',
  voice: 'voice',
} as const;

/** Brings a word into sight once the page it is on has opened. */
function showHere(element: HTMLElement | null): void {
  if (element) requestAnimationFrame(() => element.scrollIntoView({ block: 'center' }));
}

interface HelpProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** The word it is opened at. */
  readonly word?: string | undefined;
}

/** All keys, the heads of the strokes, and the words that may be new. */
export default function Help({ open, onOpenChange, word: at }: HelpProps) {
  return (
    <Modal title="Keys and words" open={open} onOpenChange={onOpenChange}>
      <div className="mt-3 grid gap-x-10 gap-y-4 md:grid-cols-2">
        <Rows
          title="On the line"
          rows={LINE_KEYS.map(({ shown, what }) => [shown, what] as const)}
        />
        <div className="flex flex-col gap-4">
          <Rows title="Everywhere" rows={ELSEWHERE} />
          <section>
            <h3 className="text-lead">Heads of the strokes</h3>
            <ul className="mt-1 grid grid-cols-2 gap-1">
              {FAMILIES.map((family) => (
                <li key={family} className="flex items-center gap-2">
                  <svg width="22" height="22" viewBox="-11 -11 22 22" aria-hidden="true">
                    <Head family={family} size={9} below={false} />
                  </svg>
                  {FAMILY_WORDS[family]}
                </li>
              ))}
            </ul>
            <p className="mt-2 text-quiet">
              Above the line the right hand, below it the left; the further away, the stronger. The
              arcs are strides; the dotted ring is the one coming round.
            </p>
          </section>
        </div>
        <section className="md:col-span-2">
          <h3 className="text-lead">Words</h3>
          <dl className="mt-1 grid gap-x-10 gap-y-1 md:grid-cols-2">
            {WORDS.map(([word, meaning]) => (
              <div
                key={word}
                ref={word === at ? showHere : undefined}
                className={`flex gap-2 ${word === at ? 'rounded bg-choice' : ''}`}
              >
                <dt className="w-28 shrink-0 font-semibold">{word}</dt>
                <dd>{meaning}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
    </Modal>
  );
}

interface RowsProps {
  readonly title: string;
  readonly rows: readonly (readonly [string, string])[];
}

function Rows({ title, rows }: RowsProps) {
  return (
    <section>
      <h3 className="text-lead">{title}</h3>
      <dl className="mt-1">
        {rows.map(([keys, what]) => (
          <div key={keys} className="flex gap-3 py-0.5">
            <dt className="w-44 shrink-0 font-mono text-sm">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
