import { addPlayer, addSection, type Form, setPart } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';

/** A form of one section in which each layer of a rhythm is played by a player of its name. */
export function formFromRhythm(rhythm: Rhythm, id: string): Form {
  const bare: Form = {
    id,
    name: rhythm.name,
    tempo: rhythm.tempo,
    players: [],
    sections: [],
    order: [],
  };
  const named = rhythm.layers.reduce((form, layer) => addPlayer(form, layer.name), bare);
  const { form, id: section } = addSection(named, {
    name: 'Opening',
    cycle: rhythm.cycle,
    turns: 8,
  });
  return rhythm.layers.reduce((all, layer, at) => {
    const player = form.players[at];
    return player
      ? setPart(all, section, { player: player.id, line: { rhythm: rhythm.id, layer: layer.id } })
      : all;
  }, form);
}
