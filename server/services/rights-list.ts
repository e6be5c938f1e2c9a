import type { Rights, RightsQuestion } from '@contract/rights';
import { listOf } from '@core/format/moment';
import { isEnding } from '@core/ledger/stage';
import { actNamed, actNames, type Act } from '@core/rights/acts';
import { judgeAct, type ActFacts } from '@core/rights/judge-act';
import { capitalised, say, told } from '@core/tongue/say';
import { judgeMove, publishes, rolesThatMake, type Move, type MoveFacts } from '@core/workflow/workflow';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { writtenIn } from './edition-lookups';
import { bestValueOf, recordName } from './names';
import { isOnTheStaff } from './notices';
import { atOnce, publicationOfOverlays } from './publication';
import { pagesBeyond, reachOfRecord } from './reach-of-act';
import { workflowOf } from './standing';

/** What somebody may do to a record in a locale, or to the site, and who could. @throws Refusal when there is no such record */
export function rightsOver(site: Site, person: Person, { record, locale }: RightsQuestion): Rights {
  const staff = [...site.people.values()].filter(each => isOnTheStaff(site, each.id));
  if (record === undefined) {
    const acts = actNames.map(actNamed).filter(each => each.over === 'site');
    return { title: '', workflow: '', rows: acts.map(act => actRow(act, person, staff, {})) };
  }
  const kept = site.ledger.records.get(record);
  if (!kept) throw new Refusal('not-found', say`There is no such record.`);
  const overlay = { recordId: record, kind: kept.kind, locale: locale ?? kept.locale, value: bestValueOf(site, record) };
  const facts = { written: [writtenIn(site, overlay)], reaches: () => reachOfRecord(site, record) };
  const workflow = workflowOf(site, [overlay]);
  const publication = publicationOfOverlays(site, [overlay], atOnce);
  const judged = (move: Move) => (whose: Person) => {
    // As if it stood where the move begins, written by whom the move asks for.
    const moveFacts: MoveFacts = {
      stage: move.from[0]!,
      written: facts.written,
      grants: whose.grants,
      isOwn: move.whose === 'own',
      hasWritten: false,
      reachesBeyond: who => pagesBeyond(site, whose, publication, who).length > 0,
    };
    return judgeMove(move.name, moveFacts, workflow);
  };
  const moves = workflow.moves
    .filter(each => publishes(each) || !isEnding(each.to))
    .map(move => {
      const outcome = judged(move)(person);
      const roles = rolesThatMake(move, facts.written).map(told);
      const reason =
        outcome.kind === 'moved'
          ? ''
          : outcome.code === 'beyond sections'
            ? say`It reaches pages outside your sections.`
            : say`It takes the role ${listOf(roles, 'or')}.`;
      return {
        says: capitalised(told(move.name)),
        may: outcome.kind === 'moved',
        why: reason,
        people: staff.filter(each => judged(move)(each).kind === 'moved').map(each => each.name),
      };
    });
  const acts = actNames.map(actNamed).filter(each => each.over === 'record');
  return {
    title: recordName(site, site.snapshots.at(), record),
    workflow: told(workflow.name),
    rows: [...acts.map(act => actRow(act, person, staff, facts)), ...moves],
  };
}

function actRow(act: Act, person: Person, staff: readonly Person[], facts: Omit<ActFacts, 'grants'>): Rights['rows'][number] {
  const name = actNames.find(each => actNamed(each) === act)!;
  const outcome = judgeAct(name, { grants: person.grants, ...facts });
  return {
    says: capitalised(told(act.says)),
    may: outcome.may,
    why: outcome.may ? '' : told(act.refusal),
    people: staff.filter(each => judgeAct(name, { grants: each.grants, ...facts }).may).map(each => each.name),
  };
}
