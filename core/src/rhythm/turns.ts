import { oneLine } from '../bounds/index.ts';
import { LIMITS, type Rhythm, TURN_LEVEL, type TurnMark, type TurnName } from './model.ts';

/** Gives a turn a mark and a name; plain without a name is as if nothing were said of it. */
export function nameTurn(rhythm: Rhythm, turn: number, mark: TurnMark, name = ''): Rhythm {
  const kept = oneLine(name.replace(/[#"]+/g, ' '), 40);
  return changeTurn(rhythm, turn, ({ level }) => ({
    turn,
    mark,
    ...(kept === '' ? {} : { name: kept }),
    ...(level === undefined ? {} : { level }),
  }));
}

/**
 * Makes a turn softer than the others, its accents still accents.
 * @param percent of the others; 100 and more as loud as they are
 */
export function setTurnLevel(rhythm: Rhythm, turn: number, percent: number): Rhythm {
  const level = Math.max(TURN_LEVEL.min, Math.round(percent));
  return changeTurn(rhythm, turn, ({ level: _before, ...rest }) =>
    level > TURN_LEVEL.max ? rest : { ...rest, level },
  );
}

function changeTurn(rhythm: Rhythm, turn: number, change: (before: TurnName) => TurnName): Rhythm {
  if (turn < 0 || turn >= LIMITS.turns) return rhythm;
  const { turns = [], ...rest } = rhythm;
  const before = turns.find((one) => one.turn === turn) ?? { turn, mark: 'plain' as const };
  const now = change(before);
  const isPlain = now.mark === 'plain' && now.name === undefined && now.level === undefined;
  const others = turns.filter((one) => one.turn !== turn);
  const next = [...others, ...(isPlain ? [] : [now])].sort((a, b) => a.turn - b.turn);
  return next.length === 0 ? rest : { ...rest, turns: next };
}

/** What is said of a turn: "call: The stairs", "ending", "answer, 60 %", or its number. */
export function sayTurn(rhythm: Pick<Rhythm, 'turns'>, turn: number): string {
  const said = rhythm.turns?.find((one) => one.turn === turn);
  const number = `turn ${turn + 1}`;
  if (!said) return number;
  const { mark, name, level } = said;
  const called =
    mark === 'plain' ? (name ?? number) : name === undefined ? mark : `${mark}: ${name}`;
  return level === undefined ? called : `${called}, ${level} %`;
}
