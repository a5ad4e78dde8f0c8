import { describe, expect, it } from 'vitest';
import { INSTRUMENTS, type Instrument } from './index.ts';

/** An instrument as a player checks it: its names, and how each stroke is played and sounds. */
function listed({ id, name, also, note, strokes, compounds, byHand }: Instrument): string {
  return [
    `${[name, ...(also ?? [])].join(', ')} (${id}): ${note}${byHand === false ? ' Not played with the hands.' : ''}`,
    ...strokes.map((stroke) => {
      const sound = stroke.sound
        ? `${stroke.sound.timbre} ${stroke.sound.pitch}`
        : 'voice of its own';
      const extra = [
        stroke.drum === undefined ? '' : ` on drum ${stroke.drum}`,
        stroke.easier === undefined ? '' : `; easier ${stroke.easier}`,
      ].join('');
      return `  ${stroke.code}  ${stroke.name}, ${stroke.family}, ${stroke.hand}, ${sound}${extra}. ${stroke.how}`;
    }),
    ...(compounds ?? []).map(
      ({ code, name: said, parts, how }) => `  ${code}  ${said}, ${parts.join(' + ')}. ${how}`,
    ),
  ].join('\n');
}

describe('the listing of the instruments', () => {
  it('is what the rows come to, for whoever checks them against how they are played', async () => {
    await expect(`${INSTRUMENTS.map(listed).join('\n\n')}\n`).toMatchFileSnapshot('listing.txt');
  });
});
