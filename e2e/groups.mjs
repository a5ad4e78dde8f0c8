/** Where nothing is played, or where it does not matter that the machine is busy meanwhile. */
export const AT_EASE = [
  'first-visit.spec.ts',
  'access.spec.ts',
  'bring.spec.ts',
  'hands.spec.ts',
  'instruments.spec.ts',
  'keyboard.spec.ts',
  'keys.spec.ts',
  'lan.spec.ts',
  'landing.spec.ts',
  'line.spec.ts',
  'links.spec.ts',
  'log.spec.ts',
  'offline.spec.ts',
  'reading.spec.ts',
  'safe.spec.ts',
  'safety.spec.ts',
  'sheet.spec.ts',
  'shelf.spec.ts',
  'storage.spec.ts',
  'writing.spec.ts',
];

/** Where something plays, and what it is put on the audio clock is looked at afterwards. */
export const WITH_MUSIC = [
  'climb.spec.ts',
  'form.spec.ts',
  'form-sections.spec.ts',
  'counting.spec.ts',
  'crossing.spec.ts',
  'flashing.spec.ts',
  'frame.spec.ts',
  'passages.spec.ts',
  'session.spec.ts',
  'sound.spec.ts',
  'variations.spec.ts',
  'vary.spec.ts',
];
