import { countOf } from '../format/moment';
import type { ReferenceWay } from './reference';

/** What names a record, as far as it must be told. */
export interface Holder {
  readonly kind: string;
  readonly title: string;
  readonly way: ReferenceWay;
}

const sentences: Partial<Record<ReferenceWay, (holders: readonly Holder[]) => string>> = {
  block: ({ length }) =>
    `${countOf(length, 'placement')} still hold${length === 1 ? 's' : ''} it. Take ${length === 1 ? 'it' : 'them'} off first.`,
  inset: holders => `It is an inset in ${holders.map(each => `“${each.title}”`).join(', ')}. Take it out of the text first.`,
  parent: () => 'Pages lie beneath it. Move or delete them first.',
  follows: ({ length }) => `${countOf(length, 'record')} still follow${length === 1 ? 's' : ''} it. Name what takes its place first.`,
};

/** Why a record cannot be deleted for good, given all that names it; empty when nothing stands in the way. */
export function obstaclesFrom(holders: readonly Holder[]): readonly string[] {
  return Object.entries(sentences).flatMap(([way, sentence]) => {
    const held = holders.filter(each => each.way === way);
    return held.length === 0 ? [] : [sentence(held)];
  });
}

/** What else will come of deleting a record: who names it without standing in the way. */
export function lossesFrom(holders: readonly Holder[]): readonly string[] {
  const shown = new Set(holders.filter(each => each.way === 'picture').map(each => each.title));
  const isOldAddress = (each: Holder) => each.kind === 'forwarding';
  const linked = new Set(holders.filter(each => each.way === 'link' && !isOldAddress(each)).map(each => each.title));
  const leading = new Set(holders.filter(isOldAddress).map(each => each.title));
  const named = new Set(holders.filter(each => ['field', 'test', 'subject'].includes(each.way)).map(each => each.title));
  return [
    ...(shown.size > 0 ? [`It is missing then from ${[...shown].map(each => `“${each}”`).join(', ')}.`] : []),
    ...(linked.size > 0 ? [`Links to it from ${[...linked].map(each => `“${each}”`).join(', ')} become words only.`] : []),
    ...(leading.size > 0 ? [`The old address${leading.size === 1 ? '' : 'es'} ${[...leading].join(', ')} will lead nowhere.`] : []),
    ...(named.size > 0 ? [`${[...named].map(each => `“${each}”`).join(', ')} will name something that is gone.`] : []),
  ];
}
