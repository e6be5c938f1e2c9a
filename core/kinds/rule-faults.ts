import type { FieldFault } from '../fields/field';
import { quoted } from '../format/moment';
import { askableFields } from '../page/askable';
import { isTest, type Rule, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from '../rule/rule';
import { loopFrom } from '../rule/shared-rule';
import { say } from '../tongue/say';
import { roles, type KindSite } from './kind';

/** What of a rule points at nothing, or at itself. @param pointer - of the rule */
export function ruleFaults(rule: Rule, site: KindSite, pointer: string): readonly FieldFault[] {
  const missing = rule.follows.findIndex(id => !site.hasRecord(id, 'shared rule'));
  if (missing >= 0) return [{ pointer: `${pointer}/follows/${missing}`, detail: say`There is no such shared rule.` }];
  const loop = loopFrom(rule, site.snapshot.sharedRules);
  return [
    ...whereFaults(rule.where, site, `${pointer}/where`),
    ...whoFaults(rule.who, site, `${pointer}/who`),
    ...whenFaults(rule.when, site, `${pointer}/when`),
    ...(loop
      ? [
          {
            pointer: `${pointer}/follows`,
            detail: say`This makes a loop: ${loop.map(id => quoted(site.names.sharedRule(id))).join(' → ')}.`,
          },
        ]
      : []),
  ];
}

/** What of a where part points at nothing. */
export function whereFaults(tree: RuleTree<WhereTest>, site: KindSite, pointer: string): readonly FieldFault[] {
  if (!isTest(tree)) return partsFaults(tree, pointer, (part, at) => whereFaults(part, site, at));
  if ('page' in tree && !site.hasPage(tree.page)) return [{ pointer: `${pointer}/page`, detail: say`That page is gone.` }];
  if (tree.test === 'locale' && !site.locales.some(each => each.tag === tree.locale))
    return [{ pointer: `${pointer}/locale`, detail: say`The site is not read in this locale.` }];
  if (tree.test === 'layout' && !site.snapshot.manifest.layouts.some(layout => layout.name === tree.layout))
    return [{ pointer: `${pointer}/layout`, detail: say`The theme has no such layout.` }];
  if (tree.test === 'field' && !askableFields(site.registry.pageTypes.values()).has(tree.field))
    return [{ pointer: `${pointer}/field`, detail: say`No type of page has a field of this name that can be asked about.` }];
  return [];
}

/** A membership or a role that nobody can hold would hide what asks for it from everybody, for good. */
export function whoFaults(who: RuleTree<WhoTest>, site: KindSite, pointer: string): readonly FieldFault[] {
  if (!isTest(who)) return partsFaults(who, pointer, (part, at) => whoFaults(part, site, at));
  if (who.test === 'membership' && !site.memberships.includes(who.membership))
    return [{ pointer: `${pointer}/membership`, detail: say`The site has no such membership.` }];
  if (who.test === 'role' && !roles.some(role => role === who.role))
    return [{ pointer: `${pointer}/role`, detail: say`There is no such role.` }];
  return [];
}

/** A season that is gone would never be on again, or never end where it is excepted. */
export function whenFaults(when: RuleTree<WhenTest>, site: KindSite, pointer: string): readonly FieldFault[] {
  if (!isTest(when)) return partsFaults(when, pointer, (part, at) => whenFaults(part, site, at));
  return when.test === 'season' && !site.hasRecord(when.season, 'season')
    ? [{ pointer: `${pointer}/season`, detail: say`There is no such season.` }]
    : [];
}

/** The same of readers of a record's own; null follows what lies above it. */
export function readersFaults(readers: RuleTree<WhoTest> | null, site: KindSite): readonly FieldFault[] {
  return readers === null ? [] : whoFaults(readers, site, '/readers');
}

function partsFaults<Tree>(
  tree: { readonly all?: readonly Tree[]; readonly any?: readonly Tree[]; readonly none?: readonly Tree[] },
  pointer: string,
  faultsOf: (part: Tree, pointer: string) => readonly FieldFault[],
): readonly FieldFault[] {
  return (['all', 'any', 'none'] as const).flatMap(part =>
    (tree[part] ?? []).flatMap((each, index) => faultsOf(each, `${pointer}/${part}/${index}`)),
  );
}
