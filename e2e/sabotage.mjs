// `npm run sabotage`: breaks one feature after another in a copy of the program, and tries the browser
// tests of its subject against it. They must notice.
//
//   npm run sabotage                 all switches
//   npm run sabotage -- mute undo    those whose name begins so
import { spawn } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { AT_EASE } from './groups.mjs';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const COPIES = join(ROOT, '.reports', 'sabotage');

/** A feature, how it is broken, and the browser test that must fail then: its file and title. */
const SWITCHES = [
  [
    'mute',
    'web/src/bench/mix.ts',
    'silent.has(id) ? 0 :',
    'mix.solo.length > 0 && silent.has(id) ? 0 :',
    'heard',
    'a mute, a solo',
  ],
  [
    'solo',
    'web/src/bench/mix.ts',
    '(alone.length > 0 && !alone.includes(id))',
    'false',
    'heard',
    'a mute, a solo',
  ],
  ['level', 'web/src/bench/mix.ts', '(mix.levels[id] ?? 1)', '1', 'heard', 'a mute, a solo'],
  ['click', 'web/src/bench/mix.ts', 'mix.click ? 1 : 0', '0', 'heard', 'a mute, a solo'],
  [
    'edit while playing',
    'web/src/audio/player.ts',
    'if (mine === asked && isMeant()) goOnWith(to);',
    '',
    'heard',
    'an edit while it plays',
  ],
  [
    'tempo while playing',
    'web/src/audio/player.ts',
    '      if (!score) {\n        goOnWith(to);',
    '      if (!score) {',
    'write',
    'keeps playing while',
  ],
  [
    'playing dies after eight sounds',
    'web/src/audio/player.ts',
    'const buffer = sounds.take(event.sound, takeOf);',
    'const many = globalThis as { many?: number };\n      many.many = (many.many ?? 0) + 1;\n      const buffer = many.many > 8 ? undefined : sounds.take(event.sound, takeOf);',
    'heard',
    'it goes on',
  ],
  [
    'the count is lit',
    'web/src/strideline/Playhead.tsx',
    "word.classList.add('count-now');",
    '',
    'heard',
    'the count is lit',
  ],
  [
    'the count is lit in time',
    'web/src/strideline/Playhead.tsx',
    'Math.floor((pulses %',
    '3 + Math.floor((pulses %',
    'heard',
    'the count is lit',
  ],
  [
    'tapping along',
    'web/src/frame/use-tap-along.ts',
    'const off = (at - nearest) *',
    'const off = 0.5 * (at - nearest) *',
    'heard',
    'tapping along',
  ],
  [
    'look-ahead',
    'web/src/audio/player.ts',
    'const LOOK_AHEAD: Seconds = 0.5;',
    'const LOOK_AHEAD: Seconds = 0.08;',
    'write',
    'schedules nothing late',
  ],
  [
    'a hidden tab',
    'web/src/audio/the-player.ts',
    'ticker.onmessage = tick;\n    ticker.postMessage(ms);',
    'ticker.onmessage = null;\n    const page = globalThis as { beat?: number };\n    page.beat = ms;\n    const again = () => {\n      if (!page.beat) return;\n      tick();\n      setTimeout(again, page.beat);\n    };\n    if (ms > 0) setTimeout(again, ms);',
    'write',
    'keeps time in a tab',
  ],
  [
    'undo',
    'web/src/store/document.ts',
    'move(undo(state.history));\n      else',
    'move(state.history);\n      else',
    'line',
    'places, accents',
  ],
  [
    'saving',
    'web/src/store/document.ts',
    '    keep();\n    return true;',
    '    return true;',
    'storage',
    'a tab that is killed',
  ],
  [
    'last edits',
    'web/src/store/open-documents.ts',
    'if (edits) lastEdits.note(document.id, edits);',
    '',
    'storage',
    'an edit is done again',
  ],
  [
    'last edits of a form',
    'web/src/store/open-forms.ts',
    'if (edits) lastFormEdits.note(document.id, edits);',
    '',
    'storage',
    'an edit of a form is done again',
  ],
  [
    'the stretch that an undo takes away',
    'web/src/write/open-line.ts',
    'moved && isThere(moved, timing) ? moved',
    'moved ? moved',
    'keys',
    'again and again',
  ],
  [
    'the focus that goes on with the choice',
    'web/src/write/use-open-line.ts',
    'if (document.activeElement === from) take();',
    '',
    'line',
    'places, accents',
  ],
  [
    'what a sentence of Read lights',
    'web/src/read/LineRead.tsx',
    'lit={props.lit}',
    'lit={undefined}',
    'reading',
    'chosen turns are read',
  ],
  [
    'the focus after an undo',
    'web/src/write/use-open-line.ts',
    'useFocusKept(isSlot, slotElement);',
    '',
    'keys',
    'again and again',
  ],
  [
    'the focus of a button that has done all it can',
    'web/src/ui/use-held-button.ts',
    'disabled: disabled && !isHeld',
    'disabled',
    'sheet',
    'hands are mirrored',
  ],
  [
    'the focus where a section was',
    'web/src/form/FormPage.tsx',
    'Math.min(Number(at?.at ?? at?.of ?? 0), laid.spans.length - 1)',
    '-1',
    'form-sections',
    'sections are moved, stretched',
  ],
  [
    'tools of the bar',
    'web/src/write/LineTool.tsx',
    'onClick={() => does(now())}',
    'onClick={() => now()}',
    'hands',
    'a rhythm is written from nothing by pointer alone',
  ],
  [
    'the bar follows the line',
    'web/src/write/StrokeBar.tsx',
    'const line = useStoreSoon(open);',
    'const line = useState(now)[0];',
    'line',
    'strokes sound together by key and by button',
  ],
  [
    'accent',
    'web/src/write/line-keys.ts',
    'run: ({ commands }) => commands.accent() }',
    'run: () => undefined }',
    'line',
    'places, accents',
  ],
  [
    'typed rows',
    'web/src/write/TypedLine.tsx',
    'rhythm: unchanged',
    'rhythm: unchanged || next.length > 3',
    'line',
    'marks what is typed',
  ],
  [
    'a second tab',
    'web/src/store/document.ts',
    "set({ save: { status: 'elsewhere', theirs: stored } });",
    'revision = stored.revision;',
    'line',
    'a second tab overwrites',
  ],
  [
    'a tempo up',
    'core/src/climb/climb.ts',
    'if (rung < last) return countIn(rung + 1);\n      return state.status',
    'return state.status',
    'climb',
    'goes up, down',
  ],
  [
    'the count-in of a rung',
    'web/src/climb/segments.ts',
    "if (state.status === 'counting-in') {",
    "if (state.status === 'counting-in' && state.rung < 0) {",
    'climb',
    'keeps exact time',
  ],
  [
    'the beat changes over',
    'web/src/crossing/use-crossing-player.ts',
    '(ended.tag + 1) % scores.length',
    'ended.tag',
    'crossing',
    'the beat changes over',
  ],
  [
    'a mend is heard',
    'web/src/landing/use-landing-player.ts',
    'wanted.current = true;',
    '',
    'landing',
    'a phrase that misses',
  ],
  [
    'a cadence is kept',
    'web/src/landing/kept.ts',
    'await database.cadences.put(cadenceRecord(cadence, Date.now()));',
    '',
    'landing',
    'says which bound',
  ],
  [
    'safe: what stood before an edit is kept',
    'web/src/store/history.ts',
    'await db.history.put({ id, at: before.updated, rhythm: before.rhythm });',
    'void before;',
    'safe',
    'an earlier version',
  ],
  [
    'safe: a version is taken back',
    'web/src/history/HistoryDialog.tsx',
    'document.edit(() => ({ ...rhythm, id: document.id }))',
    'document.edit((now) => now)',
    'safe',
    'an earlier version',
  ],
  [
    'safe: what is deleted stays in the trash',
    'web/src/store/trash.ts',
    'await db.trash.put(record);',
    '',
    'safe',
    'three tabs',
  ],
  [
    'safe: both stay where a backup differs',
    'web/src/store/library.ts',
    'await putBeside(db, item, row, id, brought);',
    '',
    'safe',
    'the whole library',
  ],
  [
    'safe: the folder gets its backup',
    'web/src/safe/folder.ts',
    'await stream.write(content as BufferSource & Uint8Array<ArrayBuffer>);',
    '',
    'safe',
    'a folder gets',
  ],
  [
    'safe: it starts without network',
    'web/vite.config.ts',
    "navigateFallback: '/index.html',",
    'navigateFallback: null,',
    'offline',
    'served as plain files',
  ],
  [
    'safe: a new version waits',
    'web/src/app/offline.ts',
    'waiting.set(registration.waiting);',
    '',
    'offline',
    'served as plain files',
  ],
  [
    'safe: a link carries its rhythm',
    'web/src/bring/take-in.ts',
    'await putRhythms(database, records);',
    '',
    'links',
    'a rhythm travels',
  ],
  [
    'safe: words stay with a set-up',
    'web/src/crossing/Crossing.tsx',
    "onOwn={(words) => set({ words }, 'words')}",
    'onOwn={() => undefined}',
    'links',
    'a crossing is kept',
  ],
  [
    'safe: no certificate is told',
    'web/src/ear/microphone-input.ts',
    'if (!window.isSecureContext || !navigator.mediaDevices) {',
    'if (window.isSecureContext && !navigator.mediaDevices) {',
    'lan',
    'at an address',
  ],
  [
    'files: what is left out of a table stays out',
    'web/src/bring/PartTable.tsx',
    "[key]: value === '' ? null : value",
    '[key]: value',
    'bring',
    'a score that is dropped',
  ],
  [
    'files: what a score cannot be is said',
    'web/src/bring/bring-api.ts',
    '      lost,\n      proposed',
    '      lost: [],\n      proposed',
    'bring',
    'a score that is dropped',
  ],
  [
    'files: what notes cannot hold is said',
    'web/src/takeaway/take-away.ts',
    '  return lost;',
    '  return [];',
    'bring',
    'what goes out as notes',
  ],
  [
    'files: a player is left out of the sound',
    'web/src/takeaway/TakeSound.tsx',
    'for (const id of out) others.delete(id);',
    '',
    'bring',
    'turns become sound',
  ],
  [
    'files: a text that is pasted comes in',
    'web/src/bring/Arrivals.tsx',
    'else if (WHOLE_TEXT.test(text)) arriveText.current(text);',
    '',
    'bring',
    'a text that is pasted',
  ],
  [
    'files: the same rhythm twice is named',
    'web/src/bring/reading.ts',
    "return 'the same';",
    "return 'its name';",
    'bring',
    'a text that is pasted',
  ],
  [
    'files: the system opens one',
    'web/src/bring/Arrivals.tsx',
    '(opened) => arrive.current(opened),',
    '() => undefined,',
    'bring',
    'a file that the system opens',
  ],
  [
    'files: a recording is heard',
    'web/src/bring/bring-api.ts',
    'hearRecording(samples, sampleRate, name)',
    'hearRecording(samples.slice(0, samples.length / 2), sampleRate, name)',
    'bring',
    'a recording is heard',
  ],
  [
    'files: a rhythm is shared',
    'web/src/takeaway/share.ts',
    'writeRhythm(rhythm)',
    "''",
    'bring',
    'where the device hands',
  ],
  [
    'files: what was chosen is remembered',
    'web/src/bring/NotesItem.tsx',
    'onRemember(parts);',
    '',
    'bring',
    'a score that is dropped',
  ],
  [
    'files: what comes in goes by undo',
    'web/src/bring/take-in.ts',
    "for (const { id, rhythm } of records) void discard('rhythm', id, rhythm.name);",
    '',
    'bring',
    'a score that is dropped',
  ],
  [
    'files: pulses before the one',
    'web/src/bring/NotesItem.tsx',
    'set({ later: Math.round(value) })',
    'set({})',
    'bring',
    'a score that is dropped',
  ],
  [
    'files: notes come back with their strokes',
    'web/src/bring/bring-api.ts',
    "kind === 'midi' ? readMidiFile(bytes, name)",
    "kind === 'midi' ? readMidiFile(bytes.slice(0, bytes.length / 2), name)",
    'bring',
    'what goes out as notes',
  ],
  [
    'files: what is chosen becomes sound',
    'core/src/passage/perform.ts',
    'Array.from({ length: passage.times }, () => time)',
    'Array.from({ length: 1 }, () => time)',
    'bring',
    'what is chosen on the line becomes sound',
  ],
  [
    'files: the line goes out as a picture',
    'web/src/sheet/page-image.ts',
    'root.append(copy);',
    '',
    'sheet',
    'a page for a stand',
  ],
  [
    'files: a page for a stand is large',
    'web/src/sheet/Sheet.tsx',
    'zoom: 2,',
    'zoom: 1,',
    'sheet',
    'a page for a stand',
  ],
  [
    'sound: a clock gives the tempo',
    'web/src/audio/given-tempo.ts',
    'bpm === undefined',
    'bpm !== 1',
    'heard',
    'the clock of a device',
  ],
  [
    'Find anything',
    'web/src/app/find.ts',
    'if (!wanted.every((word) => text.includes(word))) return undefined;',
    '',
    'shelf',
    'anything is found',
  ],
  [
    'searching the Shelf',
    'web/src/shelf/arrange.ts',
    'wanted.every((word) => card.find.includes(word))',
    'true',
    'shelf',
    'searches, sorts',
  ],
  [
    'taking away',
    'web/src/takeaway/take-away.ts',
    'write(rhythm, notes);',
    'write({ ...rhythm, layers: rhythm.layers.slice(1) }, notes);',
    'shelf',
    'a file brings back',
  ],
  [
    'a sentence lights',
    'web/src/read/Sentence.tsx',
    'onLight(isLit ? undefined : speaksOf)',
    'onLight(undefined)',
    'hands',
    'a sentence lights',
  ],
  [
    'heard alone',
    'web/src/read/HearAlone.tsx',
    'slots?.has(stroke.slot)',
    'slots !== undefined || stroke.slot < 0',
    'hands',
    'a sentence lights',
  ],
  [
    'the other-handed player',
    'web/src/sheet/Sheet.tsx',
    'return mirrored ? mirrorHands(shown) : shown;',
    'return mirrored && shown.layers.length > 99 ? mirrorHands(shown) : shown;',
    'sheet',
    'hands are mirrored',
  ],
  [
    'copying',
    'web/src/write/stretch-commands.ts',
    'return paste(rhythm, before, slot, { ...clip, strokes });',
    'return before;',
    'writing',
    'a stretch over layers is copied',
  ],
  [
    'a turn is counted in',
    'web/src/bench/use-playing.ts',
    'const begun = countIn ? counted : next();',
    'const begun = next();',
    'hands',
    'a turn is counted in',
  ],
  [
    'what happens is said',
    'web/src/ui/live.tsx',
    'said.set(',
    'void (',
    'access',
    'what happens is said',
  ],
  ['second click', 'web/src/bench/mix.ts', 'mix.second ? 1 : 0', '0', 'counting', 'two countings'],
  [
    'second counting drawn',
    'web/src/strideline/StrideLine.tsx',
    'second={rhythm.second}',
    'second={undefined}',
    'counting',
    'two countings',
  ],
  [
    'mark on the stroke just placed',
    'web/src/write/open-line.ts',
    'if (!just || !isSilent || just.layer !== chosen.layer) {',
    'if (just !== null) {',
    'counting',
    'marks go to',
  ],
  [
    'line takes keys at once',
    'web/src/shelf/NewRhythm.tsx',
    'state: { begin: true }',
    'state: {}',
    'first-visit',
    'a conga player',
  ],
  [
    'named cycle brings its strokes',
    'web/src/shelf/NewRhythm.tsx',
    'useState(true)',
    'useState(false)',
    'first-visit',
    'a tabla student',
  ],
  [
    'chosen turns',
    'web/src/read/use-turns.ts',
    'if (chosen.length === 0 || chosen.length === count) {',
    'if (count > 0) {',
    'reading',
    'chosen turns',
  ],
  [
    'actions in Find anything',
    'web/src/app/offers.ts',
    'offering.add(now);',
    '',
    'shelf',
    'anything is found',
  ],
  [
    'chosen stretch round and round',
    'web/src/bench/play-what.ts',
    'return { passages: [chosenPassage(rhythm, timing, chosen)], again: 0 };',
    'return undefined;',
    'passages',
    'a chosen stretch',
  ],
  [
    'what comes next waits',
    'core/src/sound/transport.ts',
    'if (endTicks >= last.endTicks) return transport;',
    'return transport;',
    'passages',
    'playing begins here',
  ],
  [
    'from here',
    'web/src/bench/play-what.ts',
    "begin.what === 'here' ? (begin.chosen?.from ?? 0) : 0",
    '0',
    'passages',
    'playing begins here',
  ],
  [
    'a verdict holds a climb',
    'web/src/climb/run-log.ts',
    "verdict: isWhole ? verdictOf(clean, dropouts) : 'stay',",
    "verdict: 'up',",
    'listening',
    'a climb is held',
  ],
  [
    'the piece that fails',
    'web/src/climb/Climb.tsx',
    'practice.practisePiece(rung, failing);',
    '',
    'listening',
    'a climb is held',
  ],
  [
    'a stroke is marked at once',
    'web/src/climb/Climb.tsx',
    'if (met) addLiveMark(',
    'if (!met) addLiveMark(',
    'listening',
    'a climb is held',
  ],
  [
    'strokes are told apart',
    'web/src/ear/microphone-input.ts',
    '...(tellsKinds ? kindOf(told) : {})',
    '',
    'listening',
    'through the microphone',
  ],
  [
    'a run is recorded',
    'web/src/climb/use-take.ts',
    'sound.take = records ? recorder.current.take : undefined;',
    'sound.take = undefined;',
    'listening',
    'through the microphone',
  ],
  [
    'pieces are joined',
    'core/src/passage/ways.ts',
    '...(at + 1 < count ? [rowOf(practised, 0, at + 1)] : []),',
    '',
    'listening',
    'three pieces',
  ],
  [
    'a swing is told',
    'core/src/ear/judge/say.ts',
    '...swing(judgement),',
    '',
    'listening',
    'a six that swings',
  ],
  [
    'silent turns',
    'core/src/sound/click.ts',
    'if (!coming) return true;',
    'if (turn >= 0 || !coming) return true;',
    'listening',
    'in silent turns',
  ],
  [
    'a pad is heard',
    'web/src/ear/midi-input.ts',
    'hear({ time, loud',
    'if (time < 0) hear({ time, loud',
    'listening',
    'a pad is learnt',
  ],
  [
    'the pads on the screen are heard',
    'web/src/ear/pads-input.ts',
    'listening?.hear({ time,',
    'if (time < 0) listening?.hear({ time,',
    'listening',
    'the pads on the screen',
  ],
  [
    'the screen stays awake',
    'web/src/climb/Climb.tsx',
    'useWakeLock(under !== undefined)',
    'useWakeLock(false)',
    'listening',
    'the pads on the screen',
  ],
  [
    'a refused microphone is said',
    'web/src/climb/use-climb.ts',
    'error instanceof InputError',
    'error instanceof RangeError',
    'listening',
    'what cannot be heard',
  ],
  [
    'a run is not kept',
    'web/src/log/use-kept-runs.ts',
    'keepRun(made.run, practice.line.rhythm, made.played)',
    'Promise.resolve()',
    'session',
    'a session from the Shelf',
  ],
  [
    'how it felt is not kept',
    'web/src/log/RunFeel.tsx',
    'changeRun(run.id, { feel: next })',
    'Promise.resolve()',
    'session',
    'a session from the Shelf',
  ],
  [
    'the plan of today sets nothing up',
    'web/src/log/session.ts',
    'return session?.isOwn ? undefined : itemOf(session, rhythm, layer);',
    'return undefined;',
    'session',
    'a session from the Shelf',
  ],
  [
    'what hurts is not in the plan',
    'core/src/log/load.ts',
    "L: all || sore.has('L')",
    'L: all',
    'log',
    'it hurts',
  ],
  [
    'days that go by change nothing',
    'web/src/log/views.ts',
    'log.runsOf(line), day,',
    'log.runsOf(line), goal.made,',
    'log',
    'a goal is set',
  ],
  [
    'a rest is not counted down',
    'web/src/log/session.ts',
    'restUntil: now + rest * 60_000',
    'restUntil: now',
    'log',
    'over midnight',
  ],
  [
    'midnight changes nothing',
    'web/src/log/Log.tsx',
    "window.addEventListener('focus', look);",
    '',
    'log',
    'over midnight',
  ],
  [
    'a move that is looked at is not heard',
    'web/src/vary/Vary.tsx',
    'heard.set(sounding);',
    '',
    'vary',
    'a shift with its end kept',
  ],
  [
    'the strokes that are kept move',
    'core/src/vary/moves/shift.ts',
    "if (hold === 'end')",
    "if (hold === 'nothing')",
    'vary',
    'a shift with its end kept',
  ],
  [
    'a chain is not reordered',
    'web/src/vary/Chain.tsx',
    'arrayMove([...steps], Number(active.id), Number(over.id))',
    'steps',
    'vary',
    'three moves are chained',
  ],
  [
    'a rhythm knows no parent',
    'web/src/bench/keep-as-new.ts',
    'by: by.slice(0, 200)',
    "by: ''",
    'vary',
    'three moves are chained',
  ],
  [
    'a key calls no variation',
    'web/src/bench/use-playing.ts',
    'turns.call(isTakenBack ? undefined : variation);',
    'turns.call(undefined);',
    'variations',
    'a variation comes by its key',
  ],
  [
    'a mix is another each time',
    'core/src/variation/plan.ts',
    'chanceOf(plan.seed, turn) * all',
    'Math.random() * all',
    'variations',
    'a mix is the same',
  ],
  [
    'a variation is climbed as home',
    'web/src/climb/use-practice.ts',
    'const rhythm = varied?.rhythm ?? home;',
    'const rhythm = home;',
    'variations',
    'moves are kept',
  ],
  [
    'a variation is not printed',
    'web/src/sheet/Sheet.tsx',
    '{shown.variations ? <SheetVariations rhythm={rhythm} /> : null}',
    '',
    'variations',
    'moves are kept',
  ],
  [
    'a feel is not heard',
    'core/src/sound/score.ts',
    '+ felt(stroke.slot);',
    '+ nth(grid.startTicks, stroke.slot);',
    'variations',
    'a feel between',
  ],
  [
    'another run is not laid over it',
    'web/src/log/RunPage.tsx',
    'if (!theirs) return marks;',
    'return marks;',
    'log',
    'runs are found',
  ],
  [
    'sound: one take for all',
    'web/src/audio/shelf-of-sounds.ts',
    'takeOf(name, (take) => ready.has(keyOf(name, take))),',
    '0,',
    'sound',
    'no stroke is the wave',
  ],
  [
    'sound: all in the middle',
    'web/src/audio/placing.ts',
    'numberAt(places, index)',
    '0',
    'sound',
    'layers stand from left',
  ],
  [
    'sound: no limiter',
    'web/src/audio/output.ts',
    'sum.connect(limiter).connect(context.destination);',
    'sum.connect(context.destination);\n          limiter.connect(context.destination);',
    'sound',
    'layers stand from left',
  ],
  [
    'sound: the voice is late',
    'core/src/sound/speak.ts',
    '      offset: 0,\n      layer: SPOKEN_LAYER,',
    '      offset: 0.05,\n      layer: SPOKEN_LAYER,',
    'sound',
    'a voice says',
  ],
  [
    'sound: no count in Frame',
    'web/src/frame/Frame.tsx',
    '? withVoice(shownTo,',
    '? ((score) => score)(shownTo,',
    'sound',
    'a voice says',
  ],
  [
    'sound: a tuning is not kept',
    'core/src/text/write-layer.ts',
    '...(layer.tuning ?',
    '...(layer.tuning && false ?',
    'sound',
    'a drum is tuned',
  ],
  [
    'own: what is read does not have its instrument',
    'web/src/store/rows-with-instruments.ts',
    'rowWith(row, ownInstruments.now())',
    'row',
    'instruments',
    'an instrument of one’s own',
  ],
  [
    'own: what is open keeps the instrument as it was',
    'web/src/store/own-instruments.ts',
    '  closeKept(',
    '  if (codes.size > 1e9) closeKept(',
    'instruments',
    'an instrument of one’s own',
  ],
  [
    'sound: one click for all',
    'web/src/audio/voices.ts',
    'clickInstrument(soundSettings.now().click)',
    "clickInstrument('wood')",
    'sound',
    'in the Guide a stroke',
  ],
  [
    'form: a pickup is silent',
    'core/src/form/turn-score.ts',
    'return pulses > 0 ? [{ doing, line, pulses, phase }] : [];',
    'return [];',
    'form',
    'the change into a section',
  ],
  [
    'form: double time is as slow',
    'core/src/form/lay-out.ts',
    "return speed === 'double' ? 2 :",
    "return speed === 'double' ? 1 :",
    'form',
    'it plays: counted in',
  ],
  [
    'form: the sign is not heard',
    'web/src/form/use-form-playing.ts',
    'else if (!player.putNext(answer.next)) return giveSign(playing, answer.coming);',
    '',
    'form',
    'it plays: counted in',
  ],
  [
    'form: a turned side is not told',
    'core/src/form/findings/turns.ts',
    'if (!sides || !next || isTurned(sides)',
    'if (true || !sides || !next || isTurned(sides)',
    'form',
    'a form is built',
  ],
  [
    'form: a section cannot be dragged',
    'web/src/form/FormScore.tsx',
    'if (from && to && from.repeat !== to.repeat)',
    'if (from && !to)',
    'form-sections',
    'sections are moved',
  ],
  [
    'form: the follow view does not count down',
    'web/src/form/CuePage.tsx',
    'const left = turns - turn + after;',
    'const left = turns + after;',
    'form',
    'a cue sheet says',
  ],
  [
    'form: nothing is kept',
    'web/src/store/form-document.ts',
    'await saveForm(db, state.history.present, writer, revision);',
    "{ status: 'saved' as const, revision };",
    'form',
    'a form is built',
  ],
  [
    'a form that is not kept is said',
    'web/src/store/open-forms.ts',
    'document.subscribe(look);',
    '',
    'safety',
    'a form that cannot be kept',
  ],
  [
    'the made-up log is said to be made',
    'web/src/log/Log.tsx',
    "demo === 'making' &&",
    'false &&',
    'first-visit',
    'straight to Goals',
  ],
].map(([name, file, from, to, spec, title]) => ({ name, file, from, to, spec, title }));

