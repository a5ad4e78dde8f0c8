import { type LoggedRun, sayDate } from '@stride/core/log';
import { Download, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Figures } from '../climb/Figures.tsx';
import { useMarks } from '../climb/HitMarks.tsx';
import { askedIn } from '../climb/run-log.ts';
import { StrideLine } from '../strideline/StrideLine.tsx';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Select } from '../ui/Select.tsx';
import { fileName } from '../ui/save-file.ts';
import { saveTable } from '../ui/save-table.ts';
import { CorrectRun, changeWithUndo } from './CorrectRun.tsx';
import { Head } from './Head.tsx';
import { HearRun } from './HearRun.tsx';
import type { Whose } from './log-api.ts';
import { NotRead } from './NotRead.tsx';
import { takeOut } from './RunList.tsx';
import { lineThen, type RunAgain, runAgain } from './run-again.ts';
import { HEARD, sayLength, sayOutcome } from './say-run.ts';
import { STROKE_COLUMNS, strokeRows } from './strokes-table.ts';
import { useRun, useRuns } from './use-log.ts';

/** One run: its line with every stroke, heard again, corrected and noted; and another one over it. */
export function RunPage({ whose }: { readonly whose: Whose }) {
  const { id = '' } = useParams();
  const { data, isFetching, isError } = useRun(whose, id);
  const [other, setOther] = useState('');
  const second = useRun(whose, other);
  const navigate = useNavigate();
  const line = useMemo(() => (data?.run ? lineThen(data.run, data.version) : undefined), [data]);
  const again = useMemo(
    () => (data?.run ? runAgain(data.run, data.played, line) : undefined),
    [data, line],
  );
  const over = useMemo(() => {
    const { run, played, version } = (other !== '' && second.data) || {};
    return run ? runAgain(run, played, lineThen(run, version)) : undefined;
  }, [other, second.data]);
  if (isError) return <NotRead />;
  if (!data) return <p className="p-6 text-quiet">Reading the run …</p>;
  const { run } = data;
  if (!run) {
    if (isFetching) return <p className="p-6 text-quiet">Reading the run …</p>;
    return (
      <Card className="p-6" aria-label="No such run">
        <p>This run is not in the log any more.</p>
        <Link to="/log/runs" className="underline">
          To the runs
        </Link>
      </Card>
    );
  }
  return (
    <>
      <Head title={`${run.rhythm.name} at ${run.bpm}`} />
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="text-quiet">
          {run.layer.name}, {run.part}; {sayDate(run.day)}; {sayLength(run.seconds)};{' '}
          {HEARD[run.heardBy]}
          {run.demo ? '; made up' : ''}
          {run.corrected ? '; corrected by hand' : ''}
        </p>
        <Link to="/log/runs" className="ml-auto text-note underline">
          All runs
        </Link>
      </div>
      {again ? (
        <Strokes run={again} over={over} />
      ) : (
        <Card aria-label="No strokes" className="p-4">
          <p>
            {run.heardBy === 'none'
              ? 'This run was not heard, so there are no strokes to show: its tempo, its length and what it asked of the hands are kept.'
              : 'The strokes of this run, or the rhythm as it was, were not kept. Its figures are.'}
          </p>
        </Card>
      )}
      <p className="font-title text-[22px] font-bold">{sayOutcome(run)}</p>
      {again ? (
        <Figures result={again.result} change={undefined} onTouch={() => undefined} />
      ) : null}
      <div className="flex flex-wrap items-center gap-2">
        {again ? <HearRun run={again} /> : null}
        {again ? (
          <Button
            title="Every stroke with how far off it was, as a table"
            onClick={() =>
              void saveTable(
                STROKE_COLUMNS,
                strokeRows(again),
                `${fileName(`${run.rhythm.name} at ${run.bpm}`)}-strokes.csv`,
              )
            }
          >
            <Download aria-hidden size={16} /> Its strokes (.csv)
          </Button>
        ) : null}
        {again ? <Other whose={whose} run={run} value={other} onChange={setOther} /> : null}
        {whose === undefined ? (
          <>
            <CorrectRun key={run.id} run={run} />
            <Button
              onClick={() => {
                takeOut(run.id, `${run.rhythm.name} at ${run.bpm}`);
                navigate('/log/runs');
              }}
            >
              <Trash2 aria-hidden size={16} /> Delete
            </Button>
          </>
        ) : null}
      </div>
      <Note key={`${run.id} ${run.note}`} run={run} isOwn={whose === undefined} />
      <p className="text-note text-quiet">
        Right {run.load.R} strokes, {run.load.loudR} of them loud; left {run.load.L},{' '}
        {run.load.loudL} loud; longest row of one hand {run.load.row}.
      </p>
    </>
  );
}

