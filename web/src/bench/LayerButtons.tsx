import type { Layer } from '@stride/core/rhythm';
import { Button } from '../ui/Button.tsx';

interface LayerButtonsProps {
  readonly layers: readonly Pick<Layer, 'id' | 'name'>[];
  readonly chosen: number;
  readonly onChoose: (index: number) => void;
}

/** Chooses the layer that a stage is about. */
export function LayerButtons({ layers, chosen, onChoose }: LayerButtonsProps) {
  return layers.map(({ id, name }, index) => (
    <Button
      key={id}
      look={index === chosen ? 'on' : 'plain'}
      aria-pressed={index === chosen}
      onClick={() => onChoose(index)}
    >
      {name}
    </Button>
  ));
}
