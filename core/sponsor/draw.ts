import { fractionOf } from '../collection/lot';

/** Something that is drawn the oftener the heavier it is. */
export interface Weighed {
  readonly id: string;
  /** Above 0. */
  readonly weight: number;
}

/**
 * Draws some of a list without putting back, each draw in proportion to the weights that are left. The same seed draws the same.
 * @param count - at most so many
 */
export function draw<Item extends Weighed>(items: readonly Item[], count: number, seed: string): readonly Item[] {
  const left = [...items];
  const drawn: Item[] = [];
  while (drawn.length < count && left.length > 0) {
    const whole = left.reduce((sum, each) => sum + each.weight, 0);
    let lot = fractionOf(`${seed} ${drawn.length}`) * whole;
    let at = 0;
    while (at < left.length - 1 && lot >= left[at]!.weight) lot -= left[at++]!.weight;
    drawn.push(...left.splice(at, 1));
  }
  return drawn;
}
