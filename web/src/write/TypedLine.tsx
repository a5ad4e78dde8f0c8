import { defaultKeymap } from '@codemirror/commands';
import { diagnosticCount, lintGutter, setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { instrumentOf } from '@stride/core/instrument';
import { type Layer, type Rhythm, slotCount } from '@stride/core/rhythm';
import { type Problem, readLayerIn, writeLayerRows } from '@stride/core/text';
import {
  memo,
  type RefObject,
  useCallback,
  useDeferredValue,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
} from 'react';
import { useBenchSoon, useOpenBench } from '../bench/context.ts';
import type { Draft } from '../store/document.ts';
import { useLatest } from '../ui/use-latest.ts';
import { strokeHelp } from './stroke-help.ts';

/** The rows of the chosen layer as text. It follows a stroke by a moment, and at once what is typed here. */
export const TypedRows = memo(function TypedRows() {
  const bench = useOpenBench();
  const view = useRef<EditorView>(null);
  const isTyping = useCallback(() => view.current?.hasFocus ?? false, []);
  const { draft, rhythm, layerIndex } = useBenchSoon(bench, isTyping);
  const layer = rhythm.layers[layerIndex];
  return layer ? (
    <TypedLine
      key={layer.id}
      view={view}
      layer={layer}
      rhythm={rhythm}
      draft={draft.drafts[layer.id]}
      onType={(change, much) => bench.document.type(change, much ? undefined : `type:${layer.id}`)}
    />
  ) : null;
});

interface TypedLineProps {
  /** The editor, as long as it is shown. */
  readonly view: RefObject<EditorView | null>;
  readonly layer: Layer;
  /** What the layer is a line of. */
  readonly rhythm: Rhythm;
  /** `much` where more than a few letters came or went at once, so that undo takes it alone. */
  readonly onType: (change: (before: Draft) => Draft, much: boolean) => void;
  /** Typed text that differs from what the writer would write, kept as it was typed. */
  readonly draft: string | undefined;
}

/** The rows of one layer as text. What reads becomes the rhythm; what does not is marked in place and kept. */
function TypedLine(props: TypedLineProps) {
  const { view } = props;
  // The text waits for a slower machine; while one types here it does not, or an older text could take a new letter back.
  const settled = useDeferredValue(props);
  const { layer, rhythm, draft, onType } = view.current?.hasFocus ? props : settled;
  const { cycle } = rhythm;
  const canonical = useMemo(() => writeLayerRows(layer, cycle), [layer, cycle]);
  const text = draft ?? canonical;
  const read = useMemo(() => readLayerIn(text, layer, rhythm), [text, layer, rhythm]);
  const host = useRef<HTMLDivElement>(null);
  const label = useRef(new Compartment());
  const instrument = useLatest(layer);

  const typed = useLatest((next: string, much: boolean) => {
    onType((before) => {
      const current = before.rhythm.layers.find((one) => one.id === layer.id);
      if (!current) return before;
      const result = readLayerIn(next, current, before.rhythm);
      const after = result.usable ? result.layer : current;
      const same = writeLayerRows(after, before.rhythm.cycle);
      const { [layer.id]: _old, ...others } = before.drafts;
      const unchanged = same === writeLayerRows(current, before.rhythm.cycle);
      return {
        rhythm: unchanged
          ? before.rhythm
          : {
              ...before.rhythm,
              layers: before.rhythm.layers.map((one) => (one.id === layer.id ? after : one)),
            },
        drafts: next === same ? others : { ...others, [layer.id]: next },
      };
    }, much);
  });

  useLayoutEffect(() => {
    if (!host.current) return;
    const made = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: '',
        extensions: [
          // Undo is the rhythm's own, so that line and text go back together.
          keymap.of(defaultKeymap),
          EditorView.lineWrapping,
          lintGutter(),
          strokeHelp(() => instrument.current),
          label.current.of([]),
          EditorView.updateListener.of((update) => {
            const byHand = update.transactions.some(
              (one) =>
                one.isUserEvent('input') || one.isUserEvent('delete') || one.isUserEvent('move'),
            );
            if (!update.docChanged || !byHand) return;
            const much = Math.abs(update.state.doc.length - update.startState.doc.length) > 3;
            typed.current(update.state.doc.toString(), much);
          }),
          EDITOR_THEME,
        ],
      }),
    });
    view.current = made;
    return () => {
      view.current = null;
      made.destroy();
    };
  }, [typed, instrument, view]);

  useEffect(() => {
    view.current?.dispatch({
      effects: label.current.reconfigure(
        EditorView.contentAttributes.of({
          'aria-label': `Typed rows of ${layer.name}`,
          spellcheck: 'false',
          tabindex: '0',
          autocapitalize: 'off',
        }),
      ),
    });
  }, [layer.name, view]);

  // In the same step as the rest is drawn: a letter typed in between would otherwise be taken back.
  useLayoutEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const shown = editor.state.doc.toString();
    if (shown !== text) {
      const change = changedPart(shown, text);
      const { empty, head } = editor.state.selection.main;
      // What is chosen stays chosen when an undo arrives after it was.
      const selection = empty ? { selection: { anchor: Math.min(head, text.length) } } : {};
      editor.dispatch({ changes: change, ...selection });
    }
    if (read.problems.length > 0 || diagnosticCount(editor.state) > 0) {
      editor.dispatch(setDiagnostics(editor.state, diagnostics(editor.state, read.problems)));
    }
  }, [text, read, view]);

  const errors = read.problems.filter((problem) => problem.severity === 'error');
  const first = errors[0] ?? read.problems[0];
  const sounding = new Set(layer.strokes.map((stroke) => stroke.slot)).size;
  return (
    <div
      className={`rounded-2xl border bg-card ${errors.length > 0 ? 'border-warn' : 'border-edge'}`}
    >
      <div className="flex items-start gap-3 px-3 py-2 max-sm:flex-col max-sm:gap-0">
        <span className="w-20 shrink-0 truncate pt-1.5 text-note text-quiet">{layer.name}</span>
        <div ref={host} className="max-h-44 min-w-0 flex-1 self-stretch overflow-y-auto" />
        <span className="shrink-0 pt-1.5 text-sm text-quiet max-md:hidden">
          {sounding} of {slotCount(layer)} slots sound
        </span>
      </div>
      {first ? (
        <p
          role="status"
          data-testid="typed-problem"
          className={`border-t border-edge px-4 py-2 ${errors.length > 0 ? 'text-warn' : 'text-quiet'}`}
        >
          <strong>
            Row {first.line}, column {first.column}:
          </strong>{' '}
          {first.message}
          {errors.length + read.more > 1 ? ` And ${errors.length + read.more - 1} more.` : ''}
          {errors.length > 0 ? ' The line above keeps the last version that reads.' : ''}
        </p>
      ) : sounding === 0 ? (
        <p className="border-t border-edge px-4 py-2 text-quiet">{sayEmpty(layer)}</p>
      ) : null}
    </div>
  );
}

