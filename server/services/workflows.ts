import type { NewWorkflows, Offers, WorkflowsReport } from '@contract/workflows';
import { listOf } from '@core/format/moment';
import { kindNamed, recordKinds } from '@core/kinds/index';
import { isOpen } from '@core/ledger/ledger';
import type { Proposal } from '@core/ledger/records';
import { isEnding } from '@core/ledger/stage';
import { rolesWith, type Written } from '@core/rights/grants';
import type { Overlay } from '@core/site/snapshot';
import { say, told } from '@core/tongue/say';
import { coveringWorkflow, findingsOf, passageOf, type Passage, type Relocation, type WorkflowFinding } from '@core/workflow/analysis';
import { faultsOfWorkflows } from '@core/workflow/faults';
import { publishes, standingIn, type Move, type Workflow } from '@core/workflow/workflow';
import { settingsDone, writeDown } from '../audit/record';
import { entityTagOf, isMatched } from './entity-tags';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { saveSettings } from '../repositories/settings-repository';
import { adoptSettings, type Site } from '../site/site';
import { emptyBatch } from './batch';
import { overlayOf } from './edition-lookups';
import { writeBatch } from './editions';
import { offered } from './guards';
import { isOnTheStaff } from './notices';
import { atOnce, publicationOfOverlays } from './publication';
import { may, refuseUnless } from './rights';
import { movesFromDraft, workflowOf } from './standing';

/** How many of what would stand elsewhere are listed. */
const mostPassages = 200;

/** An edition on its way. */
interface OnItsWay {
  readonly id: string;
  readonly title: string;
  readonly proposals: readonly Proposal[];
  readonly overlays: readonly Overlay[];
}

/** The workflows that hold now, with what stands in the way in them. */
export function readWorkflows(site: Site, person: Person): WorkflowsReport {
  return reportOf(site, person, site.settings.workflows, []);
}

/** What other workflows would come to: what stands in the way in them, and what they do to all that is on its way. Nothing is stored. */
export function checkWorkflows(site: Site, person: Person, { workflows, relocations }: NewWorkflows): WorkflowsReport {
  refuseFaulty(site, workflows);
  return reportOf(site, person, workflows, relocations);
}

/**
 * Sets the workflows of the site, and moves what is on its way to where it stands in them.
 * @param ifMatch - the tag of the workflows that these were made from. @see RFC 9110 section 13.1.1
 * @throws Refusal when the person may not, something in them is faulty, they would strand something and nobody says where
 * it goes, or somebody has set others meanwhile
 */
export async function saveWorkflows(
  site: Site,
  person: Person,
  { workflows, relocations }: NewWorkflows,
  ifMatch: string | undefined,
): Promise<WorkflowsReport> {
  refuseUnless(person, 'change the site');
  refuseFaulty(site, workflows);
  if (ifMatch === undefined) throw new Refusal('basis-missing', say`Say in If-Match which workflows these were made from.`);
  await site.writes.run(async () => {
    if (!isMatched(ifMatch, entityTagOf(site.settings.workflows)))
      throw new Refusal('changed-meanwhile', say`Somebody has set other workflows meanwhile. Yours are kept; compare the two.`, [], {
        theirs: reportOf(site, person, site.settings.workflows, []),
      });
    const onTheWay = editionsOnTheWay(site);
    const passages = passagesInto(site, onTheWay, workflows, relocations);
    const stranded = passages.filter(each => each.stage === null);
    if (stranded.length > 0)
      throw new Refusal(
        'conflict',
        say`${stranded.length} on their way would stand where nothing leads on. Say where they go: ${listOf(
          stranded.slice(0, 3).map(each => `“${onTheWay.find(one => one.id === each.editionId)!.title}”`),
        )}.`,
        [{ pointer: '/relocations', detail: say`Something would be stranded.` }],
        { stranded: stranded.map(each => each.editionId) },
      );
    const at = site.clocks.running();
    const moved = passages.flatMap(({ editionId, stage }) =>
      onTheWay
        .find(each => each.id === editionId)!
        .proposals.flatMap(each => (stage === each.stage ? [] : [{ ...each, stage: stage!, updatedAt: at }])),
    );
    const done = settingsDone(site.settings, { workflows });
    await writeBatch(site, { ...emptyBatch(), proposals: moved }, async transaction => {
      await saveSettings(transaction, { workflows }, at);
      await writeDown(transaction, at, done);
    });
    adoptSettings(site, { workflows }, at);
  });
  return readWorkflows(site, person);
}

/** How changes that are not saved yet could go on from a draft, as the person’s own. */
export async function offersFor(site: Site, person: Person, overlays: readonly Overlay[]): Promise<Offers> {
  const { workflow, moves } = movesFromDraft(site, person, overlays);
  const publication = () => publicationOfOverlays(site, overlays, atOnce);
  const onwards = moves.filter(each => !isEnding(each.to) || publishes(each));
  return { workflow: workflow.name, moves: await offered(site, onwards, { editionId: null, overlays, heads: [], publication }) };
}

function refuseFaulty(site: Site, workflows: readonly Workflow[]): void {
  const snapshot = site.snapshots.at();
  const types = { 'page types': site.registry.pageTypes, 'block types': site.registry.blockTypes };
  const faults = faultsOfWorkflows(workflows, {
    hasType: (kind, type) => {
      const { typedBy } = kindNamed(kind);
      return typedBy !== undefined && types[typedBy].has(type);
    },
    hasPage: id => snapshot.pageById.has(id) || site.ledger.records.get(id)?.kind === 'page',
    locales: site.settings.locales.map(each => each.tag),
  });
  if (faults.length > 0) refuseInvalid(faults.map(({ pointer, detail }) => ({ pointer: `/workflows${pointer}`, detail })));
}

