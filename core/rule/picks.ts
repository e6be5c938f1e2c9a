import { isNobody, isNowhere, isTest, nobody, nowhere, type RuleTree, type WhereTest, type WhoTest } from './rule';

/** A picked page: alone, or with everything beneath it. */
export type PickExtent = 'this' | 'beneath';

/** The where part as it is picked in a page tree. */
export interface WherePicks {
  readonly mode: 'every' | 'only' | 'except';
  /** The pages named, by id; in mode "except" these are the exceptions. */
  readonly picks: ReadonlyMap<string, PickExtent>;
  /** In mode "only": exceptions from what is picked. */
  readonly exceptions: ReadonlyMap<string, PickExtent>;
  /** Other tests that count as picks, such as a page type; kept as they are. */
  readonly others: readonly WhereTest[];
}

/** Reads a tree as picks, or gives null when it holds more than picks can say. */
export function picksOf(tree: RuleTree<WhereTest>): WherePicks | null {
  if (isTest(tree)) return picksOf({ any: [tree] });
  if (isNowhere(tree)) return { mode: 'only', picks: new Map(), exceptions: new Map(), others: [] };
  if ((tree.all ?? []).length > 0) return null;
  const any = tree.any ?? [];
  const none = tree.none ?? [];
  if (![...any, ...none].every(part => isTest(part))) return null;
  const picked = any as readonly WhereTest[];
  const excepted = none as readonly WhereTest[];
  if (excepted.some(test => test.test !== 'page' && test.test !== 'within')) return null;
  if (picked.length === 0)
    return { mode: excepted.length === 0 ? 'every' : 'except', picks: extents(excepted), exceptions: new Map(), others: [] };
  return {
    mode: 'only',
    picks: extents(picked),
    exceptions: extents(excepted),
    others: picked.filter(test => test.test !== 'page' && test.test !== 'within'),
  };
}

/** Writes picks as a tree. Picking nothing in mode "only" names no page at all. */
export function treeOfPicks({ mode, picks, exceptions, others }: WherePicks): RuleTree<WhereTest> {
  if (mode === 'every') return {};
  if (mode === 'except') return picks.size === 0 ? {} : { none: testsOfExtents(picks) };
  const any = [...testsOfExtents(picks), ...others];
  if (any.length === 0) return nowhere;
  return exceptions.size === 0 ? { any } : { any, none: testsOfExtents(exceptions) };
}

/** Turns "only these" into "every page but these" and back, keeping the picks. */
export function switchMode(picks: WherePicks, mode: WherePicks['mode']): WherePicks {
  return { ...picks, mode };
}

/** Who may see it, in the choices that cover nearly all cases. */
export type WhoChoice =
  | { readonly kind: 'anyone' | 'signed out' | 'signed in' }
  | { readonly kind: 'holders'; readonly memberships: readonly string[]; readonly roles: readonly string[] }
  | { readonly kind: 'all but holders'; readonly memberships: readonly string[]; readonly roles: readonly string[] };

/** Reads a tree as a choice, or gives null when it holds more. */
export function whoChoiceOf(tree: RuleTree<WhoTest>): WhoChoice | null {
  if (isTest(tree)) return whoChoiceOf({ any: [tree] });
  if (isNobody(tree)) return { kind: 'holders', memberships: [], roles: [] };
  const groups = [tree.all ?? [], tree.any ?? [], tree.none ?? []];
  const parts = groups.flat();
  if (parts.length === 0) return { kind: 'anyone' };
  if (groups.filter(group => group.length > 0).length !== 1 || !parts.every(part => isTest(part))) return null;
  const tests = parts as readonly WhoTest[];
  const isNone = groups[2]!.length > 0;
  if (tests.length === 1 && tests[0]!.test === 'signed in') return { kind: isNone ? 'signed out' : 'signed in' };
  if (tests.some(test => test.test === 'signed in') || groups[0]!.length > 1) return null;
  const memberships = tests.flatMap(test => (test.test === 'membership' ? [test.membership] : []));
  const roles = tests.flatMap(test => (test.test === 'role' ? [test.role] : []));
  return { kind: isNone ? 'all but holders' : 'holders', memberships, roles };
}

/** Writes a choice as a tree. Holders of nothing are nobody: it waits until one is chosen. */
export function treeOfWhoChoice(choice: WhoChoice): RuleTree<WhoTest> {
  switch (choice.kind) {
    case 'anyone':
      return {};
    case 'signed out':
      return { none: [{ test: 'signed in' }] };
    case 'signed in':
      return { all: [{ test: 'signed in' }] };
    case 'holders':
    case 'all but holders': {
      const tests: readonly WhoTest[] = [
        ...choice.memberships.map((membership): WhoTest => ({ test: 'membership', membership })),
        ...choice.roles.map((role): WhoTest => ({ test: 'role', role })),
      ];
      if (tests.length === 0) return choice.kind === 'holders' ? nobody : {};
      return choice.kind === 'holders' ? { any: tests } : { none: tests };
    }
  }
}

function extents(tests: readonly WhereTest[]): ReadonlyMap<string, PickExtent> {
  return new Map(
    tests.flatMap((test): [string, PickExtent][] =>
      test.test === 'page' ? [[test.page, 'this']] : test.test === 'within' ? [[test.page, 'beneath']] : [],
    ),
  );
}

function testsOfExtents(picks: ReadonlyMap<string, PickExtent>): readonly WhereTest[] {
  return [...picks].map(([page, extent]): WhereTest => ({ test: extent === 'this' ? 'page' : 'within', page }));
}
