import { draft, endings, isEnding } from '../ledger/stage';
import { say } from '../tongue/say';
import type { Workflow } from './workflow';

/** What workflows name that has to be there. */
export interface WorkflowSite {
  readonly hasType: (kind: string, type: string) => boolean;
  readonly hasPage: (id: string) => boolean;
  readonly locales: readonly string[];
}

/** Something in workflows that cannot be stored. */
export interface WorkflowFault {
  /** JSON Pointer into the list of workflows. @see RFC 6901 */
  readonly pointer: string;
  readonly detail: string;
}

/** What of some workflows cannot be stored: names that mean two things, or nothing, and a last one that leaves something out. */
export function faultsOfWorkflows(workflows: readonly Workflow[], site: WorkflowSite): readonly WorkflowFault[] {
  const last = workflows.at(-1)!;
  const leavesOut = [last.governs.kinds, last.governs.sections, last.governs.locales].some(each => each.length > 0);
  return [
    ...twice(workflows.map(each => each.name)).map(index => ({
      pointer: `/${index}/name`,
      detail: say`Another workflow has this name.`,
    })),
    ...(leavesOut
      ? [
          {
            pointer: `/${workflows.length - 1}/governs`,
            detail: say`The last one governs everything that no other does, so it cannot leave anything out.`,
          },
        ]
      : []),
    ...workflows.flatMap((workflow, index) => [
      ...faultsOfGoverned(workflow, site).map(at(`/${index}/governs`)),
      ...faultsOfGraph(workflow).map(at(`/${index}`)),
    ]),
  ];
}

function faultsOfGoverned({ governs }: Workflow, { hasType, hasPage, locales }: WorkflowSite): readonly WorkflowFault[] {
  return [
    ...governs.kinds.flatMap(({ kind, types }, index) =>
      types.flatMap((type, of) =>
        hasType(kind, type) ? [] : [{ pointer: `/kinds/${index}/types/${of}`, detail: say`There is no type “${type}”.` }],
      ),
    ),
    ...governs.sections.flatMap((id, index) =>
      hasPage(id) ? [] : [{ pointer: `/sections/${index}`, detail: say`There is no such page.` }],
    ),
    ...governs.locales.flatMap((tag, index) =>
      locales.includes(tag) ? [] : [{ pointer: `/locales/${index}`, detail: say`The site is not read in “${tag}”.` }],
    ),
  ];
}

function faultsOfGraph({ stages, moves }: Workflow): readonly WorkflowFault[] {
  const known = (stage: string) => stages.includes(stage) || isEnding(stage);
  return [
    ...(stages[0] === draft ? [] : [{ pointer: '/stages/0', detail: say`Everything begins as “${draft}”, so that stage comes first.` }]),
    ...twice([...endings, ...stages]).map(index => ({
      pointer: `/stages/${index - endings.length}`,
      detail: say`Another stage has this name, or something ends by it.`,
    })),
    ...twice(moves.map(each => each.name)).map(index => ({ pointer: `/moves/${index}/name`, detail: say`Another move has this name.` })),
    ...moves.flatMap(({ from, to }, index) => [
      ...from.flatMap((stage, of) =>
        stages.includes(stage) ? [] : [{ pointer: `/moves/${index}/from/${of}`, detail: say`There is no stage “${stage}” to leave from.` }],
      ),
      ...(known(to) ? [] : [{ pointer: `/moves/${index}/to`, detail: say`There is no stage “${to}”.` }]),
    ]),
  ];
}

// Positions of names that stand before them already, as people tell names apart.
function twice(names: readonly string[]): readonly number[] {
  const seen = new Set<string>();
  return names.flatMap((name, index) => {
    const key = name.trim().toLowerCase();
    const isTaken = seen.has(key);
    seen.add(key);
    return isTaken ? [index] : [];
  });
}

function at(prefix: string): (fault: WorkflowFault) => WorkflowFault {
  return ({ pointer, detail }) => ({ pointer: prefix + pointer, detail });
}
