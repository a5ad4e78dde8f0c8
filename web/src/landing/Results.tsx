import type { Cycle } from '@stride/core/cycle';
import {
  type Cadence,
  lengthOf,
  type Question,
  type Solution,
  sayCadence,
  sayStart,
  startOf,
  unitsOf,
  writeSizes,
} from '@stride/core/landing';
import { withCommas } from '@stride/core/wording';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getPaginationRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Download, Star } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { keyOf } from '../store/cadences.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Field } from '../ui/Field.tsx';
import { saveTable } from '../ui/save-table.ts';
import type { Kept } from './kept.ts';
import type { SolutionsState } from './use-solutions.ts';

interface ResultsProps {
  readonly cycle: Cycle;
  readonly solutions: SolutionsState;
  readonly kept: Kept;
  readonly chosen: Cadence | undefined;
  readonly onChoose: (cadence: Cadence) => void;
  readonly onAsk: (question: Question) => void;
}

/** A solution as a row of the table, with what it is sorted and searched by. */
interface Row {
  readonly cadence: Cadence;
  readonly phrases: string;
  readonly shape: string;
  readonly units: number;
  readonly parts: number;
  readonly start: string;
  /** Units before the landing in quarters of a turn and less, to sort starts by. */
  readonly startUnit: number;
  readonly turns: number;
}

const PER_PAGE = 40;
const column = createColumnHelper<Row>();
const COLUMNS = [
  column.accessor('phrases', { header: 'Phrases (gaps)' }),
  column.accessor('shape', { header: 'Shape' }),
  column.accessor('units', { header: 'Units', enableGlobalFilter: false }),
  column.accessor('parts', { header: 'Parts', enableGlobalFilter: false }),
  column.accessor('start', {
    header: 'Starts on',
    sortingFn: (a, b) => a.original.startUnit - b.original.startUnit,
  }),
];

function rowOf(cycle: Cycle, cadence: Cadence & { readonly shape?: string }): Row {
  const units = unitsOf(cycle, cadence.parts);
  const start = startOf(cadence, units);
  return {
    cadence,
    phrases: writeSizes(cadence),
    shape: cadence.shape ?? '',
    units: lengthOf(cadence),
    parts: cadence.parts,
    start: sayStart(start, units),
    startUnit: start.unit / units.perTurn - start.turns,
    turns: start.turns,
  };
}

/** What is listed as a table, each solution with its sum. */
function takeTable(cycle: Cycle, rows: readonly Row[]): Promise<void> {
  return saveTable(
    ['phrases (gaps)', 'shape', 'units', 'parts', 'starts on', 'sum'],
    rows.map(({ cadence, phrases, shape, units, parts, start }) => [
      phrases,
      shape,
      units,
      parts,
      start,
      sayCadence(cadence, unitsOf(cycle, parts)),
    ]),
    'landing.csv',
  );
}

/** The solutions, to sort, search, choose and keep; where there is none, the bound that is in the way. */
export function Results({ cycle, solutions, kept, chosen, onChoose, onAsk }: ResultsProps) {
  const { problem, found, rows, working, share, soFar, giveUp, more } = solutions;
  const [onlyKept, setOnlyKept] = useState(false);
  const shown: readonly (Cadence | Solution)[] = onlyKept ? kept.cadences : rows;
  const data = useMemo(() => shown.map((one) => rowOf(cycle, one)), [shown, cycle]);
  return (
    <Card aria-label="Solutions" className="flex min-w-0 flex-col px-3 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-2 px-1">
        <p role="status" className="min-w-0 flex-1 text-lead font-semibold">
          {onlyKept
            ? `${kept.cadences.length} kept, in this cycle`
            : problem
              ? problem
              : found
                ? soFar
                  ? `Some of the simplest, and more are being counted`
                  : sayFound(found.found, found.kept, rows.length)
                : working
                  ? 'Working it out …'
                  : 'Given up. Change a word of the question to ask again.'}
          {working && found ? <span className="text-quiet"> …</span> : null}
        </p>
        {working && (share !== undefined || soFar) ? (
          <span className="flex items-center gap-2">
            <progress
              aria-label="How far it is"
              className="h-2 w-24 accent-[var(--go)]"
              {...(share === undefined ? {} : { value: share })}
            />
            <Button look="quiet" onClick={giveUp}>
              Stop
            </Button>
          </span>
        ) : null}
        <Button
          look={onlyKept ? 'on' : 'plain'}
          aria-pressed={onlyKept}
          onClick={() => setOnlyKept(!onlyKept)}
        >
          <Star aria-hidden size={15} /> Kept
        </Button>
        {data.length > 0 ? (
          <Button
            look="quiet"
            title="What is listed, as a table"
            onClick={() => void takeTable(cycle, data)}
          >
            <Download aria-hidden size={15} /> .csv
          </Button>
        ) : null}
      </div>
      {!onlyKept && found?.found === 0 && !problem ? (
        <div className="px-1">
          {found.ways.map((way) => (
            <div key={way.text} className="flex items-center gap-2 border-t border-edge py-1.5">
              <p className="min-w-0 flex-1">{way.text}</p>
              <Button onClick={() => onAsk(way.question)}>
                {way.found === 1 ? 'Then there is one' : `Then there are ${withCommas(way.found)}`}
              </Button>
            </div>
          ))}
          {found.ways.length === 0 ? (
            <p>No single bound is in the way; widen two of them at once.</p>
          ) : null}
        </div>
      ) : null}
      {onlyKept && kept.cadences.length === 0 ? (
        <p className="px-1 text-quiet">
          Nothing is kept yet. The star in a row keeps a cadence for any cycle.
        </p>
      ) : null}
      {data.length > 0 ? (
        <Table data={data} kept={kept} chosen={chosen} onChoose={onChoose} />
      ) : null}
      {more && !onlyKept ? (
        <Button className="mt-2 self-start" onClick={more}>
          Bring a thousand more
        </Button>
      ) : null}
    </Card>
  );
}

