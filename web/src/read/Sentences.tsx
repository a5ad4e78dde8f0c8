import type { Figure, Finding } from '@stride/core/read';
import type { Rhythm } from '@stride/core/rhythm';
import type { Lit } from '../strideline/StrideLine.tsx';
import { ofLayer, Sentence } from './Sentence.tsx';

interface SentencesProps {
  readonly rhythm: Rhythm;
  readonly layerIndex: number;
  /** What is said of the layer; `tone` and `figure` where it has them. */
  readonly findings: readonly (Pick<Finding, 'text' | 'slots'> & Partial<Finding>)[];
  readonly lit: Lit | undefined;
  readonly onLight: (lit: Lit | undefined) => void;
  /** Writes out how a figure is worked out, where that is asked for. */
  readonly workOut?: (figure: Figure) => readonly string[];
}

/** What is said of a layer, one sentence after another. */
export function Sentences(props: SentencesProps) {
  const { rhythm, layerIndex, findings, lit, onLight, workOut } = props;
  return findings.map(({ text, tone, slots, figure }) => (
    <Sentence
      key={text}
      rhythm={rhythm}
      text={text}
      tone={tone}
      speaksOf={ofLayer(layerIndex, slots)}
      lit={lit}
      onLight={onLight}
      workOut={figure && workOut ? () => workOut(figure) : undefined}
    />
  ));
}
