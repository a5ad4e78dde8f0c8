import { describe, expect, it } from 'vitest';
import type { Instrument } from './index.ts';

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
    // Loaded here, so that a row that cannot be read fails this test.
    const { INSTRUMENTS } = await import('./index.ts');
    await expect(`${INSTRUMENTS.map(listed).join('\n\n')}\n`).toMatchFileSnapshot('listing.txt');
  });

  it('says what strokes of one become on another, for whoever changes an instrument', async () => {
    const { INSTRUMENTS, proposeMap } = await import('./index.ts');
    const text = INSTRUMENTS.map((from) =>
      INSTRUMENTS.filter((to) => to !== from)
        .map((to) => {
          const become = [...proposeMap(from, to)].map(([code, other]) => `${code}→${other}`);
          return `${from.name} to ${to.name}: ${become.join(' ')}`;
        })
        .join('\n'),
    );
    await expect(`${text.join('\n\n')}\n`).toMatchFileSnapshot('proposals.txt');
  });
});
