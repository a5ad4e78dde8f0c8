import { oneLine } from '../../bounds/index.ts';
import { cycleFromSpans } from '../../cycle/index.ts';
import { type Row, readCycleText, readName } from '../../text/index.ts';
import { TEMPO_RANGE } from '../../time/index.ts';
import { type Change, CURVES, FORM_LIMITS, LEVELS, type Section, SPEEDS } from '../model.ts';
import { readBeats, readPlace } from './lines.ts';

import {
  inPart,
  inSection,
  lineIn,
  nameIn,
  numberIn,
  type Open,
  playerCalled,
  type Reading,
  type ReadRow,
  say,
} from './reading.ts';

/** Every row of a form, by the word with which it begins. */
export const FORM_ROWS: ReadonlyMap<string, ReadRow> = new Map<string, ReadRow>([
  [
    'form',
    (reading, row) => {
      reading.name = nameIn(reading, row, 'form');
    },
  ],
  [
    'tempo',
    (reading, row) => {
      const match = /^(\d{1,3}(?:\.\d{1,3})?)(?:\s+per\s+(\d{1,2}))?$/.exec(row.rest.text.trim());
      const bpm = Number(match?.[1]);
      const per = Number(match?.[2] ?? 4);
      const { min, max } = TEMPO_RANGE;
      if (bpm >= min && bpm <= max && per >= 1 && per <= 64) reading.tempo = { bpm, per };
      else say(reading, row, `Write the tempo as 72 per 3, between ${min} and ${max}.`);
    },
  ],
  [
    'final',
    (reading) => {
      reading.final = true;
    },
  ],
  ['note', (reading, { rest }) => void reading.notes.push(rest.text)],
  [
    'player',
    (reading, row) => {
      const name = nameIn(reading, row, 'player');
      reading.players.push({
        id: `player-${reading.players.length + 1}`,
        name: name || `Player ${reading.players.length + 1}`,
      });
    },
  ],
  [
    'quiet',
    (reading, row) => {
      const player = reading.players.at(-1);
      if (!player || reading.section)
        say(reading, row, 'The row quiet belongs to a player. Write it under “player Name”.');
      else {
        const quiet = lineIn(reading, row);
        if (quiet) player.quiet = quiet;
      }
    },
  ],
  [
    'section',
    (reading, row) => {
      const name = nameIn(reading, row, 'section');
      const number = reading.sections.length + 1;
      reading.section = {
        id: `section-${number}`,
        name: name || `Section ${number}`,
        cycle: cycleFromSpans('4x4'),
        turns: 8,
        level: 'plain',
        parts: [],
      };
      reading.sections.push(reading.section);
      reading.part = undefined;
      reading.call = undefined;
    },
  ],
  [
    'cycle',
    inSection((section, row, reading) => {
      const read = readCycleText(row.rest.text);
      if (read.ok) section.cycle = read.cycle;
      else {
        const { line, column } = row.rest;
        const { at, length, message } = read;
        reading.problems.push({ line, column: column + at, length, message, severity: 'error' });
      }
    }),
  ],
  [
    'turns',
    inSection((section, row, reading) => {
      const match = /^(\d{1,4})(?:\s+to\s+(\d{1,4})\s+until the sign)?$/.exec(row.rest.text.trim());
      if (!match) {
        say(
          reading,
          row,
          'Write how many turns it lasts: turns 8, or turns 10 to 24 until the sign.',
        );
        return;
      }
      const most = FORM_LIMITS.turns;
      section.turns = numberIn(
        reading,
        row,
        match[1] ?? '',
        most,
        'A section lasts a number of turns',
      );
      if (match[2] !== undefined)
        section.most = numberIn(reading, row, match[2], most, 'A section lasts a number of turns');
    }),
  ],
  [
    'level',
    inSection((section, row, reading) => {
      const level = LEVELS.find((one) => one === row.rest.text.trim());
      if (level) section.level = level;
      else say(reading, row, `A level is ${LEVELS.join(', ')}.`);
    }),
  ],
  [
    'speed',
    inSection((section, row, reading) => {
      const speed = SPEEDS.find((one) => one === row.rest.text.trim());
      if (speed) section.speed = speed;
      else say(reading, row, `A speed is ${SPEEDS.join(' or ')}.`);
    }),
  ],
  ['change', inSection(readChange)],
  [
    'anew',
    inSection((section) => {
      section.anew = true;
    }),
  ],
  [
    'sung',
    inSection((section) => {
      section.sung = true;
    }),
  ],
  [
    'cut',
    inSection((section, row, reading) => {
      const cut = readPlace(row.rest.text);
      if (cut) section.cut = cut;
      else say(reading, row, 'Write where all stop, as turn and beat: cut 8.3.');
    }),
  ],
  [
    'meant',
    inSection((section, { rest, key }, reading) => {
      const kind = rest.text.trim();
      if (/^[a-z-]{1,30}$/.test(kind)) reading.meant.push({ kind, section: section.id });
      else say(reading, { key, rest }, 'Write what is meant to be so, in one word: meant turned.');
    }),
  ],
  [
    'call',
    inSection((section, row, reading) => {
      const [, place = '', name = ''] = /^(\S+)\s*(.*)$/s.exec(row.rest.text) ?? [];
      const at = readPlace(place);
      if (!at) {
        say(reading, row, 'Write where the call comes and who gives it: call 8.1 Voice.');
        return;
      }
      const player = playerCalled(reading, row, name);
      if (player === undefined) return;
      reading.call = { player, at, sign: 'sign' };
      section.calls = [...(section.calls ?? []), reading.call];
    }),
  ],
  ['sign', callWords('sign')],
  ['brings', callWords('brings')],
  [
    'part',
    inSection((section, row, reading) => {
      const player = playerCalled(reading, row, row.rest.text);
      reading.part = player === undefined ? undefined : { player };
      if (reading.part) section.parts = [...section.parts, reading.part];
    }),
  ],
  [
    'play',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (line) part.line = line;
    }),
  ],
  [
    'solo',
    inPart((part) => {
      part.solo = [];
    }),
  ],
  [
    'may',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (line) part.solo = [...(part.solo ?? []), line];
    }),
  ],
  ['from', partPlace('from')],
  ['until', partPlace('until')],
  [
    'begin',
    inPart((part, row, reading) => {
      part.begin =
        numberIn(
          reading,
          row,
          row.rest.text,
          FORM_LIMITS.turns,
          'A line begins with one of its turns',
        ) - 1;
    }),
  ],
  [
    'pickup',
    inPart((part, row, reading) => {
      const beats = readBeats(row.rest.text);
      if (beats) part.pickup = { beats };
      else say(reading, row, 'Write how many beats before it begins: pickup 2, or pickup 1/2.');
    }),
  ],
  [
    'with',
    inPart((part, row, reading) => {
      const line = lineIn(reading, row);
      if (!part.pickup)
        say(reading, row, 'The row with belongs to a pickup. Write pickup and its beats above it.');
      else if (line) part.pickup = { ...part.pickup, line };
    }),
  ],
  [
    'repeat',
    (reading, row) => {
      const times = numberIn(
        reading,
        row,
        row.rest.text,
        FORM_LIMITS.times,
        'Sections are repeated a number of times',
      );
      if (reading.isRepeating) say(reading, row, 'A repeat in a repeat: write “end” before it.');
      reading.order.push({ times, steps: [] });
      reading.isRepeating = true;
    },
  ],
  [
    'end',
    (reading, row) => {
      if (!reading.isRepeating) say(reading, row, 'There is no repeat to end here.');
      reading.isRepeating = false;
    },
  ],
  [
    'then',
    (reading, row) => {
      const open = reading.isRepeating ? reading.order.at(-1) : undefined;
      const repeat = open ?? { times: 1, steps: [] };
      if (!open) reading.order.push(repeat);
      reading.steps.push({ row, repeat });
    },
  ],
]);