/** What goes into an empty row: letters for dots, here or on the line. */
function sayEmpty(layer: Layer): string {
  const strokes = instrumentOf(layer)?.strokes ?? [];
  const [first] = strokes;
  if (!first) return 'Put a stroke in place of a dot.';
  const named = strokes.slice(0, 4).map(({ code, name }) => `${code} ${name}`);
  return `Put a letter in place of a dot, or choose a place on the line and press one: ${named.join(', ')}. A dot is silence, / begins the next beat, ${first.code}! is an accent, (${first.code}) a ghost.`;
}

/** What has to be put in place of what to make one text of another. */
function changedPart(before: string, after: string) {
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && before[head] === after[head]) head += 1;
  let tail = 0;
  while (tail < shorter - head && before.at(-1 - tail) === after.at(-1 - tail)) tail += 1;
  return {
    from: head,
    to: before.length - tail,
    insert: after.slice(head, after.length - tail),
  };
}

function diagnostics(state: EditorState, problems: readonly Problem[]) {
  return problems.map((problem) => {
    const line = state.doc.line(Math.min(problem.line, state.doc.lines));
    const from = Math.min(line.to, line.from + problem.column - 1);
    const to = Math.min(line.to, from + problem.length);
    return {
      from: to > from ? from : Math.max(line.from, from - 1),
      to,
      severity: problem.severity === 'error' ? ('error' as const) : ('info' as const),
      message: problem.message,
    };
  });
}

const EDITOR_THEME = EditorView.theme({
  '&': { fontSize: '16px', color: 'var(--ink)', backgroundColor: 'transparent' },
  '&.cm-focused': { outline: '2px solid var(--ring)', outlineOffset: '2px', borderRadius: '6px' },
  '.cm-content': { fontFamily: 'var(--font-mono)', caretColor: 'var(--ink)', padding: '4px 0' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-gutters': { backgroundColor: 'transparent', border: 'none' },
  '.cm-tooltip': {
    backgroundColor: 'var(--card)',
    color: 'var(--ink)',
    border: '1px solid var(--edge)',
    fontFamily: 'var(--font-text)',
    maxWidth: '420px',
    borderRadius: '10px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': {
    fontFamily: 'var(--font-text)',
    fontSize: '15px',
    maxHeight: '14em',
    borderRadius: '10px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li': { padding: '5px 12px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    backgroundColor: 'var(--choice)',
    color: 'var(--ink)',
  },
  '.cm-completionDetail': { fontFamily: 'var(--font-mono)', fontStyle: 'normal' },
  '.cm-tooltip.cm-completionInfo': { padding: '8px 12px', fontSize: '15px' },
  '.cm-lintRange-error': {
    backgroundImage: 'none',
    textDecoration: 'underline wavy var(--warn) 1.5px',
    textUnderlineOffset: '3px',
    paddingBottom: '3px',
  },
  '.cm-lint-marker-error': {
    content: '""',
    width: '10px',
    height: '10px',
    marginTop: '7px',
    borderRadius: '5px',
    backgroundColor: 'var(--warn)',
  },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
    backgroundColor: 'var(--choice) !important',
  },
});