function sayFound(found: number, kept: number, here: number): string {
  const all = withCommas(found);
  if (found === 0) return 'None lands within these bounds.';
  if (found === 1) return 'One lands.';
  if (kept < found) return `${all} land; the simplest ${withCommas(kept)} are here.`;
  return here < found ? `${all} land; the simplest ${withCommas(here)} are here.` : `${all} land.`;
}

interface TableProps extends Pick<ResultsProps, 'kept' | 'chosen' | 'onChoose'> {
  readonly data: Row[];
}

function Table({ data, kept, chosen, onChoose }: TableProps) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [words, setWords] = useState('');
  const table = useReactTable({
    data,
    columns: COLUMNS,
    state: {
      sorting,
      globalFilter: words,
      // What is alike in every row is not told.
      columnVisibility: {
        shape: data.some((row) => row.shape !== data[0]?.shape),
        parts: data.some((row) => row.parts !== data[0]?.parts),
      },
    },
    onSortingChange: setSorting,
    onGlobalFilterChange: setWords,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getPaginationRowModel: getPaginationRowModel(),
    autoResetPageIndex: false,
    initialState: { pagination: { pageSize: PER_PAGE } },
  });
  // Other solutions are shown from their first page; more of the same are only added.
  const first = data[0]?.cadence;
  useEffect(() => {
    if (first) table.setPageIndex(0);
  }, [first, table]);
  const chosenKey = chosen && keyOf(chosen);
  const { rows } = table.getRowModel();
  const matching = table.getFilteredRowModel().rows.length;
  return (
    <>
      <Field
        type="search"
        value={words}
        aria-label="Search the solutions"
        placeholder="5 (1) 5, hourglass, beat 6"
        className="mb-2 px-3"
        onChange={(event) => setWords(event.target.value)}
      />
      <div className="overflow-x-auto">
        <table className="w-full text-left text-note">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b border-edge text-sm text-quiet">
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      aria-sort={
                        sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'
                      }
                      className="py-1 pr-2 font-semibold whitespace-nowrap"
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1 rounded px-1 hover:bg-band"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === 'asc' ? <ArrowUp aria-hidden size={13} /> : null}
                        {sorted === 'desc' ? <ArrowDown aria-hidden size={13} /> : null}
                      </button>
                    </th>
                  );
                })}
                <th className="font-semibold">
                  <span className="sr-only">Keep</span>
                </th>
              </tr>
            ))}
          </thead>
          <tbody>
            {rows.map((row) => {
              const { cadence, phrases } = row.original;
              const isChosen = keyOf(cadence) === chosenKey;
              const isKept = kept.has(cadence);
              return (
                <tr
                  key={row.id}
                  aria-current={isChosen ? 'true' : undefined}
                  className="cursor-pointer border-b border-edge last:border-b-0 hover:bg-band aria-[current]:bg-choice"
                  onClick={() => onChoose(cadence)}
                >
                  {row.getVisibleCells().map((cell) => (
                    <td key={cell.id} className="py-1.5 pr-2 pl-1">
                      {cell.column.id === 'phrases' ? (
                        <button
                          type="button"
                          className="text-left font-mono text-sm font-semibold lg:whitespace-nowrap"
                          onClick={() => onChoose(cadence)}
                        >
                          {phrases}
                        </button>
                      ) : (
                        flexRender(cell.column.columnDef.cell, cell.getContext())
                      )}
                    </td>
                  ))}
                  <td>
                    <button
                      type="button"
                      aria-pressed={isKept}
                      aria-label={`Keep ${phrases}`}
                      title={isKept ? 'Kept' : 'Keep it'}
                      className="flex size-8 items-center justify-center rounded-lg text-quiet hover:bg-card"
                      onClick={(event) => {
                        event.stopPropagation();
                        kept.toggle(cadence);
                      }}
                    >
                      <Star
                        aria-hidden
                        size={16}
                        fill={isKept ? 'var(--mark)' : 'none'}
                        stroke={isKept ? 'var(--mark)' : 'currentColor'}
                      />
                    </button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {matching === 0 ? (
        <p className="px-1 py-2 text-quiet">No solution here fits these words.</p>
      ) : null}
      {table.getPageCount() > 1 ? (
        <div className="mt-2 flex items-center gap-2 px-1 text-note">
          <Button disabled={!table.getCanPreviousPage()} onClick={() => table.previousPage()}>
            Simpler
          </Button>
          <span>
            {table.getState().pagination.pageIndex + 1} of {table.getPageCount()}
          </span>
          <Button disabled={!table.getCanNextPage()} onClick={() => table.nextPage()}>
            Further
          </Button>
        </div>
      ) : null}
    </>
  );
}
