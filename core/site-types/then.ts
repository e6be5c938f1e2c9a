import { versionOf, type SiteTypes } from './site-type';

/**
 * The types as they were shown at a moment of the past, over the fields as they are read now: where a type has other fields
 * since, it is shown as it is now.
 */
export function shownAsThen(now: SiteTypes, then: SiteTypes): SiteTypes {
  return {
    shared: now.shared,
    types: now.types.map(type => {
      const was = then.types.find(each => each.of === type.of && each.name === type.name);
      if (!was || versionOf(was) !== versionOf(type)) return type;
      const { label, description, renditions, isKeptFromLists } = was;
      return { ...type, label, description, renditions, isKeptFromLists };
    }),
  };
}