/**
 * Two rows beside each other, each with a copy: what plays comes first, and what only has to come to its end takes
 * what that leaves, and is waited for longer.
 */
const ROWS = [
  { name: 'in-time', port: '4395', patience: '15000', isAside: false },
  { name: 'at-ease', port: '4396', patience: '25000', isAside: true },
].map((row) => ({ ...row, copy: join(COPIES, row.name) }));
const rowOf = ({ spec }) => ROWS[AT_EASE.includes(`${spec}.spec.ts`) ? 1 : 0];

/** @returns {Promise<{ isWell: boolean, said: string }>} how it ended, and all it said */
function run({ isAside, port, patience, copy }, args, cwd = copy) {
  const env = { ...process.env, FORCE_COLOR: '0', E2E_PATIENCE: patience, E2E_PORT: port };
  const [command, ...rest] = isAside ? ['nice', '-n', '19', ...args] : args;
  const child = spawn(command, rest, { cwd, env, stdio: ['ignore', 'pipe', 'pipe'] });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('close', (code) =>
      resolve({ isWell: code === 0, said: Buffer.concat(said).toString() }),
    );
  });
}

/** A copy of the sources with the packages of the original, whose workspaces are the copy's own. */
function makeCopy({ copy }) {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const name of [
    'core',
    'web',
    'server',
    'cli',
    'e2e',
    'scripts',
    'package.json',
    'tsconfig.base.json',
  ]) {
    cpSync(join(ROOT, name), join(copy, name), {
      recursive: true,
      filter: (path) => !/node_modules|[/\\](dist|test-results)$/.test(path),
    });
  }
  const packages = join(copy, 'node_modules');
  mkdirSync(join(packages, '@stride'), { recursive: true });
  for (const name of readdirSync(join(ROOT, 'node_modules'))) {
    if (name !== '@stride') symlinkSync(join(ROOT, 'node_modules', name), join(packages, name));
  }
  for (const name of ['core', 'web', 'server', 'cli', 'e2e']) {
    symlinkSync(join(copy, name), join(packages, '@stride', name));
  }
}

