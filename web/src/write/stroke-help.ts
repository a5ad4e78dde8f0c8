import {
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
  completionKeymap,
} from '@codemirror/autocomplete';
import type { Extension } from '@codemirror/state';
import { hoverTooltip, keymap } from '@codemirror/view';
import { instrumentOf, type PlayedOn } from '@stride/core/instrument';
import { explainCode } from '@stride/core/rhythm';

/** A stroke's code in the text, without its marks. */
const CODE = /[A-Za-z][A-Za-z0-9]*/;

/**
 * Completion of stroke names and the meaning of a code on hover, in the rows of a layer.
 * @param instrument gives the id of the layer's instrument as it is now
 */
export function strokeHelp(on: () => PlayedOn): Extension {
  return [
    autocompletion({ override: [(context) => complete(context, on())], icons: false }),
    keymap.of(completionKeymap),
    hoverTooltip((view, position) => {
      const line = view.state.doc.lineAt(position);
      if (!isStrokes(line.text)) return null;
      const from = /^\s*play\s/.exec(line.text)?.[0].length ?? 0;
      const at = position - line.from;
      for (const match of line.text.matchAll(new RegExp(CODE, 'g'))) {
        const end = match.index + match[0].length;
        if (at < match.index || at > end || match.index < from) continue;
        const meaning = explainCode(on(), match[0]);
        if (!meaning) return null;
        return {
          pos: line.from + match.index,
          end: line.from + end,
          above: true,
          create() {
            const dom = document.createElement('div');
            dom.className = 'px-2 py-1';
            dom.textContent = meaning;
            return { dom };
          },
        };
      }
      return null;
    }),
  ];
}

/** Whether a row is of strokes: with the word play before them, or with none. */
function isStrokes(row: string): boolean {
  return !/^\s*(hand|say|as|loop|role)\b/.test(row);
}

/** Strokes by name: `du` offers dum and writes D. A code that is complete asks for nothing. */
function complete(context: CompletionContext, on: PlayedOn): CompletionResult | null {
  const instrument = instrumentOf(on);
  const line = context.state.doc.lineAt(context.pos);
  const word = context.matchBefore(/[A-Za-z][A-Za-z0-9]*/);
  if (!instrument || !isStrokes(line.text)) return null;
  const isCode = instrument.strokes.some((stroke) => stroke.code === word?.text);
  if (!context.explicit && (!word || word.text.length < 2 || isCode)) return null;
  const options = [...instrument.strokes, ...(instrument.compounds ?? [])].map(
    ({ code, name, how }): Completion => ({
      label: name,
      detail: code,
      info: how,
      apply: code,
    }),
  );
  return { from: word?.from ?? context.pos, options };
}
