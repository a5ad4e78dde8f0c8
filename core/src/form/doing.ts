import type { Form, Line, Part, Player, Section } from './model.ts';

/** What a player does in a section. */
export interface Doing {
  readonly player: Player;
  readonly part?: Part;
  /** What is played. */
  readonly line?: Line;
  /** Leads freely, with what may be played there. */
  readonly solo?: readonly Line[];
  /** The quiet line, since someone else leads. */
  readonly isQuiet?: true;
}

/** What each player does in a section; where someone leads, the others go to their quiet lines. */
export function doingsIn({ players }: Pick<Form, 'players'>, section: Section): readonly Doing[] {
  const lead = section.parts.find(({ solo }) => solo)?.player;
  return players.map((player): Doing => {
    const part = section.parts.find((one) => one.player === player.id);
    if (lead !== undefined && lead !== player.id && !part?.line && player.quiet)
      return { player, ...(part && { part }), line: player.quiet, isQuiet: true };
    return {
      player,
      ...(part && { part }),
      ...(part?.line && { line: part.line }),
      ...(part?.solo && { solo: part.solo }),
    };
  });
}

/** Whether two lines sound alike: the same layer of the same rhythm, in the same variation and mix. */
export function isSameLine(a: Line | undefined, b: Line | undefined): boolean {
  return (
    a?.rhythm === b?.rhythm &&
    a?.layer === b?.layer &&
    a?.variation === b?.variation &&
    a?.mix === b?.mix
  );
}
