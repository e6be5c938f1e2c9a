import { inside, mergeOne, type Decider, type Place, type Tell, type Three } from '../merge/decider';
import { mergeItems } from '../merge/items';
import type { MenuEntry } from './menu';

/** Brings two versions of a menu's entries together: entries are known by their ids among their siblings, and so are those beneath them. */
export function mergeOutlines(three: Three<readonly MenuEntry[]>, place: Place, decider: Decider, tell: Tell): readonly MenuEntry[] {
  const tellEntry: Tell = (entry, naming) => (entry ? tell([entry], naming) : '');
  return mergeItems(three, place, decider, {
    idOf: each => each.id,
    tell: tellEntry,
    merge: (versions, at) => mergeEntry(versions, at, decider, tell, tellEntry),
  });
}

function mergeEntry(three: Three<MenuEntry>, place: Place, decider: Decider, tell: Tell, tellEntry: Tell): MenuEntry {
  const { base, ours, theirs } = three;
  const part = <Name extends keyof MenuEntry>(name: Name): MenuEntry[Name] =>
    mergeOne(
      { base: base[name], ours: ours[name], theirs: theirs[name] },
      inside(place, name),
      decider,
      // An entry says more of its part than the part alone.
      (value, naming) => tellEntry({ ...ours, entries: [], [name]: value }, naming),
    );
  const notIn = part('notIn');
  return {
    id: ours.id,
    target: part('target'),
    words: part('words'),
    who: part('who'),
    when: part('when'),
    currentOn: part('currentOn'),
    ...(notIn ? { notIn } : {}),
    entries: mergeOutlines({ base: base.entries, ours: ours.entries, theirs: theirs.entries }, inside(place, 'entries'), decider, tell),
  };
}
