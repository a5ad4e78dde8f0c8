import { turnPulses } from '../../cycle/index.ts';
import type { Variation } from '../../rhythm/index.ts';
import type { Doing } from '../doing.ts';
import { type Laid, type Span, sourceOf, speedOf } from '../lay-out.ts';
import type { Source } from '../sources.ts';
import { about, type FormFinding, type Look } from './finding.ts';

/** The line itself that a player plays or varies, where it is not their quiet one. */
function homeOf(laid: Laid, { line, isQuiet }: Doing): Source | undefined {
  if (isQuiet || !line) return undefined;
  return sourceOf(laid.source, { rhythm: line.rhythm, layer: line.layer });
}

function tooMuch(span: Span, player: string, text: string): FormFinding {
  return about(span, {
    kind: 'variation',
    weight: 'look',
    player,
    text,
    mends: [{ label: 'Mix it with home', edit: { kind: 'mix', player } }],
  });
}

/** Variations that are played outside their place. */
export const variationsElsewhere: Look = ({ laid }) =>
  laid.spans.flatMap((span) =>
    span.doings.flatMap((doing): FormFinding[] => {
      const { player, line } = doing;
      const all = homeOf(laid, doing)?.rhythm.variations;
      const variation = all?.find(({ id }) => id === line?.variation);
      if (!variation?.place) return [];
      const { name, place } = variation;
      const [where, how] =
        place.kind === 'turn'
          ? [`turn ${place.turn + 1} of ${place.of}`, 'in every turn']
          : [`the ${place.side}-side`, 'on both'];
      const text = `${name} has its place on ${where}; in ${span.section.name} ${player.name} plays it ${how}.`;
      return [tooMuch(span, player.id, text)];
    }),
  );

/** How many of the turns of a line a variation has, and where it is played first. */
interface Taken {
  readonly variation: Variation;
  readonly home: Source;
  readonly played: number;
  readonly all: number;
  readonly first: { readonly span: Span; readonly player: string } | undefined;
}

/** Variations that are played more than their share of the form. One that has a place has its share there. */
export const variationsOver: Look = ({ laid }) => {
  const taken = new Map<string, Taken>();
  for (const span of laid.spans) {
    for (const doing of span.doings) {
      const home = homeOf(laid, doing);
      const { line, player } = doing;
      if (!home || !line) continue;
      const turns =
        (span.turns * turnPulses(span.section.cycle) * speedOf(span.section)) / home.turn;
      for (const variation of home.rhythm.variations ?? []) {
        const key = `${line.rhythm} ${line.layer} ${variation.id}`;
        const { played = 0, all = 0, first } = taken.get(key) ?? {};
        const isPlayed = variation.id === line.variation;
        taken.set(key, {
          variation,
          home,
          played: played + (isPlayed ? turns : 0),
          all: all + turns,
          first: first ?? (isPlayed ? { span, player: player.id } : undefined),
        });
      }
    }
  }
  return [...taken.values()].flatMap(({ variation, home, played, all, first }) => {
    const { name, share, place } = variation;
    if (!first || !share || place || played * share.den <= all * share.num) return [];
    const text = `${name} has ${Math.round((played / all) * 100)} % of the turns of ${home.layer.name} in this form; its share is ${share.num}/${share.den}.`;
    return [tooMuch(first.span, first.player, text)];
  });
};
