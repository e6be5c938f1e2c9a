import { countOf, quoted } from '../format/moment';
import { say } from '../tongue/say';
import type { ReferenceWay } from './reference';

/** What names a record, as far as it must be told. */
export interface Holder {
  readonly kind: string;
  readonly title: string;
  readonly way: ReferenceWay;
}

const sentences: Partial<Record<ReferenceWay, (holders: readonly Holder[]) => string>> = {
  block: ({ length }) =>
    length === 1
      ? say`1 placement still holds it. Take it off first.`
      : say`${countOf(length, 'placement')} still hold it. Take them off first.`,
  inset: holders => say`It is an inset in ${holders.map(each => quoted(each.title)).join(', ')}. Take it out of the text first.`,
  parent: () => say`Pages lie beneath it. Move or delete them first.`,
  follows: ({ length }) =>
    length === 1
      ? say`1 record still follows it. Name what takes its place first.`
      : say`${countOf(length, 'record')} still follow it. Name what takes its place first.`,
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
    ...(shown.size > 0 ? [say`It is missing then from ${[...shown].map(each => quoted(each)).join(', ')}.`] : []),
    ...(linked.size > 0 ? [say`Links to it from ${[...linked].map(each => quoted(each)).join(', ')} become words only.`] : []),
    ...(leading.size > 0
      ? [
          leading.size === 1
            ? say`The old address ${[...leading].join(', ')} will lead nowhere.`
            : say`The old addresses ${[...leading].join(', ')} will lead nowhere.`,
        ]
      : []),
    ...(named.size > 0 ? [say`${[...named].map(each => quoted(each)).join(', ')} will name something that is gone.`] : []),
  ];
}
