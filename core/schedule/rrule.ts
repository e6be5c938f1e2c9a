import * as library from 'rrule';

// Node sees the package as one default export, bundlers as named ones; both are the same module.
const module = (Reflect.get(library, 'default') ?? library) as typeof library;

/** The recurrence-rule library, reached the same way in Node, in workers and in the browser. */
export const { RRule, rrulestr } = module;
/** A parsed recurrence rule. */
export type ParsedRule = library.RRule;