/** The line as it was, with every stroke under it; of two runs where another is laid over it. */
function Strokes({ run, over }: { readonly run: RunAgain; readonly over: RunAgain | undefined }) {
  const { line, result, played } = run;
  const alone = useMemo(() => ({ ...line.rhythm, layers: [line.layer] }), [line]);
  const timing = useMemo(() => ({ ...line.timing, layers: [line.grid] }), [line]);
  const asked = useMemo(
    () => new Set(askedIn(line, played.passage).map(({ slot }) => slot)),
    [line, played],
  );
  const marks = useMarks(line, asked, true, result);
  const theirs = useMarks(line, asked, over !== undefined, over?.result);
  const under = useMemo(() => {
    if (!marks) return undefined;
    if (!theirs) return marks;
    return {
      height: marks.height + theirs.height,
      draw: (...at: Parameters<typeof marks.draw>) => (
        <>
          {marks.draw(...at)}
          <g transform={`translate(0 ${marks.height})`}>{theirs.draw(...at)}</g>
        </>
      ),
    };
  }, [marks, theirs]);
  return (
    <Card aria-label="Strokes" className="px-4 py-2">
      <StrideLine rhythm={alone} timing={timing} scale={1.05} {...(under ? { under } : {})} />
      <p className="-mt-4 pb-1 text-fine text-quiet">
        Strokes against the written ones, in milliseconds; early to the left.
        {over ? ` Above this run, below it the one at ${over.result.bpm}.` : ''}
      </p>
    </Card>
  );
}

/** Runs of the same part that can be laid over one; the newest of them. */
const MOST_OTHERS = 40;

function Other({
  whose,
  run,
  value,
  onChange,
}: {
  readonly whose: Whose;
  readonly run: LoggedRun;
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  const filter = useMemo(
    () => ({ line: `${run.rhythm.id}/${run.layer.id}`, part: run.part }),
    [run.rhythm.id, run.layer.id, run.part],
  );
  const { data } = useRuns(whose, filter, run.day, MOST_OTHERS);
  const others = (data?.rows ?? []).filter(({ id, judged }) => id !== run.id && judged);
  if (others.length === 0) return null;
  return (
    <Select
      aria-label="Lay another run over it"
      value={value}
      className="bg-card"
      onChange={(event) => onChange(event.target.value)}
    >
      <option value="">Lay another run over it</option>
      {others.map((one) => (
        <option key={one.id} value={one.id}>
          {one.day} at {one.bpm}: {sayOutcome(one)}
        </option>
      ))}
    </Select>
  );
}

function Note({ run, isOwn }: { readonly run: LoggedRun; readonly isOwn: boolean }) {
  const [text, setText] = useState(run.note ?? '');
  if (!isOwn) return run.note ? <p>{run.note}</p> : null;
  return (
    <label className="flex max-w-[70ch] flex-col gap-1 text-note">
      <span className="text-quiet">Note</span>
      <textarea
        value={text}
        maxLength={2000}
        rows={2}
        placeholder="What helped, what to try next"
        className="field h-auto! py-1"
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          if (text === (run.note ?? '')) return;
          changeWithUndo(run, { note: text }, 'The note is kept.');
        }}
      />
    </label>
  );
}