function readChange(section: Open<Section>, row: Row, reading: Reading): void {
  const text = row.rest.text.trim();
  const match = /^(.*?)(?:\s*\bover\s+(\d{1,4}))?(?:\s*\b(even|straight))?$/.exec(text);
  const [, said = '', over, curve] = match ?? [];
  const change = changeCalled(said.trim());
  if (change === undefined && said.trim() !== '') {
    say(
      reading,
      row,
      'Write how the tempo comes here: change same pulse, same beat, 3 become 2, or to 96; over 4 after it where it comes by and by.',
    );
    return;
  }
  if (change) section.change = change;
  if (over !== undefined)
    section.over = numberIn(
      reading,
      row,
      over,
      FORM_LIMITS.turns,
      'A tempo changes over a number of turns',
    );
  const known = CURVES.find((one) => one === curve);
  if (known) section.curve = known;
}

function changeCalled(text: string): Change | undefined {
  if (text === 'same pulse') return { kind: 'pulse' };
  if (text === 'same beat') return { kind: 'beat' };
  const ratio = /^(\d{1,2})\s+become\s+(\d{1,2})$/.exec(text);
  if (ratio) {
    const [before, now] = [Number(ratio[1]), Number(ratio[2])];
    const fits = (value: number) => value >= 1 && value <= 32;
    return fits(before) && fits(now) ? { kind: 'ratio', before, now } : undefined;
  }
  const at = /^to\s+(\d{1,3}(?:\.\d{1,3})?)$/.exec(text);
  const bpm = Number(at?.[1]);
  return bpm >= TEMPO_RANGE.min && bpm <= TEMPO_RANGE.max ? { kind: 'at', bpm } : undefined;
}

function callWords(which: 'sign' | 'brings'): ReadRow {
  return (reading, row) => {
    const words = oneLine(readName(row.rest.text).name, FORM_LIMITS.sign);
    if (!reading.call)
      say(reading, row, `The row ${which} belongs to a call. Write “call 8.1 Name” above it.`);
    else if (words === '') say(reading, row, 'Write what is called, or what it brings.');
    else reading.call[which] = words;
  };
}

function partPlace(which: 'from' | 'until'): ReadRow {
  return inPart((part, row, reading) => {
    const place = readPlace(row.rest.text);
    if (place) part[which] = place;
    else say(reading, row, `Write a turn and a beat, each from 1: ${which} 3.2.`);
  });
}