function reportOf(site: Site, person: Person, workflows: readonly Workflow[], relocations: readonly Relocation[]): WorkflowsReport {
  const onTheWay = editionsOnTheWay(site);
  const passages = passagesInto(site, onTheWay, workflows, relocations);
  const moving = passages.filter(({ before, after, stage }) => stage !== before.stage || after !== before.workflow);
  const counts = new Map<string, { workflow: string; stage: string; count: number }>();
  for (const { after, stage } of passages) {
    if (stage === null) continue;
    const key = JSON.stringify([after, stage]);
    const known = counts.get(key) ?? { workflow: after, stage, count: 0 };
    counts.set(key, { ...known, count: known.count + 1 });
  }
  return {
    workflows: workflows as WorkflowsReport['workflows'],
    tag: entityTagOf(site.settings.workflows),
    mayChange: may(person, 'change the site'),
    findings: workflows.map((workflow, index) => {
      const covering = coveringWorkflow(workflows, index);
      const findings = findingsOf(workflow, move => canMake(site, workflow, move));
      return [...findings.map(row), ...(covering ? [governsNothing(covering)] : [])];
    }),
    makers: workflows.map(workflow =>
      Object.fromEntries(workflow.moves.map(move => [move.name, [...new Set(makersOf(site, workflow, move).map(each => each.name))]])),
    ),
    standing: [...counts.values()],
    passages: moving.slice(0, mostPassages).map(({ editionId, before, after, stage }) => ({
      editionId,
      title: onTheWay.find(each => each.id === editionId)!.title,
      before: { workflow: before.workflow, stage: before.stage },
      after: { workflow: after, stage },
    })),
    furtherPassages: Math.max(0, moving.length - mostPassages),
  };
}

function row(finding: WorkflowFinding): WorkflowsReport['findings'][number][number] {
  return {
    finding: finding.finding,
    stage: 'stage' in finding ? finding.stage : null,
    move: 'move' in finding ? finding.move : null,
    words: findingWords(finding),
  };
}

function findingWords(finding: WorkflowFinding): string {
  switch (finding.finding) {
    case 'unreachable':
      return say`No move leads to “${told(finding.stage)}”.`;
    case 'no way out':
      return say`Nothing leads on from “${told(finding.stage)}”: what comes there stays there.`;
    case 'no way to live':
      return say`What comes to “${told(finding.stage)}” can never be live.`;
    case 'nobody':
      return say`Nobody on the staff could ever “${told(finding.move)}”.`;
  }
}

function governsNothing({ name }: Workflow): WorkflowsReport['findings'][number][number] {
  return {
    finding: 'governs nothing',
    stage: null,
    move: null,
    words: say`It governs nothing: “${told(name)}” stands before it and takes all of it.`,
  };
}

function editionsOnTheWay(site: Site): readonly OnItsWay[] {
  return [...site.ledger.editions.values()].flatMap(({ id, title }) => {
    const proposals = site.ledger.proposalsOfEdition(id).filter(isOpen);
    return proposals.length === 0 ? [] : [{ id, title, proposals, overlays: proposals.map(each => overlayOf(site, each)) }];
  });
}

function passagesInto(
  site: Site,
  editions: readonly OnItsWay[],
  workflows: readonly Workflow[],
  relocations: readonly Relocation[],
): readonly Passage[] {
  return editions.map(({ id, proposals, overlays }) => {
    const now = workflowOf(site, overlays);
    const standing = { editionId: id, workflow: now.name, stage: standingIn(now, proposals[0]!.stage) };
    return passageOf(standing, workflowOf(site, overlays, workflows), relocations);
  });
}

// What a workflow could be asked about: each kind that it governs, in the first locale unless it governs others.
function writtenUnder(site: Site, { governs }: Workflow): readonly Written[] {
  const kinds = governs.kinds.length > 0 ? governs.kinds.map(each => each.kind) : recordKinds;
  const locales = governs.locales.length > 0 ? governs.locales : [site.ledger.baseLocale];
  return kinds.flatMap(kind => locales.map(locale => ({ kind, locale, isBase: locale === site.ledger.baseLocale })));
}

function makersOf(site: Site, workflow: Workflow, { who }: Pick<Move, 'who'>): readonly Person[] {
  const written = writtenUnder(site, workflow);
  const staff = [...site.people.values()].filter(each => isOnTheStaff(site, each.id));
  return staff.filter(({ grants }) =>
    written.some(each =>
      grants.some(({ role, locales }) => rolesWith(who, each).includes(role) && (locales.length === 0 || locales.includes(each.locale))),
    ),
  );
}

// What one writes another has to approve: one person alone is then nobody. A word that is waited for needs somebody to give it.
function canMake(site: Site, workflow: Workflow, move: Move): boolean {
  const makers = makersOf(site, workflow, move);
  const writers = makersOf(site, workflow, { who: 'write' });
  const asksOthers = move.whose === 'others' || move.guards.some(each => each.guard === 'four eyes');
  const isThere = makers.some(maker => (asksOthers ? writers.some(writer => writer.id !== maker.id) : true));
  return isThere && move.guards.every(each => each.guard !== 'word of' || makersOf(site, workflow, { who: [each.role] }).length > 0);
}
