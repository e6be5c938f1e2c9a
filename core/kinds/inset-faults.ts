import type { FieldFault } from '../fields/field';
import { listOf, quoted } from '../format/moment';
import { carriersOf, deepestInset, insetDepthOf, insetLoopFrom } from '../inset/inset';
import { say } from '../tongue/say';

/** What a block's texts hold, by its id. */
export type Held = (blockId: string) => readonly string[];

/**
 * What is wrong with a block's insets: a loop, named, or more in one another than may be.
 * @param holders - the blocks that hold others
 * @param blockName - what a block is called
 */
export function loopFaults(
  blockId: string,
  heldBy: Held,
  holders: Iterable<readonly [holder: string, held: readonly string[]]>,
  blockName: (id: string) => string,
  pointer: string,
): readonly FieldFault[] {
  const loop = insetLoopFrom(blockId, heldBy);
  if (loop !== null) return [{ pointer, detail: loopWords(loop.map(id => quoted(blockName(id)))) }];
  const carriers = carriersOf([blockId], holders);
  const depth = Math.max(...[...carriers].map(id => insetDepthOf(id, heldBy)));
  return depth > deepestInset
    ? [{ pointer, detail: say`Insets would lie ${deepestInset + 1} deep in one another; ${deepestInset} are the most.` }]
    : [];
}

function loopWords(names: readonly string[]): string {
  return names.length === 2
    ? say`${names[0]!} would hold itself.`
    : say`This makes a loop: ${listOf(names.slice(0, -1))} would hold one another.`;
}
