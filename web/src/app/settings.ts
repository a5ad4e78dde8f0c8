import type { STAGES } from '../bench/stages.ts';

/** A setting that Find anything leads to. */
export interface FoundSetting {
  readonly label: string;
  /** Other words it is looked for by. */
  readonly also: string;
  readonly stage: (typeof STAGES)[number]['to'];
  /** What has to be opened, and the field itself: see `reach`. */
  readonly reach: readonly string[];
}

/** Everything that is set once, and where. */
export const SETTINGS: readonly FoundSetting[] = [
  {
    label: 'Sides of a timeline: strict, loose, none',
    also: 'school clave direction rub crossed',
    stage: 'read',
    reach: ['wants', 'school'],
  },
  {
    label: 'Low strokes belong on a side',
    also: 'clave side bass three two',
    stage: 'read',
    reach: ['wants', 'low-on'],
  },
  {
    label: 'Off the beat: from which strokes on',
    also: 'syncopation force ghosts accents plain',
    stage: 'read',
    reach: ['wants', 'from'],
  },
  {
    label: 'One hand’s ceiling',
    also: 'speed limit fast tire fatigue strokes a second hands',
    stage: 'read',
    reach: ['wants', 'ceiling'],
  },
  {
    label: 'High sounds: the share I want',
    also: 'balance low high weight bass slap treble',
    stage: 'read',
    reach: ['wants', 'high'],
  },
  {
    label: 'Counting',
    also: 'count syllables takadimi konnakol la-li triplet numbers words',
    stage: 'frame',
    reach: ['counting'],
  },
  {
    label: 'Second counting',
    also: 'two countings in 4 and in 8 half time double time felt',
    stage: 'frame',
    reach: ['second'],
  },
  {
    label: 'Eduppu',
    also: 'start after the one beginning offset pickup',
    stage: 'frame',
    reach: ['eduppu'],
  },
  {
    label: 'Paper and scale of the sheet',
    also: 'print size a4 letter poster page pdf',
    stage: 'sheet',
    reach: ['paper'],
  },
  {
    label: 'Other-handed: right and left change over',
    also: 'left-handed lefty mirror swap hands',
    stage: 'sheet',
    reach: ['other-handed'],
  },
  {
    label: 'The ladder: from, to, steps, passes, shape',
    also: 'climb tempo speed up practice increase bpm random over two up one down',
    stage: 'climb',
    reach: ['setup-ladder', 'ladder'],
  },
  {
    label: 'Way through: piece by piece, hands apart, from the end',
    also: 'practise parts chunk section take apart seam backwards one hand accents said first',
    stage: 'climb',
    reach: ['setup-way', 'way'],
  },
  {
    label: 'Pieces of a line',
    also: 'cut join name chunk section phrase',
    stage: 'climb',
    reach: ['setup-way', 'pieces'],
  },
  {
    label: 'Where the click falls, and its silent turns',
    also: 'metronome off beat half time gap mute timeline loudness',
    stage: 'climb',
    reach: ['setup-click', 'click-on'],
  },
  {
    label: 'Be heard: keys, pads, MIDI, microphone',
    also: 'listen ear judge feedback record evenness early late latency delay simulated',
    stage: 'climb',
    reach: ['setup-ear', 'ear'],
  },
  {
    label: 'Tempo to reach and what is counted',
    also: 'target goal bpm speed metronome',
    stage: 'write',
    reach: ['target'],
  },
];
