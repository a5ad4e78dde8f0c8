import { oneLine } from '../bounds/index.ts';
import { LIMITS, type Rhythm, type TurnMark, type TurnName } from './model.ts';

/** Gives a turn a mark and a name; plain without a name is as if nothing were said of it. */
export function nameTurn(rhythm: Rhythm, turn: number, mark: TurnMark, name = ''): Rhythm {
  if (turn < 0 || turn >= LIMITS.turns) return rhythm;
  const kept = oneLine(name.replace(/[#"]+/g, ' '), 40);
  const { turns = [], ...rest } = rhythm;
  const others = turns.filter((one) => one.turn !== turn);
  const said: TurnName[] =
    mark === 'plain' && kept === '' ? [] : [{ turn, mark, ...(kept === '' ? {} : { name: kept }) }];
  const next = [...others, ...said].sort((a, b) => a.turn - b.turn);
  return next.length === 0 ? rest : { ...rest, turns: next };
}

/** What is said of a turn: "call: The stairs", "ending", or its number. */
export function sayTurn(rhythm: Pick<Rhythm, 'turns'>, turn: number): string {
  const said = rhythm.turns?.find((one) => one.turn === turn);
  if (!said) return `turn ${turn + 1}`;
  if (said.mark === 'plain') return said.name ?? `turn ${turn + 1}`;
  return said.name === undefined ? said.mark : `${said.mark}: ${said.name}`;
}