/** @param {readonly string[]} where what is built of the copy; switches are all in what the browser gets */
async function build(row, where = ['-w', 'web']) {
  const { isWell, said } = await run(row, ['npm', 'run', '--silent', 'build', ...where]);
  if (!isWell) throw new Error(`It could not be built:\n${said}`);
}

/** Whether the tests of a subject fail. */
async function fails(row, spec, title) {
  const args = ['npx', 'playwright', 'test', `${spec}.spec.ts`, '-g', title];
  const { isWell, said } = await run(row, args, join(row.copy, 'e2e'));
  if (!/\d (passed|failed)/.test(said)) throw new Error(said);
  return !isWell;
}

/** Tries the switches of a row. @returns {Promise<boolean[]>} whether each was noticed, and that nothing failed unbroken */
async function tried(row, switches) {
  if (switches.length === 0) return [];
  makeCopy(row);
  await build(row, []);
  const results = [];
  for (const one of new Set(switches.map(({ spec, title }) => `${spec}|${title}`))) {
    if (!(await fails(row, ...one.split('|')))) continue;
    console.log(`fails with nothing broken: ${one}`);
    results.push(false);
  }
  for (const { name, file, from, to, spec, title } of switches) {
    const path = join(row.copy, file);
    const before = readFileSync(path, 'utf8');
    writeFileSync(
      path,
      before.replace(from, () => to),
    );
    await build(row);
    const noticed = await fails(row, spec, title);
    writeFileSync(path, before);
    console.log(`| ${name} | ${spec}: ${title} | ${noticed ? 'noticed' : 'NOT NOTICED'} |`);
    results.push(noticed);
  }
  return results;
}

const wanted = process.argv.slice(2);
const chosen = SWITCHES.filter(
  ({ name }) => wanted.length === 0 || wanted.some((word) => name.startsWith(word)),
);
for (const { name, file, from } of SWITCHES) {
  const found = readFileSync(join(ROOT, file), 'utf8').split(from).length - 1;
  if (found !== 1) throw new Error(`“${name}” is found ${found} times in ${file}, not once.`);
}
const results = await Promise.all(
  ROWS.map((row) =>
    tried(
      row,
      chosen.filter((one) => rowOf(one) === row),
    ),
  ),
);
const missed = results.flat().filter((noticed) => !noticed).length;
console.log(`${chosen.length} tried, ${missed} not noticed or failing with nothing broken`);
process.exitCode = missed === 0 ? 0 : 1;
